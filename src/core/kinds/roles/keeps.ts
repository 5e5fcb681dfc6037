import type { Rect } from '../../geometry'
import type { Element } from '../../lesson/schema'
import { kindOf } from '../registry'

/** An edge of the frame. */
export type FrameEdge = 'top' | 'bottom' | 'left' | 'right'
/** It can be kept to the frame. */
export interface Keeps {
  /** To an edge of it, or to all of it: then it is what lies below all else. Null while it lies free. */
  to: FrameEdge | 'frame' | null
  /** The values that it lies there by: whoever sets one of them places it otherwise. */
  by: readonly ('x' | 'y' | 'width' | 'height' | 'rotation' | 'anchor')[]
  /** A draft was placed by hand: it lets go of that. */
  letGo(): void
  /** Where it lies while something leaves only a part of the frame free; null: where it is. */
  within?(free: Rect): Partial<Element> | null
}
export const keeps = (e: Element): Keeps | null => kindOf(e).roles.keeps?.(e) ?? null
/** The edge of the frame that it is kept to; null when it lies free. */
export function heldBy(e: Element): FrameEdge | null {
  const to = keeps(e)?.to ?? null
  return to === 'frame' ? null : to
}
/** Whether it takes its place and size from the frame. */
export const isGround = (e: Element): boolean => keeps(e)?.to === 'frame'
/**
 * Lets a draft that was placed by hand go of what it was kept to.
 *
 * @param set  paths of the values that were set: it stays unless it lies there by one of them; left out, it goes
 */
export function letGo(e: Element, set?: readonly string[]): void {
  const kept = keeps(e)
  if (!set || kept?.by.some((value) => set.some((path) => path.split('.')[0] === value))) kept?.letGo()
}
