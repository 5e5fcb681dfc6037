import { spawnBound } from '../children'
import { MOST_MS } from '../run'

/** Formats that ffmpeg may open here; none of them can name another file. */
const FORMATS = 'matroska,webm,mov,mp4,m4a,3gp,3g2,mj2,gif,wav,mp3,ogg,flac,aac,image2,png_pipe,jpeg_pipe,webp_pipe'
/** ffmpeg and ffprobe open the one file they are given: no network, no playlists. */
export const SAFE_INPUT = ['-protocol_whitelist', 'file,pipe', '-format_whitelist', FORMATS]
const MEMORY_BYTES = 12 * 1024 ** 3

/** Work that was ended by something outside it, such as a machine short of memory; it may well succeed the next time. */
export class Interrupted extends Error {
  constructor(what: string) { super(`${what} was ended from outside`) }
}

export interface Run {
  signal?: AbortSignal
  /** Seconds after which it is ended. */
  limit: number
  /** How far it has come, in microseconds of its output. */
  onTime?: (us: number) => void
  onData?: (chunk: Buffer) => void
}

/**
 * Runs ffmpeg within limits of time and memory.
 *
 * @throws Error with the last line that ffmpeg wrote; on cancel, the signal's reason
 */
export function ffmpeg(args: string[], run: Run): Promise<void> {
  return new Promise((done, fail) => {
    const progress = run.onTime ? ['-progress', 'pipe:3'] : []
    const child = spawnBound('prlimit', [`--as=${MEMORY_BYTES}`, 'ffmpeg', '-v', 'error', '-nostdin', '-y', ...progress, ...args], { stdio: ['ignore', 'pipe', 'pipe', 'pipe'] })
    let errors = ''
    let late = false
    const timer = setTimeout(() => { late = true; child.kill('SIGKILL') }, Math.min(MOST_MS, run.limit * 1000))
    const stop = () => child.kill('SIGKILL')
    run.signal?.addEventListener('abort', stop)
    child.stderr!.on('data', (d: Buffer) => { errors = (errors + d.toString()).slice(-2000) })
    child.stdout!.on('data', (d: Buffer) => run.onData?.(d))
    const told = child.stdio[3] as unknown as NodeJS.ReadableStream
    told.on('data', (d: Buffer) => {
      const m = [...d.toString().matchAll(/out_time_us=(\d+)/g)].at(-1)
      if (m) run.onTime?.(Number(m[1]))
    })
    child.on('error', (e) => { errors += e.message })
    child.on('close', (code, killed) => {
      clearTimeout(timer)
      run.signal?.removeEventListener('abort', stop)
      if (run.signal?.aborted) fail(run.signal.reason)
      else if (late) fail(new Error(`it took longer than ${Math.round(run.limit / 60)} minutes`))
      else if (code === 0) done()
      else if (killed) fail(new Interrupted('ffmpeg'))
      else fail(new Error(errors.trim().split('\n').at(-1) || `ffmpeg ended with ${code}`))
    })
    if (run.signal?.aborted) stop()
  })
}
