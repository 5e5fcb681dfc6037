import { chances } from '@/core/chance'
import { RATE } from './sound'

/** So far below the speech a faint noise is laid under it; dB. */
const BELOW_DB = 35
/** The speech is as loud as this share of windows is not; windows of 20 ms. */
const LOUD = 0.9
const WINDOW = RATE / 50
/** The noise begins anew after so many samples: eight seconds. */
const LONG = 1 << 17

/** A noise that falls with the frequency, of mean square 1. */
function noise(): Float32Array {
  const next = chances(1)
  const out = new Float32Array(LONG)
  let last = 0
  let sum = 0
  for (let i = 0; i < LONG; i++) {
    last = 0.7 * last + (next() + next() + next() + next() - 2)
    out[i] = last
    sum += last * last
  }
  const by = 1 / Math.sqrt(sum / LONG)
  return out.map((v) => v * by)
}
let known: Float32Array | null = null

/** How loud a faint background of a recording is, in steps of a sample: from how loud somebody speaks in it. */
export function backgroundOf(samples: Int16Array): number {
  const levels: number[] = []
  for (let i = 0; i + WINDOW <= samples.length; i += WINDOW) {
    let sum = 0
    for (let k = i; k < i + WINDOW; k++) sum += samples[k]! ** 2
    levels.push(sum / WINDOW)
  }
  levels.sort((a, b) => a - b)
  const loud = Math.sqrt(levels[Math.floor(levels.length * LOUD)] ?? 0)
  return Math.max(1, loud * 10 ** (-BELOW_DB / 20))
}
/**
 * A recording with a faint noise under it. The model knows rooms, not digital silence: where a stop closes, synthetic
 * voices and gated microphones write zeros, which it takes for the pause between two words; words then begin and end
 * hundreds of milliseconds off.
 *
 * @param level  as `backgroundOf` gives it
 */
export function withBackground(samples: Int16Array, level: number): Int16Array {
  known ??= noise()
  const own = known
  return Int16Array.from(samples, (v, i) => Math.max(-32768, Math.min(32767, Math.round(v + own[i % LONG]! * level))))
}
