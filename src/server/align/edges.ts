import type { HeardWord } from './decode'

/** Loudness every so many milliseconds, of windows twice as long; in dB. */
const STEP_MS = 5
export interface Loudness {
  db: Float32Array
  stepMs: number
  /** What is never quieter, as background: a twentieth of all steps are below it. */
  floor: number
}

/** How loud a sound is over time, its lowest rumble left out. */
export function loudnessOf(samples: Int16Array, rate: number): Loudness {
  const step = Math.round((rate * STEP_MS) / 1000)
  const n = Math.max(0, Math.floor(samples.length / step) - 1)
  const db = new Float32Array(n)
  // The difference of neighbours weighs the higher sounds more, of which speech has its edges.
  for (let i = 0; i < n; i++) {
    let sum = 0
    for (let k = i * step + 1; k < i * step + 2 * step; k++) {
      const v = samples[k]! - 0.9 * samples[k - 1]!
      sum += v * v
    }
    db[i] = 10 * Math.log10(sum / (2 * step) + 1)
  }
  const sorted = Float32Array.from(db).sort()
  return { db, stepMs: STEP_MS, floor: sorted[Math.floor(n * 0.05)] ?? 0 }
}

/** A word before a pause is heard to fade this far below how loud it was; and this far above the background. */
const FADES_DB = 18
const ABOVE_DB = 7
/** It goes on for so long at the most after it was taken to end. */
const GOES_ON_MS = 220

/**
 * Ends of words before pauses, to where they fade out: a long last vowel is taken for silence by the model when it gets
 * faint. Frames are hundredths of a second; a word that another one follows at once stays as it is.
 */
export function fadedOut(heard: readonly (HeardWord | null)[], { db, stepMs, floor }: Loudness): (HeardWord | null)[] {
  return heard.map((h, i) => {
    if (!h) return null
    const next = heard.slice(i + 1).find((x) => x !== null)
    const [from, end] = [h.from * 10, h.to * 10]
    const until = Math.min(end + GOES_ON_MS, next ? next.from * 10 - 10 : Infinity)
    if (until - end < 20) return h
    const at = (ms: number) => Math.max(0, Math.min(db.length - 1, Math.round(ms / stepMs)))
    const own = db.slice(at(Math.max(from, end - 300)), at(end) + 1)
    const peak = own.toSorted()[Math.floor(own.length * 0.9)] ?? floor
    const least = Math.max(floor + ABOVE_DB, peak - FADES_DB)
    let to = at(end)
    while (to < at(until) && db[to]! > least) to++
    return { ...h, to: Math.max(end, to * stepMs) / 10 }
  })
}
