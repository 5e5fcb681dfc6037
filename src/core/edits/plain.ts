import { current, isDraft } from 'immer'
import type { Edge } from '../lesson/schema'

/** A copy of a value, free of any draft. */
export const plain = <T>(value: T): T => structuredClone(isDraft(value) ? (current(value as object) as T) : value)
/** Pixels as they are stored: to a hundredth. */
export const hundredth = (v: number): number => Math.round(v * 100) / 100
/** Pixels of a way that was worked out: to a tenth. */
export const tenth = (v: number): number => Math.round(v * 10) / 10
/** An end tied to a moment's start, so many frames after it; `last` is where it was last found. */
export const tie = (moment: string, offset = 0, last = 0): Edge => ({
  on: 'moment',
  moment,
  edge: 'start',
  offset,
  last,
})
