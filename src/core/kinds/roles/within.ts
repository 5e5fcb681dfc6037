import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'
import type { Runs } from './runs'

/** It places a lesson in another. */
export interface Placed extends Runs {
  /** Which of the outer lesson's parts it is. */
  part: string
  /** So many of its frames are left out at its beginning, and all from `toFrame` on. */
  inFrames: number
  toFrame: number | null
  /** Given more time than it takes, it goes slower; else it rests at its end. `asks`: nobody has said yet which. */
  slower: boolean
  asks: boolean
  levelDb: number
  muted: boolean
}
/** The lesson that an element places in its own; null for what places none. */
export const placedIn = (e: Element): Placed | null => kindOf(e).roles.within?.(e) ?? null
