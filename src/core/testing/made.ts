import { applyPatches, produce } from 'immer'
import { applyEdit, changesBetween, idsFrom, makeChanges, type Edit } from '../edits'
import { checkLesson } from '../review/check'
import type { Lesson, MoveEdge, Pose } from '../lesson/schema'
import { toWords } from '../../words/words'

/** The lesson after an edit; held to being sound, and to coming back and going on by its patches exactly. */
export function made(lesson: Lesson, edit: Edit, newId: (what: string) => string = newIds()): Lesson {
  const result = applyEdit(lesson, edit, newId)
  if (!('edited' in result)) throw new Error(`nothing was changed: ${whyNot(result)}`)
  expect(applyPatches(result.edited.lesson, result.edited.inverse)).toEqual(lesson)
  expect(applyPatches(lesson, result.edited.patches)).toEqual(result.edited.lesson)
  expect(checkLesson(JSON.parse(JSON.stringify(result.edited.lesson))).faults).toEqual([])
  return result.edited.lesson
}
/** Why an edit was not made, in words; null when it was, or would have changed nothing. */
export const whyNot = (result: ReturnType<typeof applyEdit>): string | null =>
  'refused' in result && result.refused ? toWords(result.refused) : null
/** The lesson after several edits, one after the other; each is held to the same. */
export const madeAll = (lesson: Lesson, ...edits: Edit[]): Lesson =>
  edits.reduce((now, edit, i) => made(now, edit, idsFrom(`t${i}`)), lesson)
/** The edit that does to a lesson what is done to its draft by hand. */
export const byHand = (lesson: Lesson, change: (draft: Lesson) => void): Edit =>
  makeChanges(
    changesBetween(
      lesson,
      produce(lesson, (draft) => {
        change(draft)
      }),
    ),
  )
/** Ids that are new each time, counted. */
export const newIds = (): (() => string) => {
  let n = 0
  return () => `new-${++n}`
}
export const pose = (
  id: string,
  start: MoveEdge,
  end: MoveEdge,
  values: Pose['values'],
  change: Partial<Pose> = {},
): Pose => ({ id, start, end, values, easing: 'linear', curve: null, ...change })
export const after = (frames: number): MoveEdge => ({ on: 'start', frames })
export const long = (frames: number): MoveEdge => ({ on: 'length', frames })
