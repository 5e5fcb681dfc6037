import { spawn, type ChildProcess, type SpawnOptions } from 'node:child_process'
import path from 'node:path'
import { appRoot } from '../root'

/** Starts a program that ends when this process does, however that ends (prctl(2), PR_SET_PDEATHSIG). */
export const spawnBound = (program: string, args: readonly string[], options: SpawnOptions): ChildProcess =>
  spawn('setpriv', ['--pdeathsig', 'KILL', program, ...args], options)

/**
 * The code of a child that something else ended: the kernel when memory is short, a person. A shell gives the same (128
 * + SIGKILL).
 */
export const ENDED_FROM_OUTSIDE = 137
/** The code of a child that fell over its own mistake. A shell gives the same (128 + SIGSEGV). */
export const FELL_OVER = 139
const OWN_FAULTS: ReadonlySet<string | null> = new Set(['SIGSEGV', 'SIGABRT', 'SIGFPE', 'SIGILL', 'SIGBUS', 'SIGSYS'])
/**
 * How a child ended, once all that it wrote is read: its code; FELL_OVER after a signal that it brought upon itself,
 * ENDED_FROM_OUTSIDE after any other; 127 when it could not be started.
 */
export const ended = (child: ChildProcess): Promise<number> =>
  new Promise((done) => {
    child.on('close', (code, signal) => done(code ?? (OWN_FAULTS.has(signal) ? FELL_OVER : ENDED_FROM_OUTSIDE)))
    child.on('error', () => done(127))
  })

/** The program and first arguments of one of Vivid Vane's own commands. */
export const ownCommand = (name: string): [string, string[]] => [
  process.execPath,
  [path.join(appRoot(), 'build/cli/main.js'), name],
]
