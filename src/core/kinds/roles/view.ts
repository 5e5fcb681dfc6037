import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'
import type { ZoomLook } from '../zoom/look'

/**
 * It says which part of the take fills the picture, and draws nothing itself: how that is gone to and left. Frames on
 * the way, eased; `smooth`, long ways draw back and come near again.
 */
export interface View {
  inFrames: number
  backFrames: number
  easing: string
  smooth?: boolean
  /** How it follows the pointer, where it does; `found`, its first view is as it was worked out. */
  follow?: ZoomLook['follow']
}
export const goingOf = (e: Element): View | null => kindOf(e).roles.view?.(e) ?? null
export const followsOf = (e: Element): View['follow'] | null => goingOf(e)?.follow ?? null
export const isView = (e: Element): boolean => kindOf(e).roles.view !== undefined
