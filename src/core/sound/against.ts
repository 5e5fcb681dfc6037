import { isMuted, type Clip } from '../lesson/clips'
import type { Word } from '../lesson/schema'
import type { Timed } from '../timing'

/** What is loud is looked for in stretches of so many seconds. */
const STRETCH_S = 0.05
/** Speech is as loud as a tenth of its peaks are not; over a stretch it comes to so much less than those; in dB. */
const LOUD = 0.9
const BELOW_PEAKS_DB = 9
/** A short sound is heard beside speech, and does not cover it, so much below it: dB. */
const UNDER_SPEECH_DB = 10
const RANGE = { least: -30, most: 6 }

const inDb = (gain: number): number => 20 * Math.log10(Math.max(1e-6, gain))

/**
 * How loud somebody speaks in a recording: dB of full scale.
 *
 * @param peaks  0 to 255, so many a second
 * @returns null where no words are said, or nothing is known of how loud
 */
export function speechDb(
  words: readonly Pick<Word, 'fromUs' | 'toUs'>[],
  peaks: Uint8Array,
  perSecond: number,
): number | null {
  const own = words.flatMap(({ fromUs, toUs }) => [
    ...peaks.subarray(Math.floor((fromUs / 1e6) * perSecond), Math.ceil((toUs / 1e6) * perSecond)),
  ])
  const loud = own.sort((a, b) => a - b)[Math.floor(own.length * LOUD)] ?? 0
  return loud > 0 ? inDb(loud / 255) - BELOW_PEAKS_DB : null
}
/** The clip in which most words are heard; null where nobody speaks. */
export function speakingIn({ lesson, clips }: Pick<Timed, 'lesson' | 'clips'>): Clip | null {
  const words = (c: Clip) => (c.muted || isMuted(lesson, c.track) ? 0 : (lesson.media[c.media]?.words.length ?? 0))
  const most = Math.max(0, ...clips.map(words))
  return most > 0 ? (clips.find((c) => words(c) === most) ?? null) : null
}
/** How loud a short sound is at its loudest, by its samples: dB of full scale. */
export function loudestDb(samples: Float32Array, rate: number): number {
  const long = Math.max(1, Math.round(STRETCH_S * rate))
  let [sum, most] = [0, 0]
  for (let i = 0; i < samples.length; i++) {
    sum += samples[i]! ** 2 - (i >= long ? samples[i - long]! ** 2 : 0)
    most = Math.max(most, sum)
  }
  return inDb(Math.sqrt(most / long))
}
/** As `loudestDb`, of a file of which only the peaks are known. */
export const loudestByPeaks = (peaks: Uint8Array): number =>
  inDb(peaks.reduce((most, p) => Math.max(most, p), 0) / 255) - BELOW_PEAKS_DB

/**
 * The level at which a short sound is heard beside speech: dB.
 *
 * @param duckDb  by how much it is lowered while words are said; 0 or less
 */
export function levelBeside(speech: number, sound: number, duckDb: number): number {
  const level = Math.round(speech - UNDER_SPEECH_DB - sound - duckDb)
  return Math.min(RANGE.most, Math.max(RANGE.least, level))
}
