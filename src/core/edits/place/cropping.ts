import { z } from 'zod'
import { boundsOf, hundredth, isFlat, type Rect } from '../../geometry'
import { croppedBox, sizeOf } from '../../kinds'
import type { Element, Lesson } from '../../lesson/schema'
import { atPose, matrixOf, motionOf } from '../../motion'
import type { Timed } from '../../timing'
import type { KeyValue } from '../../values'
import { define, Id, Ids } from '../ground/act'
import { Num } from '../ground/args'
import { elementIn, elementsIn } from '../ground/chosen'
import { keyedPaths } from '../motion/posing'

/** Shares of a box that are cut off its sides; sides that are not named stay as they are. */
const Crop = z.object({ left: Num, right: Num, top: Num, bottom: Num }).partial()
type Sides = Element['crop']

/** Of a box so much is left at the least. */
const LEAST_LEFT = 0.02
/** Pixels by which something may be off and still stand level with a corner or in the middle. */
const OFF_PX = 2
/** What stands at an edge is so near to it at the most, as a share of the frame's height. */
const NEAR = 0.12

/** Where along a side of the frame something is kept: at its near end, its far end, in its middle; null: nowhere. */
type Held = 'near' | 'far' | 'middle' | null

/**
 * Whether something stands in a corner, at the middle of an edge or in the middle of the frame, small.
 *
 * @param whole  what of it would be there if nothing were cropped: what fills the frame stands nowhere in it
 */
function heldAt(r: Rect, whole: Rect, { width, height }: Lesson['frame']): { x: Held; y: Held } {
  const gaps = { left: r.x, right: width - r.x - r.w, top: r.y, bottom: height - r.y - r.h }
  const nowhere = { x: null, y: null }
  if (Math.min(...Object.values(gaps)) < -OFF_PX || (whole.w > width * 0.9 && whole.h > height * 0.9)) return nowhere
  const along = (near: number, far: number): Held =>
    Math.abs(near - far) <= OFF_PX ? 'middle' : near < far ? 'near' : 'far'
  const held = { x: along(gaps.left, gaps.right), y: along(gaps.top, gaps.bottom) }
  const [gx, gy] = [Math.min(gaps.left, gaps.right), Math.min(gaps.top, gaps.bottom)]
  const near = (gap: number) => gap <= height * NEAR
  if (held.x === 'middle' || held.y === 'middle') {
    const fits = (held.x === 'middle' || near(gx)) && (held.y === 'middle' || near(gy))
    return fits ? held : nowhere
  }
  return near(gx) && Math.abs(gx - gy) <= OFF_PX ? held : nowhere
}

const UNCROPPED: Sides = { left: 0, right: 0, top: 0, bottom: 0 }
const boundsWith = (e: Element, crop: Sides): Rect | null => {
  const m = matrixOf(e)
  return isFlat(m) ? null : boundsOf(m, croppedBox({ ...e, crop }))
}
/** How far an element goes so that after another crop it keeps its corner or edge, and how far it was from that. */
function keeping(e: Element, crop: Sides, frame: Lesson['frame']): { x: number; y: number } | null {
  const [before, after] = [boundsWith(e, e.crop), boundsWith(e, crop)]
  if (!before || !after || e.rides) return null
  const held = heldAt(before, boundsWith(e, UNCROPPED) ?? before, frame)
  const shift = (how: Held, at: 'x' | 'y', long: 'w' | 'h') => {
    if (how === null) return 0
    const left = before[at] - after[at]
    return how === 'near'
      ? left
      : how === 'far'
        ? left + before[long] - after[long]
        : left + (before[long] - after[long]) / 2
  }
  const [dx, dy] = [shift(held.x, 'x', 'w'), shift(held.y, 'y', 'h')]
  return dx || dy ? { x: hundredth(e.x + dx), y: hundredth(e.y + dy) } : null
}

/** Whether how an element is cropped changes from pose to pose. */
export const cropIsKeyed = (e: Element): boolean => [...keyedPaths(e)].some((path) => path.startsWith('crop.'))

/** Crops an element in all its poses but those that say themselves how it is cropped. */
function crop(draft: Lesson, timed: Timed, e: Element, sides: Sides): void {
  const own = elementIn(timed.lesson, e.id)
  const first = keeping(e, sides, draft.frame)
  if (own && !cropIsKeyed(own)) {
    let now = first ?? { x: own.x, y: own.y }
    motionOf(timed, own).moves.forEach((move, n) => {
      const posed = atPose(timed, own, n + 1)
      const next = keeping(posed, sides, draft.frame) ?? { x: posed.x, y: posed.y }
      const values = e.poses.find((p) => p.id === move.pose.id)!.values as Record<string, KeyValue>
      for (const axis of ['x', 'y'] as const) if (axis in values || next[axis] !== now[axis]) values[axis] = next[axis]
      now = next
    })
  }
  e.crop = sides
  if (first) Object.assign(e, first)
}

/**
 * Crops an element. What stands in a corner, at an edge or in the middle keeps that, and its margin, in each of its
 * poses.
 */
export const setCrop = define('setCrop', [Id.element, Crop], (id, wanted) => (draft, { timed }) => {
  const e = elementIn(draft, id)!
  const sides = { ...e.crop }
  const share = (v: number, other: number) =>
    Math.round(Math.min(Math.max(0, 1 - LEAST_LEFT - other), Math.max(0, v)) * 1e4) / 1e4
  if (wanted.left !== undefined) sides.left = share(wanted.left, sides.right)
  if (wanted.right !== undefined) sides.right = share(wanted.right, sides.left)
  if (wanted.top !== undefined) sides.top = share(wanted.top, sides.bottom)
  if (wanted.bottom !== undefined) sides.bottom = share(wanted.bottom, sides.top)
  crop(draft, timed, e, sides)
})

const CORNERS = 0.08
/** Shows elements as a circle of their middle, with round corners, or whole again. */
export const outlineAs = define(
  'outlineAs',
  [Ids.elements, z.enum(['circle', 'rounded', 'full'])],
  (ids, outline) =>
    (draft, { timed }) => {
      for (const e of elementsIn(draft, ids)) {
        const { w, h } = sizeOf(e)
        const side = Math.min(w, h)
        const [x, y] = outline === 'circle' && side > 0 ? [(1 - side / w) / 2, (1 - side / h) / 2] : [0, 0]
        crop(draft, timed, e, { left: x, right: x, top: y, bottom: y })
        e.cornerPx = hundredth({ circle: side / 2, rounded: h * CORNERS, full: 0 }[outline])
      }
    },
)
