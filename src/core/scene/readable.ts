import type { Element } from '../lesson/schema'
import type { ElementKind } from '../elements'
import type { Matrix } from './geometry'

/** What is kept at its size as a whole when the framing zooms in, and what grows with the take while its lines stay as thick as they are. */
const KEPT: Partial<Record<ElementKind, 'whole' | 'lines'>> = { callout: 'whole', text: 'whole', pointer: 'whole', arrow: 'lines', shape: 'lines' }
/** Whether an element of this kind has text or lines that a zoom can leave as they are. */
export const canStayReadable = (e: Element): boolean => KEPT[e.look.kind] !== undefined

/**
 * An element whose text and lines are to be as large in the picture as without the framing: drawn larger or left as it is,
 * and `by` how much smaller that drawing is placed.
 */
export function readable(e: Element, framing: Matrix): { element: Element; by: number } {
  const how = e.readable && e.space === 'take' ? KEPT[e.look.kind] : undefined
  const k = Math.hypot(framing[0], framing[1])
  if (!how || Math.abs(k - 1) < 1e-6 || k < 1e-6) return { element: e, by: 1 }
  const { look } = e
  if (how === 'whole') {
    if (look.kind !== 'callout' || !look.tip) return { element: e, by: 1 / k }
    return { element: { ...e, look: { ...look, tip: { x: e.x + (look.tip.x - e.x) * k, y: e.y + (look.tip.y - e.y) * k } } }, by: 1 / k }
  }
  return { element: { ...e, width: e.width * k, height: e.height * k, ...(look.kind === 'arrow' && { look: { ...look, bend: look.bend * k } }) }, by: 1 / k }
}
