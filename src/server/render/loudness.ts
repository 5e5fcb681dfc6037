import { CHANNELS, MIX_RATE } from '@/core/sound'
import { ended, spawnBound } from '../run'
import { widePipe } from './pipe'
import { mixInto, type MixPassage } from './sound'

/** How loud a mix is, by EBU R 128: as a whole, in LUFS, and at its loudest sample, in dB of full scale. */
export interface MixLoudness {
  lufs: number
  peakDb: number
}

/** What ffmpeg's ebur128 says at its end; null for what is silent. */
export function loudnessIn(summary: string): MixLoudness | null {
  const whole = summary.slice(summary.lastIndexOf('Summary:'))
  const lufs = Number(/\bI:\s+(-?[\d.]+) LUFS/.exec(whole)?.[1] ?? NaN)
  const peakDb = Number(/\bPeak:\s+(-?[\d.]+) dBFS/.exec(whole)?.[1] ?? NaN)
  // What is quieter than −70 LUFS is not counted at all.
  return Number.isFinite(lufs) && lufs > -70 ? { lufs, peakDb: Number.isFinite(peakDb) ? peakDb : 0 } : null
}

/**
 * Measures how loud a passage is as it is mixed.
 *
 * @returns null where nothing is heard
 * @throws Error with a sentence; on cancel, the signal's reason
 */
export async function measureLoudness(
  passage: MixPassage,
  made: ReadonlyMap<string, string>,
  signal: AbortSignal,
): Promise<MixLoudness | null> {
  const pipe = widePipe()
  const input = ['-f', 'f32le', '-ar', String(MIX_RATE), '-ac', String(CHANNELS), '-i', 'pipe:0']
  const child = spawnBound(
    'ffmpeg',
    ['-hide_banner', '-nostats', ...input, '-af', 'ebur128=peak=sample:framelog=verbose', '-f', 'null', '-'],
    { stdio: [pipe.from.fd, 'ignore', 'pipe'] },
  )
  void pipe.from.close()
  let said = ''
  child.stderr!.on('data', (d: Buffer) => {
    said = (said + d.toString()).slice(-4000)
  })
  const over = ended(child)
  try {
    await mixInto(pipe.to, passage, made, signal)
    await over
  } finally {
    child.kill('SIGKILL')
    await over
  }
  return loudnessIn(said)
}

/** Peaks stay so far below full scale, in dB: what a codec adds has room. */
const CEILING_DB = -1.5
/**
 * The filters that bring a mix to a loudness: louder or quieter as a whole; where its peaks would then be too loud, a
 * limiter holds them.
 */
export function toLoudness({ lufs, peakDb }: MixLoudness, wanted: number): string[] {
  const gain = Math.max(-40, Math.min(40, wanted - lufs))
  const limit = 10 ** (CEILING_DB / 20)
  const limiter = `alimiter=level=disabled:limit=${limit.toFixed(4)}:attack=5:release=80`
  return [`volume=${gain.toFixed(2)}dB`, ...(peakDb + gain > CEILING_DB ? [limiter] : [])]
}
