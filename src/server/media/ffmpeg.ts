import { ENDED_FROM_OUTSIDE, MOST_MS, ended, spawnBound } from '../run'
import { Interrupted } from '../problem'
import { inWords } from '../../words/words'

/** Formats that ffmpeg may open here; none of them can name another file. */
const FORMATS =
  'matroska,webm,mov,mp4,m4a,3gp,3g2,mj2,gif,apng,wav,mp3,ogg,flac,aac,image2,png_pipe,jpeg_pipe,webp_pipe'
/** ffmpeg and ffprobe open the one file they are given: no network, no playlists. */
export const SAFE_INPUT = ['-protocol_whitelist', 'file,pipe', '-format_whitelist', FORMATS]
const MEMORY_BYTES = 12 * 1024 ** 3

export interface FfmpegRun {
  signal?: AbortSignal
  /** Seconds after which it is ended. */
  limit: number
  /** How far it has come, in microseconds of its output. */
  onTime?: (us: number) => void
  onData?: (chunk: Buffer) => void
}

/** Lines by which ffmpeg tells that a file's own data is at fault, as against its container or its times. */
const DAMAGE = new RegExp(
  [
    'error while decoding|concealing|Invalid data found when processing|Error submitting packet|Invalid NAL',
    'channel element|corrupt|overread|invalid new backstep|Header missing',
  ].join('|'),
  'i',
)

/** Why ffmpeg could not do its work, as the rest of a sentence; what it wrote itself goes into the log. */
function reasonOf(errors: string): string {
  console.error(errors.trim())
  if (/No space left/i.test(errors)) return inWords('media.theDiskIsFull')
  if (/Cannot allocate memory|malloc/i.test(errors)) return inWords('media.itNeedsMoreMemoryThan')
  if (/Invalid data|moov atom|Invalid NAL|does not contain any stream|matches no streams|End of file/i.test(errors))
    return inWords('media.itsDataIsDamaged')
  return inWords('media.itIsOfAForm')
}

/**
 * Runs ffmpeg within limits of time and memory.
 *
 * @returns in how many places what it read was damaged
 * @throws Error with the reason as the rest of a sentence; Interrupted when something else ended it; on cancel, the
 *   signal's reason
 */
export function ffmpeg(args: string[], run: FfmpegRun): Promise<number> {
  return new Promise((done, fail) => {
    const progress = run.onTime ? ['-progress', 'pipe:3'] : []
    const child = spawnBound(
      'prlimit',
      [`--as=${MEMORY_BYTES}`, 'ffmpeg', '-v', 'error', '-nostdin', '-y', ...progress, ...args],
      { stdio: ['ignore', 'pipe', 'pipe', 'pipe'] },
    )
    let errors = ''
    let damaged = 0
    let late = false
    const timer = setTimeout(
      () => {
        late = true
        child.kill('SIGKILL')
      },
      Math.min(MOST_MS, run.limit * 1000),
    )
    const stop = () => child.kill('SIGKILL')
    run.signal?.addEventListener('abort', stop)
    child.stderr!.on('data', (d: Buffer) => {
      const text = d.toString()
      damaged += text.split('\n').filter((line) => DAMAGE.test(line)).length
      errors = (errors + text).slice(-2000)
    })
    child.stdout!.on('data', (d: Buffer) => run.onData?.(d))
    const told = child.stdio[3] as unknown as NodeJS.ReadableStream
    told.on('data', (d: Buffer) => {
      const m = [...d.toString().matchAll(/out_time_us=(\d+)/g)].at(-1)
      if (m) run.onTime?.(Number(m[1]))
    })
    child.on('error', (e) => {
      errors += e.message
    })
    void ended(child).then((code) => {
      clearTimeout(timer)
      run.signal?.removeEventListener('abort', stop)
      if (run.signal?.aborted) fail(run.signal.reason)
      else if (late) fail(new Error(inWords('media.itTookLongerThanMinutes', Math.round(run.limit / 60))))
      else if (code === 0) done(damaged)
      else if (code === ENDED_FROM_OUTSIDE) fail(new Interrupted('ffmpeg'))
      else fail(new Error(reasonOf(errors)))
    })
    if (run.signal?.aborted) stop()
  })
}
