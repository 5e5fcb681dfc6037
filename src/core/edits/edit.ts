import { enablePatches, produce, produceWithPatches, type Patch } from 'immer'
import type { Lesson } from '../lesson/schema'
import { remember, resolve, type Timed } from '../timing'
import type { Edit } from './act'
import { changesBetween } from './changes'

enablePatches()

export interface Edited {
  lesson: Lesson
  timed: Timed
  patches: Patch[]
  inverse: Patch[]
}

/**
 * What an edit would lead to, without what it takes to keep it: for a drag that is under way. Null when it changes
 * nothing or leads round in a circle.
 */
export function previewEdit(lesson: Lesson, edit: Edit): Timed | null {
  const changed = produce(lesson, edit)
  if (changed === lesson) return null
  const timed = resolve(changed)
  return timed.findings.some((f) => f.code === 'cycle') ? null : timed
}

/**
 * Applies an edit. Pure: gives the lesson after it, resolved, with the JSON patches that lead there and
 * back. Ties remember where they stood. Null when the edit changed nothing, or would lead ties round in a circle
 * (`refused`).
 */
export function applyEdit(lesson: Lesson, edit: Edit): { edited: Edited } | { refused: string | null } {
  const [changed, p1, i1] = produceWithPatches(lesson, edit)
  // What is changed and put back again leaves no patches.
  if (changed === lesson || p1.length === 0 || changesBetween(lesson, changed).length === 0) return { refused: null }
  const timed = resolve(changed)
  const circle = timed.findings.find((f) => f.code === 'cycle')
  if (circle) return { refused: circle.sentence }
  const [kept, p2, i2] = produceWithPatches(changed, (draft) => remember(draft, timed))
  return {
    edited: {
      lesson: kept,
      timed: kept === changed ? timed : { ...timed, lesson: kept },
      patches: [...p1, ...p2],
      inverse: [...i2, ...i1],
    },
  }
}
