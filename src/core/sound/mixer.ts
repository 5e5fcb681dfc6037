import { gainAt, type Gain } from './levels'
import type { Heard } from './heard'
import { samplesOf } from './legs'

export const CHANNELS = 2

/** A piece of the plan, in samples of the mix. */
export interface MixPart {
  /** Where it begins in the mix, and for how long it is heard. */
  at: number
  length: number
  /** The sample of its file, or of what was made of it, with which it begins. */
  begins: number
  /** From the piece's first sample, in order: what samples are multiplied by, in between evenly more or less. */
  levels: readonly Gain[]
}
export const partOf = ({ atUs, longUs, sourceUs, speed, made, levels }: Heard): MixPart => ({
  at: samplesOf(atUs),
  length: samplesOf(atUs + longUs) - samplesOf(atUs),
  begins: beginsWith(atUs, made?.atUs ?? sourceUs, made ? 1 : speed),
  levels: levels.map((l) => ({ at: samplesOf(l.atUs), gain: l.gain })),
})

/** What goes on from another piece is as far from its own place as that one, to the sample. */
const beginsWith = (atUs: number, fromUs: number, speed: number): number =>
  speed === 1 ? Math.max(0, samplesOf(atUs) + samplesOf(fromUs - atUs)) : samplesOf(fromUs)

/**
 * Adds what is heard of a piece within a block of the mix.
 *
 * @param block     samples of the mix, the channels in turns
 * @param from      the sample of the mix with which it begins
 * @param samples   of the piece, those that lie in this block, channels in turns; what is missing at the end is silent
 */
export function addPart(block: Float32Array, from: number, part: MixPart, samples: Float32Array): void {
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
