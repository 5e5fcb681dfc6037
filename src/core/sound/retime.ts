/** So many samples are laid over each other at a time, half of them new: 43 ms. */
const WINDOW = 2048
const HOP = WINDOW / 2
/** A piece is taken from up to so many samples beside its time, where it goes on best from the one before: 10 ms. */
const REACH = 480
/** What is compared: every so many samples, of as many places. */
const STEP = 4

/**
 * Sound that goes by at a changing speed, its pitch kept: pieces of it are laid over each other at a steady pace, each
 * from where its time has come to, or close by where it goes on best (WSOLA: Verhelst and Roelands, 1993).
 *
 * @param source    samples of each channel
 * @param sourceAt  the sample of the source whose time it is at a sample of what is made; never less than before
 * @param length    how many samples are made
 * @returns samples of each channel
 */
export function retimed(
  source: readonly Float32Array[],
  sourceAt: (sample: number) => number,
  length: number,
): Float32Array[] {
  const out = source.map(() => new Float32Array(length))
  const mono = monoOf(source)
  let from = Math.round(sourceAt(0)) - HOP
  for (let at = -HOP; at < length; at += HOP) {
    if (at >= 0) from = bestNear(mono, Math.round(sourceAt(at)), from + HOP)
    for (const [c, samples] of source.entries()) {
      const to = out[c]!
      for (let i = Math.max(0, -at); i < WINDOW && at + i < length; i++) {
        const share = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / WINDOW)
        to[at + i] = to[at + i]! + share * (samples[from + i] ?? 0)
      }
    }
  }
  return out
}

function monoOf([first = new Float32Array(0), ...others]: readonly Float32Array[]): Float32Array {
  const out = Float32Array.from(first)
  for (const o of others) for (let i = 0; i < out.length; i++) out[i] = out[i]! + (o[i] ?? 0)
  return out
}

/** The place near `wanted` where the sound is most like what follows on from the piece before, at `goesOn`. */
function bestNear(mono: Float32Array, wanted: number, goesOn: number): number {
  if (Math.abs(wanted - goesOn) <= 1) return goesOn
  let best = wanted
  let most = 0
  for (let by = -REACH; by <= REACH; by += STEP) {
    const alike = likeness(mono, wanted + by, goesOn)
    if (alike > most) [best, most] = [wanted + by, alike]
  }
  const near = best
  for (let by = -STEP + 1; by < STEP; by++) {
    const alike = likeness(mono, near + by, goesOn)
    if (alike > most) [best, most] = [near + by, alike]
  }
  return best
}
/** How much alike two places are over what the pieces lie over each other: 1, the same; 0 or less, not at all. */
function likeness(mono: Float32Array, a: number, b: number): number {
  let both = 0
  let own = 0
  let other = 0
  for (let i = 0; i < HOP; i += STEP) {
    const x = mono[a + i] ?? 0
    const y = mono[b + i] ?? 0
    both += x * y
    own += x * x
    other += y * y
  }
  return own > 0 && other > 0 ? both / Math.sqrt(own * other) : 0
}
