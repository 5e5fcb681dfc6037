import { kindOf } from '../kinds'
import type { Element } from '../lesson/schema'
import type { Matrix } from '../geometry'

/** Whether an element of this kind has text or lines that a zoom can leave as they are. */
export const canStayReadable = (e: Element): boolean => kindOf(e).kept !== undefined

/**
 * An element whose text and lines are to be as large in the picture as without the framing: drawn larger or left as it
 * is, and `by` how much smaller that drawing is placed.
 */
export function readable(e: Element, framing: Matrix): { element: Element; by: number } {
  const { kept } = kindOf(e)
  const k = Math.hypot(framing[0], framing[1])
  if (!kept || !e.readable || e.space !== 'framed' || Math.abs(k - 1) < 1e-6 || k < 1e-6) return { element: e, by: 1 }
  return { element: kept(e, k), by: 1 / k }
}
