import type { Shadow } from '../display'
import { boundsOf, grown, times, union, type Matrix, type Rect } from '../geometry'
import { kindOf, localBox } from '../kinds'
import type { Element } from '../lesson/schema'
import type { Span, Timed } from '../timing'

/** An element's shadow as it falls on the picture; it grows with the framing. */
export function shadowOf(e: Element, framing: Matrix): Shadow | null {
  if (!e.shadow) return null
  const k = Math.hypot(framing[0], framing[1])
  return { colour: e.shadow.colour, dx: e.shadow.dx * k, dy: e.shadow.dy * k, blurPx: e.shadow.blurPx * k }
}
/** What is covered with a shadow, of what covers `r` without. */
export const withShadow = (r: Rect, s: Shadow): Rect =>
  union(r, grown({ ...r, x: r.x + s.dx, y: r.y + s.dy }, Math.ceil(s.blurPx * 1.5) + 1))

/** Edges are drawn softly, over one pixel more. */
const SOFT = 2
/**
 * What an element may cover of the picture, whatever it draws: heads, outlines, what is soft, and its shadow.
 *
 * @param e        as it stands at the frame
 * @param matrix   from its own pixels to those of the picture
 * @param framing  from the pixels of its place to those of the picture
 */
export function extentOf(
  e: Element,
  matrix: Matrix,
  { framing, frame, span, timed }: { framing: Matrix; frame: number; span: Span; timed: Timed },
): Rect {
  const kind = kindOf(e)
  const soft = Math.hypot(framing[0], framing[1])
  let out = boundsOf(matrix, localBox(e, kind.size(e)))
  for (const d of kind.draw(e, frame, span, timed)) {
    // What stands at a spot of its own does not go along.
    if (d.at) continue
    const own = d.scale === undefined ? matrix : times(matrix, [d.scale, 0, 0, d.scale, 0, 0])
    out = union(out, grown(boundsOf(own, d.box), Math.ceil((d.blurPx ?? 0) * soft * 3)))
  }
  if (e.blurPx > 0) out = grown(out, Math.ceil(e.blurPx * soft * 3))
  const shadow = shadowOf(e, framing)
  return grown(shadow ? withShadow(out, shadow) : out, SOFT)
}
