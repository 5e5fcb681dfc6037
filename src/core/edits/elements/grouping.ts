import { boundsOf, hundredth, union, type Rect } from '../../geometry'
import { isView, newElement, sizeOf, plays, carries } from '../../kinds'
import type { Edge, Element, Lesson } from '../../lesson/schema'
import { atPose, poseAt, holds, holders } from '../../motion'
import { frameBoxOf } from '../../scene'
import { resolve, type Timed } from '../../timing'
import { define, Id, Ids, make, type Given } from '../ground/act'
import { Box, Flag, Frame, NewId } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { plain } from '../ground/plain'
import { removeElements } from './elements'
import { attach } from '../place/riding'
import { inWords } from '../../../words/words'

/** The elements that a group carries itself, in stacking order. */
export const membersOf = (lesson: Lesson, group: string): Element[] =>
  lesson.elements.filter((e) => e.rides?.on === group)

/** The rectangle around elements as they stand at a frame, in pixels of the lesson's frame, nothing zoomed. */
function boundsAt(timed: Timed, elements: readonly Element[], frame: number): Rect {
  return elements
    .map((e) => {
      const { from, to } = timed.spans.get(e.id)!
      const at = Math.min(to - 1, Math.max(from, frame))
      const { matrix, box } = frameBoxOf(timed, atPose(timed, e, poseAt(timed, e, at).pose), at, false)
      return boundsOf(matrix, box)
    })
    .reduce(union)
}
const loose = (frame: number): Edge => ({ on: 'loose', frame })

/** Puts a new group at a place in the stack, and lets elements ride on it from a frame on. */
function addGroup(
  draft: Lesson,
  given: Given,
  group: Element,
  { after, ids, frame }: { after: string; ids: readonly string[]; frame: number },
): void {
  const at = draft.elements.findIndex((e) => e.id === after)
  draft.elements.splice(at + 1, 0, group)
  const lesson = plain(draft) as Lesson
  make(attach(ids, group.id, frame), draft, { ...given, timed: resolve(lesson) })
}

/** A name for a group, free in the lesson. */
function emptyGroup(draft: Lesson, id: string, start: Edge, end: Edge, r: Rect): Element {
  const e = newElement(draft, 'group', id, { start, end }, { x: r.x + r.w / 2, y: r.y + r.h / 2 })
  return {
    ...e,
    x: hundredth(r.x + r.w / 2),
    y: hundredth(r.y + r.h / 2),
    width: hundredth(r.w),
    height: hundredth(r.h),
  }
}

/**
 * Gathers elements into a group that has place, size, turn, opacity and moves of its own: nothing moves by it. It lies
 * where the uppermost of them lies, for as long as any of them is there.
 */
export const makeGroup = define('makeGroup', [Ids.elements, NewId, Frame], (ids, groupId, frame) => (draft, given) => {
  const { timed } = given
  const own = timed.lesson.elements.filter((e) => ids.includes(e.id) && !isView(e) && plays(e)?.what !== 'sound')
  // What rides on another of them comes along with that one.
  const riders = own.filter((e) => !own.some((o) => o.id === e.rides?.on))
  const top = own.at(-1)
  if (!top) return
  const spans = own.map((e) => timed.spans.get(e.id)!)
  const [from, to] = [Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to))]
  const group = emptyGroup(draft, groupId, loose(from), loose(to), boundsAt(timed, own, frame))
  Object.assign(group, { track: top.track, space: top.space })
  addGroup(draft, given, group, { after: top.id, ids: riders.map((e) => e.id), frame })
})
/** Takes a group away and leaves its members where they are at a frame, as visible as they were. */
export const dissolveGroup = define('dissolveGroup', [Id.element, Frame], (id, frame) => (draft, given) => {
  const { timed } = given
  const group = timed.lesson.elements.find((e) => e.id === id)
  if (!group || !carries(group)) return
  const members = membersOf(timed.lesson, id)
  const { opacity } = atPose(timed, group, poseAt(timed, group, frame).pose)
  make(removeElements([id], frame), draft, given)
  if (opacity >= 1 || !holds(group)) return
  for (const { id: member } of members) {
    const e = elementIn(draft, member)
    if (e) e.opacity = Math.round(e.opacity * opacity * 1e4) / 1e4
  }
})

/**
 * Shows elements only within a rectangle of the frame: they become a group that is masked by it. What is taller or
 * wider is brought to the rectangle's width and begins at its top, when `fit` says so.
 */
export const windowOver = define(
  'windowOver',
  [Ids.elements, Box, NewId, Frame, Flag],
  (ids, rect, groupId, frame, fit) => (draft, given) => {
    const { timed } = given
    const own = timed.lesson.elements.filter((e) => ids.includes(e.id) && !isView(e) && plays(e)?.what !== 'sound')
    const top = own.at(-1)
    if (!top || rect.w < 1 || rect.h < 1) return
    const spans = own.map((e) => timed.spans.get(e.id)!)
    const [from, to] = [Math.min(...spans.map((s) => s.from)), Math.max(...spans.map((s) => s.to))]
    if (fit)
      for (const { id } of own) {
        const e = elementIn(draft, id)!
        const { w, h } = sizeOf(e)
        const k = w > 0 ? rect.w / w : 1
        const scale = Math.round(k * 1e4) / 1e4
        e.scale = { x: scale, y: scale }
        e.x = hundredth(rect.x + w * scale * e.anchor.x)
        e.y = hundredth(rect.y + h * scale * e.anchor.y)
      }
    const group = emptyGroup(draft, groupId, loose(from), loose(to), rect)
    // It is a screen: with a ground, and a rim as wide as goes with the frame.
    const rim = Math.max(1, Math.round(draft.frame.height / 180))
    Object.assign(group.look, { mask: true, ground: '#fffdf8', border: '#2b2118', borderPx: rim })
    group.cornerPx = rim * 2
    Object.assign(group, {
      track: top.track,
      space: top.space,
      name: inWords('edits.windowOn', top.name).slice(0, 120),
    })
    addGroup(draft, given, group, { after: top.id, ids: own.map((e) => e.id), frame })
  },
)

/** Elements, and all that the groups among them carry. */
export function withMembers(lesson: Lesson, ids: readonly string[]): string[] {
  const held = holders(lesson)
  if (held.size === 0) return [...ids]
  const chosen = new Set(ids)
  const isIn = (id: string): boolean => {
    const group = held.get(id)
    return group !== undefined && (chosen.has(group) || isIn(group))
  }
  return [...ids, ...lesson.elements.filter((e) => !chosen.has(e.id) && isIn(e.id)).map((e) => e.id)]
}
