import { gainAt, type Gain } from './levels'
import type { Heard } from './plan'

/** Samples a second of a mix; it has two channels, their samples in turns. */
export const MIX_RATE = 48_000
export const CHANNELS = 2
export const samplesOf = (us: number): number => Math.round((us * MIX_RATE) / 1e6)

/** A piece of the plan, in samples of the mix. */
export interface Part {
  /** Where it begins in the mix, and for how long it is heard. */
  at: number
  length: number
  /** From the piece's first sample, in order: what samples are multiplied by, in between evenly more or less. */
  levels: readonly Gain[]
}
export const partOf = ({ atUs, longUs, levels }: Heard): Part => ({
  at: samplesOf(atUs),
  length: samplesOf(atUs + longUs) - samplesOf(atUs),
  levels: levels.map((l) => ({ at: samplesOf(l.atUs), gain: l.gain })),
})

/**
 * Adds what is heard of a piece within a block of the mix.
 *
 * @param block     samples of the mix, the channels in turns
 * @param from      the sample of the mix with which it begins
 * @param samples   of the piece, those that lie in this block, channels in turns; what is missing at the end is silent
 */
export function addPart(block: Float32Array, from: number, part: Part, samples: Float32Array): void {
  const first = Math.max(from, part.at)
  const end = Math.min(from + block.length / CHANNELS, part.at + part.length)
  const even = part.levels.length < 2 ? gainAt(part.levels, 0) : null
  let read = 0
  for (let s = first; s < end && read < samples.length; s++) {
    const gain = even ?? gainAt(part.levels, s - part.at)
    const at = (s - from) * CHANNELS
    for (let c = 0; c < CHANNELS; c++) block[at + c] = block[at + c]! + samples[read++]! * gain
  }
}
