import { current, isDraft } from 'immer'
import { newElement, settle } from '../../kinds'
import { Lesson } from '../../lesson/schema'
import { timedOf } from '../../scene'
import { define, Edit } from '../ground/act'
import { Frame, NewId } from '../ground/args'
import { changeRate } from '../clips/rate'
import { numbered } from '../ground/names'
import { fitFactor } from '../place/shaping'
import { Unfit } from '../ground/unfit'
import { makeWhole } from '../ground/whole'
import { said } from '../../../words/words'

/** Puts a lesson among the parts of another: as one of its rate. @returns it, a draft of nothing yet */
export function addPart(draft: Lesson, id: string, lesson: Lesson): Lesson {
  const inner = structuredClone(isDraft(lesson) ? current(lesson) : lesson)
  changeRate(inner, draft.rate)
  draft.parts[id] = inner
  return inner
}

/**
 * Places a lesson in this one, from a frame on: whole, with its own media, in front, as large as it fits into the
 * frame, for as long as it takes.
 *
 * @param part     the id that it has among the lesson's parts
 * @param element  the id of the element that it stands in
 */
export const placeLesson = define(
  'placeLesson',
  [NewId, NewId, Lesson, Frame],
  (part, element, lesson, frame) => (draft) => {
    const inner = addPart(draft, part, lesson)
    const { length } = timedOf(inner)
    const start = { on: 'loose' as const, frame: Math.max(0, frame) }
    const e = newElement(draft, 'part', element, { start, end: { on: 'length', frames: length } })
    const k = fitFactor(inner.frame, draft.frame)
    e.width = inner.frame.width * k
    e.height = inner.frame.height * k
    e.name = numbered(lesson.name.slice(0, 110), new Set(draft.elements.map((x) => x.name)))
    Object.assign(e.look, { part })
    settle(e, draft)
    draft.elements.push(e)
  },
)

/** Makes an edit on one of the lessons in a lesson, as it is made on one that stands alone. */
export const inPart = define('inPart', [NewId, Edit], (part, edit) => (draft, given) => {
  const inner = draft.parts[part]
  if (!inner) throw new Unfit(said('edits.theLessonThatItIs'))
  const before = given.timed.lesson.parts[part] ?? current(inner)
  makeWhole(edit, inner, { ...given, timed: timedOf(before) })
  // A first recording sets the rate of a lesson that stands alone.
  changeRate(inner, draft.rate)
})

/** The lessons of a lesson, those in them as well, that are others than before: with the ways to them. */
export function changedParts(before: Lesson | undefined, after: Lesson, way: string[] = []): [string[], Lesson][] {
  return Object.entries(after.parts).flatMap(([id, part]): [string[], Lesson][] => {
    const was = before?.parts[id]
    return was === part ? [] : [[[...way, id], part], ...changedParts(was, part, [...way, id])]
  })
}
/** The lesson that a way of ids leads to; undefined when it leads nowhere. */
export function lessonAt(lesson: Lesson, way: readonly string[]): Lesson | undefined {
  let at: Lesson | undefined = lesson
  for (const id of way) at = at?.parts[id]
  return at
}
/** An edit of the lesson that a way leads to, as one of the outermost. */
export const within = (way: readonly string[], edit: Edit): Edit =>
  way.reduceRight((made: Edit, part) => inPart(part, made), edit)
