import type { Clip } from '../lesson/clips'
import type { Rational } from '../lesson/timeMap'
import type { Level } from './levels'

/** A piece of a medium that is heard in a passage. All times in microseconds. */
export interface Heard {
  clip: Clip
  /** From the start of the passage. */
  atUs: number
  longUs: number
  /** Where in the medium it begins, and how fast the medium goes by. */
  sourceUs: number
  speed: number
  pace: Rational
  /** Whether its sound is stretched, so that it keeps its pitch; else the pitch goes with the speed. */
  stretched: boolean
  /** The change of speed that it lies in, if it does. */
  ramp: Ramp | null
  /** Where in what was stretched it begins: a whole medium, or a change of speed. */
  madeUs: number
  /** What samples are multiplied by at times from the piece's beginning on; in between evenly more or less. */
  levels: Level[]
}

/** How a medium changes its speed, evenly, from one of its times to another. */
export interface Ramp {
  fromUs: number
  toUs: number
  first: Rational
  last: Rational
}
