import type { Element } from '../../lesson/schema'
import type { Look } from '../looks'
import { kindOf } from '../registry'

/** It marks presses. */
export interface Marks {
  /** Whether it stands for many, each at a press of its own, and so has no place itself. */
  every: boolean
  /** One of those that it stands for: what it is then, and for how many frames. */
  single(): { look: Look; frames: number }
}
export const marks = (e: Element): Marks | null => kindOf(e).roles.marks?.(e) ?? null
/** Whether an element stands for many: a ripple on every click. */
export const isRule = (e: Element): boolean => marks(e)?.every ?? false
