import type { Shape } from '../../display'
import type { Quad } from '../../geometry'
import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** It carries what rides on it. */
export interface Carries {
  /** What rides on it lies where it lies in the stack, and is faded with it. */
  asOne: boolean
  /** Only what lies in its box is seen of that. */
  masks: boolean
  /** What is drawn behind and before that, in its own pixels. */
  backing(): { behind: Shape[]; before: Shape[] }
  /** The four corners of its own pixels that it is brought to, as seen in perspective; null: none. */
  warp(): { quad: Quad; featherPx: number } | null
}
export const carries = (e: Element): Carries | null => kindOf(e).roles.carries?.(e) ?? null
