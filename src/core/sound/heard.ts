import type { Clip } from '../lesson/clips'
import type { Rational } from '../lesson/timeMap'
import type { Leg } from './legs'
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
  /** The sound that is made of it so that it keeps its pitch; null where none is: at its own speed, or far from it. */
  made: MadeSound | null
  /** What samples are multiplied by at times from the piece's beginning on; in between evenly more or less. */
  levels: Level[]
}

/** Sound that is made of a medium, by the legs that it goes through, and where in it something begins. */
export interface MadeSound {
  legs: readonly Leg[]
  atUs: number
}
