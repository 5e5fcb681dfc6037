import { fieldsOf } from '../../kinds'
import { propertiesOf } from '../../motion'
import { fitting, isNumber, setAt, valueAt, type NumberField } from '../../values'
import type { Edge, Element, MoveEdge } from '../../lesson/schema'

/**
 * Changes every number of an element, its own and those of its poses; what comes of one is brought to what its field
 * may hold.
 *
 * @param e       a draft
 * @param change  gives the new value; the same one to leave it
 */
export function eachNumber(e: Element, change: (value: number, field: NumberField) => number): void {
  for (const f of fieldsOf(e).filter(isNumber)) {
    const changed = (was: number) => {
      const now = change(was, f)
      return now === was ? was : fitting(f, now)
    }
    const read = e.reads[f.path]
    if (read) {
      const [from, to] = read.to
      read.to = [changed(from), changed(to)]
      for (const s of read.steps) if (typeof s.value === 'number') s.value = changed(s.value)
    }
    const own = valueAt(e, f.path)
    if (typeof own === 'number') setAt(e, f.path, changed(own))
    for (const { values } of e.poses) {
      const keyed = values[f.path]
      if (typeof keyed === 'number') values[f.path] = changed(keyed)
    }
  }
}

/** A number brought to what the field of an element may hold. */
export function fitted(e: Element, path: string, value: number): number {
  const field = fieldsOf(e).find((f) => f.path === path)
  return field && isNumber(field) ? fitting(field, value) : value
}
/** Sets a number of an element, brought to what its field may hold. */
export const setNumber = (e: Element, path: string, value: number): void => setAt(e, path, fitted(e, path, value))

/** Takes the keyframes away of what an element does not have any more: a spot that it pointed at, a part of a look. */
export function dropLostKeys(e: Element): void {
  const properties = new Set(propertiesOf(e).map((p) => p.path))
  for (const { values } of e.poses)
    for (const path of Object.keys(values)) if (!properties.has(path)) delete values[path]
}

/** All answers of an element to “when”: its start and end, and those of its moves. */
export const whensOf = (e: Element): (Edge | MoveEdge)[] => [
  e.start,
  e.end,
  ...e.poses.flatMap((p) => [p.start, p.end]),
]
