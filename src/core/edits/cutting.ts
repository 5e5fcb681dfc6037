import { current, isDraft } from 'immer'
import { placedIn } from '../kinds'
import type { Element, Lesson } from '../lesson/schema'
import { timedOf } from '../scene'
import { goesBy } from '../timing'

/**
 * Lets both parts of a lesson in a lesson that goes slower show as much of it as they did before it was cut, so that
 * they go on at its pace.
 *
 * @param gone  how many frames of it, of so many in all, lie before the cut
 * @returns whether it is one
 */
export function cutSlower(draft: Lesson, first: Element, second: Element, gone: number, long: number): boolean {
  const placed = placedIn(first)
  const part = placed?.slower && draft.parts[placed.part]
  if (!placed || !part) return false
  const { length } = timedOf(isDraft(part) ? current(part) : part)
  const at = goesBy(placed, long, length).frameAfter(gone)
  Object.assign(first.look, { toFrame: Math.max(placed.inFrames + 1, at) })
  Object.assign(second.look, { inFrames: at })
  return true
}
