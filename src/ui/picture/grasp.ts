import { hasPlace, heldBy, isView, isUnseen } from '@/core/kinds'
import { apply, boundsOf, holdsPoint, inverse, isFlat, meets, type Point, type Rect } from '@/core/geometry'
import type { Element } from '@/core/lesson/schema'
import { holders } from '@/core/motion'
import { elementsAt, frameBoxOf, hitAt } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { elementIn } from '@/core/edits'
import { stanceNow, standing } from '../state/inPose'
import { desk, isFramed } from '../state/desk'

/** The upright box of an element on the picture, in the pose that edits change. */
export function boxOf(timed: Timed, id: string): Rect | null {
  const own = elementIn(timed.lesson, id)
  if (!own) return null
  const { matrix, box } = frameBoxOf(timed, standing(own, stanceNow(), timed), desk().playhead, isFramed())
  return boundsOf(matrix, box)
}

/** The outermost group that an element is in, as far as none of it is selected yet; else the element. */
function outermost(timed: Timed, e: Element): Element {
  const group = holders(timed.lesson).get(e.id)
  const on = group === undefined ? undefined : elementIn(timed.lesson, group)
  return !on || desk().elements.includes(e.id) ? e : outermost(timed, on)
}

/** What is selected can be grasped where its pose stands, also where it is not in sight now. */
function selectedAt(timed: Timed, p: Point): Element | null {
  for (const id of desk().elements) {
    const own = elementIn(timed.lesson, id)
    if (!own || own.locked || (own.poses.length === 0 && !isUnseen(own)) || isView(own)) continue
    const { matrix, box } = frameBoxOf(timed, standing(own, stanceNow(), timed), desk().playhead, isFramed())
    if (!isFlat(matrix) && holdsPoint(box, apply(inverse(matrix), p))) return own
  }
  return null
}

/** A view that alone is selected, where the spot lies in the part of the recording that it shows. */
function viewAt(timed: Timed, p: Point): Element | null {
  const [id, ...others] = desk().elements
  const view = id !== undefined && others.length === 0 && elementIn(timed.lesson, id)
  if (!view || !isView(view)) return null
  const { x, y, width, height, anchor } = standing(view)
  return holdsPoint({ x: x - anchor.x * width, y: y - anchor.y * height, w: width, h: height }, p) ? view : null
}

/**
 * What a press on the picture takes hold of: what is selected before what lies on top of it, a group before what is
 * in it.
 *
 * @param inner  what is in a group rather than the group
 */
export function graspAt(timed: Timed, p: Point, inner: boolean): Element | null {
  const found = viewAt(timed, p) ?? selectedAt(timed, p) ?? hitAt(timed, desk().playhead, p, isFramed())
  return found && !inner ? outermost(timed, found) : (found ?? null)
}

/** What lies in a group at a spot, as that is pressed again; null where there is nothing. */
export function withinAt(timed: Timed, group: Element, p: Point): Element | null {
  const inner = hitAt(timed, desk().playhead, p, isFramed(), [group.id])
  return inner && holders(timed.lesson).get(inner.id) === group.id ? inner : null
}

/** The elements that a rectangle on the picture touches, by their ids. */
export const touchedBy = (timed: Timed, rect: Rect): string[] =>
  elementsAt(timed, desk().playhead)
    .filter((x) => !x.locked && !x.hidden && hasPlace(x) && heldBy(x) === null)
    .filter((x) => {
      const box = boxOf(timed, x.id)
      return box && meets(box, rect)
    })
    .map((x) => x.id)
