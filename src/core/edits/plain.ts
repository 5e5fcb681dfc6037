import { current, isDraft } from 'immer'
import type { Edge } from '../lesson/schema'

/** A copy of a value, free of any draft. */
export const plain = <T>(value: T): T => structuredClone(isDraft(value) ? (current(value as object) as T) : value)
/** An end tied to a moment's start, so many frames after it; `last` is where it was last found. */
export const tie = (moment: string, offset = 0, last = 0): Edge => ({
  on: 'moment',
  moment,
  edge: 'start',
  offset,
  last,
})
