import { apply, grown, IDENTITY, inverse, isFlat, times, type Matrix, type Point, type Rect } from '../geometry'
import { isView, kindOf, localBox, sizeOf, isPickable } from '../kinds'
import type { Element } from '../lesson/schema'
import { carryOf, matrixOf, posedAt } from '../motion'
import type { Timed } from '../timing'
import { elementsAt } from './layersAt'
import { framingOf } from './place'
import { readable } from './readable'

/** From the pixels that an element is placed in to the picture: what carries it, then the framing. */
export function spaceOf(timed: Timed, e: Element, frame: number, framed = true): Matrix {
  const framing = e.space === 'framed' && !isView(e) ? framingOf(timed, frame, framed) : IDENTITY
  return times(framing, carryOf(timed, e, frame, framing).matrix)
}
/**
 * An element's own box on the picture at a frame and the matrix that places it; for handles and hit tests. `e` may be
 * any of its poses.
 */
export function frameBoxOf(timed: Timed, e: Element, frame: number, framed = true): { matrix: Matrix; box: Rect } {
  const { element, by } = readable(e, e.readable ? framingOf(timed, frame, framed) : IDENTITY)
  return {
    matrix: times(spaceOf(timed, e, frame, framed), times(matrixOf(e), [by, 0, 0, by, 0, 0])),
    box: localBox(element, sizeOf(element)),
  }
}

const HIT_PX = 8
/**
 * The topmost element in sight whose box holds a point of the picture, arrows along their line. Zooms draw nothing and
 * are not hit.
 */
export function hitAt(
  timed: Timed,
  frame: number,
  point: Point,
  framed = true,
  without: readonly string[] = [],
): Element | null {
  for (const own of elementsAt(timed, frame).toReversed()) {
    const e = posedAt(timed, own, frame)
    if (!e || e.hidden || e.locked || without.includes(e.id) || !isPickable(e)) continue
    const { matrix, box } = frameBoxOf(timed, e, frame, framed)
    if (isFlat(matrix)) continue
    const p = apply(inverse(matrix), point)
    const reach = HIT_PX / Math.hypot(matrix[0], matrix[1])
    const rises = kindOf(e).thin?.(e)
    const r = grown(box, rises === undefined ? 0 : reach)
    const tall = rises ?? 0
    if (p.x >= r.x && p.x <= r.x + r.w && p.y >= r.y - tall && p.y <= r.y + r.h + tall) return own
  }
  return null
}
