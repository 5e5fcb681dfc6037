import { current, isDraft } from 'immer'
import { setAt, valueAt } from '../values'
import type { Edge } from '../lesson/schema'
import { Unfit } from './unfit'

/** A copy of a value, free of any draft. */
export const plain = <T>(value: T): T => structuredClone(isDraft(value) ? (current(value as object) as T) : value)
/** Sets values by their paths. */
export const setAll = (target: object, values: Record<string, unknown>): void => {
  for (const [path, value] of Object.entries(values)) {
    const holder = path.includes('.') ? valueAt(target, path.slice(0, path.lastIndexOf('.'))) : target
    if (typeof holder !== 'object' || holder === null) throw new Unfit(`there is no “${path}” to set`)
    setAt(target, path, plain(value))
  }
}
/** An end tied to a moment's start, so many frames after it; `last` is where it was last found. */
export const tie = (moment: string, offset = 0, last = 0): Edge => ({
  on: 'moment',
  moment,
  edge: 'start',
  offset,
  last,
})
