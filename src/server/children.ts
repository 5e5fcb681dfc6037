import { spawn, type ChildProcess, type SpawnOptions } from 'node:child_process'
import path from 'node:path'
import { appRoot } from './root'

/** Starts a program that ends when this process does, however that ends (prctl(2), PR_SET_PDEATHSIG). */
export const spawnBound = (program: string, args: readonly string[], options: SpawnOptions): ChildProcess =>
  spawn('setpriv', ['--pdeathsig', 'KILL', program, ...args], options)

/** The program and first arguments of one of Vivid Vane's own commands. */
export const ownCommand = (name: string): [string, string[]] => [process.execPath, [path.join(appRoot(), 'build/cli/main.js'), name]]
