/** A pause is no shorter, and what is spoken no shorter either; so much is kept around it. Seconds. */
const PAUSE_S = 0.3
const SPEECH_S = 0.2
const AROUND_S = 0.04
/** Louder than what is there all the time by this share of the way to what is loud, it is spoken. */
const SHARE = 0.16
/** Of all peaks, so many are what is there all the time, and so many are not what is loud. */
const FLOOR = 0.12
const LOUD = 0.92
/** Where all is as loud as that, of 255, nothing is known. */
const LEAST_RANGE = 8

const at = (sorted: Uint8Array, share: number): number => sorted[Math.floor((sorted.length - 1) * share)] ?? 0

/**
 * Where somebody speaks in a sound, by its loudness peaks: louder than the noise that is there all the time.
 *
 * @param peaks      0 to 255
 * @param perSecond  how many of them there are for a second
 * @returns stretches in microseconds, in order; none where the sound is as loud all the time
 */
export function speechIn(peaks: Uint8Array, perSecond: number): { fromUs: number; toUs: number }[] {
  // A peak every hundredth of a second dips within words: of three the loudest counts.
  const smooth = peaks.map((p, i) => Math.max(p, peaks[i - 1] ?? 0, peaks[i + 1] ?? 0))
  const sorted = smooth.toSorted()
  const [floor, loud] = [at(sorted, FLOOR), at(sorted, LOUD)]
  if (loud - floor < LEAST_RANGE) return []
  const over = Math.max(3, floor + SHARE * (loud - floor))
  const runs: { from: number; to: number }[] = []
  for (let i = 0; i < smooth.length; i++) {
    if (smooth[i]! <= over) continue
    const last = runs.at(-1)
    if (last && i - last.to < PAUSE_S * perSecond) last.to = i + 1
    else runs.push({ from: i, to: i + 1 })
  }
  const around = Math.round(AROUND_S * perSecond)
  const us = (i: number) => Math.round((Math.min(Math.max(i, 0), peaks.length) * 1e6) / perSecond)
  return runs
    .filter((r) => r.to - r.from >= SPEECH_S * perSecond)
    .map((r) => ({ fromUs: us(r.from - around), toUs: us(r.to + around) }))
}

/** So near to a time a quieter one is looked for; microseconds. It has to be quieter by so much, of 255. */
const NEAR_US = 45_000
const QUIETER = 6
/**
 * The quietest time near one in a sound, by its loudness peaks: where a word's border is put that is let go there.
 *
 * @param peaks  0 to 255; null where they are not known
 * @returns that time itself where nothing near is quieter
 */
export function quietestNear(us: number, peaks: Uint8Array | null, perSecond: number): number {
  if (!peaks || peaks.length === 0) return us
  const each = 1e6 / perSecond
  const here = Math.round(us / each)
  const reach = Math.round(NEAR_US / each)
  const level = (i: number) => (peaks[i] ?? 0) + (peaks[i - 1] ?? 0)
  let best = here
  for (let by = 1; by <= reach; by++)
    for (const i of [here - by, here + by]) if (i >= 0 && level(i) < level(best) - QUIETER) best = i
  return best === here ? us : Math.round(best * each)
}
