import { memo } from '../../values'
import { isDraft, original } from 'immer'
import type { Element, Lesson } from '../../lesson/schema'

/**
 * Where each element stood before an edit began; known once for a state of the lesson, so that one can be found without
 * touching the others.
 */
const placesIn = memo((list: readonly Element[]) => new Map(list.map((e, i) => [e.id, i])))

/** An element of a lesson or of a draft of one, by its id; of a draft only that one is drafted. */
export function elementIn(lesson: Lesson, id: string): Element | undefined {
  const before = isDraft(lesson.elements) ? original(lesson.elements as Element[]) : lesson.elements
  const at = before && placesIn(before as Element[]).get(id)
  const there = at === undefined ? undefined : lesson.elements[at]
  // The edit may have put in, taken out or rearranged elements itself.
  return there?.id === id ? there : lesson.elements.find((e) => e.id === id)
}
/** Elements by their ids, in stacking order; those that are not there are left out. */
export function elementsIn(lesson: Lesson, ids: readonly string[]): Element[] {
  const before = isDraft(lesson.elements) ? original(lesson.elements as Element[]) : lesson.elements
  const order = before ? placesIn(before as Element[]) : new Map<string, number>()
  return [...new Set(ids)]
    .sort((a, b) => (order.get(a) ?? Infinity) - (order.get(b) ?? Infinity))
    .flatMap((id) => elementIn(lesson, id) ?? [])
}
