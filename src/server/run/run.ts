import { readFile } from 'node:fs/promises'
import { Interrupted } from '../problem'
import { ENDED_FROM_OUTSIDE, ended, spawnBound } from './children'
import { inWords } from '../../words/words'

/** The longest that a timer can wait (a signed 32-bit number of milliseconds). */
export const MOST_MS = 2 ** 31 - 1

export interface Ran {
  code: number
  stdout: Buffer
  stderr: string
}

const WEIGHED_MS = 100
/** The memory that a process takes up (proc(5), statm), in megabytes; 0 when it is gone. */
async function residentMb(pid: number | undefined): Promise<number> {
  const text = await readFile(`/proc/${pid}/statm`, 'utf8').catch(() => '')
  return (Number(text.split(' ')[1] ?? 0) * PAGE) / 1024 ** 2
}
const PAGE = 4096
/** The code of a program that was ended after its time or on a signal of ours. */
export const STOPPED = 124

/**
 * Runs a program to its end and gives what it wrote. After `limit` seconds, or on `signal`, it is ended (code 124). It
 * ends when this process does. `onData` hears what it writes as it does.
 *
 * @throws Interrupted when something else ended it: that says nothing about what it was asked
 */
export function run(
  program: string,
  args: string[],
  options: {
    input?: string
    limit?: number
    /** Megabytes that it may take up; taking more, it is ended as after its time. */
    memoryMb?: number
    signal?: AbortSignal
    env?: NodeJS.ProcessEnv
    onData?: (chunk: Buffer) => void
  } = {},
): Promise<Ran> {
  return new Promise((done, failed) => {
    const child = spawnBound(program, args, {
      stdio: [options.input === undefined ? 'ignore' : 'pipe', 'pipe', 'pipe'],
      ...(options.env && { env: options.env }),
    })
    const out: Buffer[] = []
    let stderr = ''
    let late = false
    const timer = options.limit ? setTimeout(() => stop(), Math.min(MOST_MS, options.limit * 1000)) : null
    const stop = () => {
      late = true
      child.kill('SIGKILL')
    }
    const watch = options.memoryMb ? setInterval(() => void weigh(), WEIGHED_MS) : null
    const weigh = async () => {
      if ((await residentMb(child.pid)) > options.memoryMb!) stop()
    }
    options.signal?.addEventListener('abort', stop)
    if (options.signal?.aborted) stop()
    child.stdout!.on('data', (d: Buffer) => {
      if (options.onData) options.onData(d)
      else out.push(d)
    })
    child.stderr!.on('data', (d: Buffer) => {
      stderr = (stderr + d.toString()).slice(-20_000)
    })
    child.on('error', (e) => {
      stderr += e.message
    })
    void ended(child).then((code) => {
      if (timer) clearTimeout(timer)
      if (watch) clearInterval(watch)
      options.signal?.removeEventListener('abort', stop)
      if (code === ENDED_FROM_OUTSIDE && !late) {
        failed(new Interrupted(program))
        return
      }
      done({ code: late ? STOPPED : code, stdout: Buffer.concat(out), stderr })
    })
    if (options.input !== undefined) {
      child.stdin!.on('error', () => {})
      child.stdin!.end(options.input)
    }
  })
}
/** The same, when anything but success is a bug or a broken machine. @throws Error with the end of what it wrote */
export async function mustRun(
  program: string,
  args: string[],
  options: { input?: string; limit?: number } = {},
): Promise<Buffer> {
  const ran = await run(program, args, options)
  if (ran.code !== 0)
    throw new Error(inWords('running.endedWith', program, ran.code, ran.stderr.trim().split('\n').slice(-4).join('\n')))
  return ran.stdout
}
