import { elementIn, elementsIn } from '../ground/chosen'
import { heightByHand, kindOf, letGo, sizeOf } from '../../kinds'
import { Element, type Lesson } from '../../lesson/schema'
import { atPose, motionOf, matrixOf } from '../../motion'
import { type KeyValue } from '../../values'
import { hundredth, apply, boundsOf, inverse, isFlat, union, type Rect } from '../../geometry'
import { frameBoxOf, spaceOf } from '../../scene'
import { SAFE_AREAS } from '../../scene/snap'
import type { Timed } from '../../timing'
import { z } from 'zod'
import { define, Id, Ids } from '../ground/act'
import { Axis, NewId, Num, Stance } from '../ground/args'
import { poseMeant } from '../motion/posing'

export const AlignEdge = z.enum(['left', 'centre', 'right', 'top', 'middle', 'bottom'])
export type AlignEdge = z.infer<typeof AlignEdge>
export const AlignTo = z.enum(['frame', 'action', 'title', 'each-other'])
export type AlignTo = z.infer<typeof AlignTo>
/** Elements as they stand in one of their poses, at a frame. */
const Standing = z.object({ frame: Num, stance: Stance })
export type Standing = z.infer<typeof Standing>

interface Box {
  own: Element
  rect: Rect
}
/** The upright rectangles around elements on the picture; nothing zoomed. */
function boxesOf(timed: Timed, { frame, stance }: Standing, ids: readonly string[]): Box[] {
  return ids.flatMap((id) => {
    const own = timed.lesson.elements.find((e) => e.id === id)
    if (!own || own.locked) return []
    const { matrix, box } = frameBoxOf(timed, atPose(timed, own, poseMeant(timed, own, stance)), frame, false)
    return [{ own, rect: boundsOf(matrix, box) }]
  })
}
/** Moves elements by pixels of the picture, each its own way. */
function shiftEach(
  draft: Lesson,
  timed: Timed,
  frame: number,
  shifts: { own: Element; dx: number; dy: number }[],
): void {
  for (const { own, dx, dy } of shifts) {
    const e = elementIn(draft, own.id)
    const m = spaceOf(timed, own, frame, false)
    if (!e || isFlat(m)) continue
    const a = apply(inverse(m), { x: 0, y: 0 })
    const b = apply(inverse(m), { x: dx, y: dy })
    e.x = hundredth(e.x + b.x - a.x)
    e.y = hundredth(e.y + b.y - a.y)
    if (dx || dy) letGo(e)
  }
}

/** Lines elements up along an edge or a middle: of the frame, of a safe area, or of what surrounds them all. */
export const align = define(
  'align',
  [Ids.elements, AlignEdge, AlignTo, Standing],
  (ids, edge, to, standing) =>
    (draft, { timed }) => {
      const boxes = boxesOf(timed, standing, ids)
      const { width, height } = timed.lesson.frame
      const m = to === 'frame' ? 0 : to === 'each-other' ? null : SAFE_AREAS[to]
      if (boxes.length === 0) return
      const goal: Rect =
        m === null
          ? boxes.map((b) => b.rect).reduce(union)
          : { x: width * m, y: height * m, w: width * (1 - 2 * m), h: height * (1 - 2 * m) }
      shiftEach(
        draft,
        timed,
        standing.frame,
        boxes.map(({ own, rect: r }) => {
          const dx =
            { left: goal.x - r.x, centre: goal.x + goal.w / 2 - r.x - r.w / 2, right: goal.x + goal.w - r.x - r.w }[
              edge as 'left'
            ] ?? 0
          const dy =
            { top: goal.y - r.y, middle: goal.y + goal.h / 2 - r.y - r.h / 2, bottom: goal.y + goal.h - r.y - r.h }[
              edge as 'top'
            ] ?? 0
          return { own, dx, dy }
        }),
      )
    },
)

/** Spreads elements so that the gaps between them are equal; the first and the last stay. */
export const distribute = define(
  'distribute',
  [Ids.elements, Axis, Standing],
  (ids, axis, standing) =>
    (draft, { timed }) => {
      const [at, long] = axis === 'across' ? (['x', 'w'] as const) : (['y', 'h'] as const)
      const boxes = boxesOf(timed, standing, ids).sort(
        (a, b) => a.rect[at] + a.rect[long] / 2 - b.rect[at] - b.rect[long] / 2,
      )
      if (boxes.length < 3) return
      const first = boxes[0]!.rect
      const last = boxes.at(-1)!.rect
      const gap = (last[at] + last[long] - first[at] - boxes.reduce((s, b) => s + b.rect[long], 0)) / (boxes.length - 1)
      let next = first[at]
      shiftEach(
        draft,
        timed,
        standing.frame,
        boxes.map(({ own, rect }) => {
          const by = next - rect[at]
          next += rect[long] + gap
          return { own, dx: axis === 'across' ? by : 0, dy: axis === 'down' ? by : 0 }
        }),
      )
    },
)

/** Makes elements as wide or as tall as the first one chosen. */
export const equalSizes = define(
  'equalSizes',
  [Ids.elements, z.enum(['width', 'height']), Stance],
  (ids, what, stance) =>
    (draft, { timed }) => {
      const lead = timed.lesson.elements.find((e) => e.id === ids[0])
      if (!lead) return
      const posed = atPose(timed, lead, poseMeant(timed, lead, stance))
      const size = sizeOf(posed)
      for (const e of draft.elements) {
        if (!ids.includes(e.id) || e.id === lead.id || kindOf(e).pulls === 'none') continue
        const own = sizeOf(e)
        const shape = own.h > 0 ? own.w / own.h : 1
        if (what === 'width') {
          e.width = size.w
          if (kindOf(e).pulls === 'shape') e.height = size.w / shape
        } else {
          e.height = size.h
          if (kindOf(e).pulls === 'shape') e.width = size.h * shape
          heightByHand(e)
        }
      }
    },
)
/** Mirrors elements in place. */
export const flip = define('flip', [Ids.elements, Axis], (ids, axis) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    if (axis === 'across') e.scale.x = -e.scale.x
    else e.scale.y = -e.scale.y
  }
})
/** Moves the anchor point within an element (shares of its box); nothing that is seen moves, in any of its poses. */
export const setAnchor = define('setAnchor', [Id.element, Element.shape.anchor], (id, anchor) => (draft, { timed }) => {
  const own = timed.lesson.elements.find((e) => e.id === id)
  const e = elementIn(draft, id)
  if (!own || !e) return
  const { moves } = motionOf(timed, own)
  let before = { x: own.x, y: own.y }
  for (let n = 0; n <= moves.length; n++) {
    const posed = atPose(timed, own, n)
    const size = sizeOf(posed)
    const m = matrixOf(posed)
    const at = apply(m, { x: (anchor.x - posed.anchor.x) * size.w, y: (anchor.y - posed.anchor.y) * size.h })
    const next = { x: hundredth(at.x), y: hundredth(at.y) }
    if (n === 0) Object.assign(e, next)
    else {
      const values = e.poses.find((p) => p.id === moves[n - 1]!.pose.id)!.values as Record<string, KeyValue>
      for (const axis of ['x', 'y'] as const)
        if (axis in values || next[axis] !== before[axis]) values[axis] = next[axis]
      delete values['anchor.x']
      delete values['anchor.y']
    }
    before = next
  }
  letGo(e, ['anchor'])
  e.anchor = { ...anchor }
})
/** Puts elements into one group, or with null out of theirs. */
export const setGroup = define('setGroup', [Ids.elements, NewId.nullable()], (ids, group) => (draft) => {
  for (const e of elementsIn(draft, ids)) e.group = group
})
/** The elements that go with these: their groups, whole. */
export function withGroups(elements: readonly Element[], ids: readonly string[]): string[] {
  const groups = new Set(elements.flatMap((e) => (ids.includes(e.id) && e.group ? [e.group] : [])))
  return groups.size === 0
    ? [...ids]
    : [...ids, ...elements.filter((e) => e.group && groups.has(e.group) && !ids.includes(e.id)).map((e) => e.id)]
}
