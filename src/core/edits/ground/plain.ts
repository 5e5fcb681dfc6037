import { current, isDraft } from 'immer'
import { setAt, valueAt } from '../../values'
import type { Edge } from '../../lesson/schema'
import type { Here } from './args'
import { Unfit } from './unfit'
import { said } from '../../../words/words'

/** A copy of a value, free of any draft. */
export const plain = <T>(value: T): T => structuredClone(isDraft(value) ? (current(value as object) as T) : value)
/** Sets values by their paths. */
export const setAll = (target: object, values: Record<string, unknown>): void => {
  for (const [path, value] of Object.entries(values)) {
    const holder = path.includes('.') ? valueAt(target, path.slice(0, path.lastIndexOf('.'))) : target
    if (typeof holder !== 'object' || holder === null) throw new Unfit(said('edits.thereIsNoToSet', path))
    setAt(target, path, plain(value))
  }
}
/** An end tied to a moment's start, so many frames after it; `last` is where it was last found. */
export const tie = (moment: string, offset = 0, last = 0, edge: 'start' | 'end' = 'start'): Edge => ({
  on: 'moment',
  moment,
  edge,
  offset,
  last,
})
/** An end that is where another element's is; `last` is where that was last found. */
export const withElement = (element: string, edge: 'start' | 'end', last = 0): Edge => ({
  on: 'element',
  element,
  edge,
  offset: 0,
  last,
})
/** An end at a frame, tied to what caught there where something did. */
export const startAt = ({ frame, caught }: Here): Edge =>
  caught
    ? { on: 'moment', moment: caught.moment.id, edge: caught.edge, offset: 0, last: caught.frame }
    : { on: 'loose', frame }
