import { current, isDraft } from 'immer'
import { placedIn, runs } from '../../kinds'
import { goesOn } from '../../kinds/looks'
import { noPassing } from '../../lesson/make'
import type { Edge, Element, Lesson, MoveEdge } from '../../lesson/schema'
import { timedOf } from '../../scene'
import { goesBy } from '../../timing'
import { define, Ids } from '../ground/act'
import { Caught, Frame } from '../ground/args'
import { numbered } from '../ground/names'
import { plain } from '../ground/plain'

/** So many lengths of an element away a share is no more than a number of frames. */
const FAR = 10
/** So many frames after an element's start, as a share of its length. */
const shareOf = (frames: number, length: number): MoveEdge =>
  Math.abs(frames / length) <= FAR
    ? { on: 'share', share: frames / length }
    : { on: 'start', frames: Math.round(frames) }
/**
 * Cuts an element of a draft in two at a frame inside its span: what it does, and what it plays, goes on in the second
 * part as if nothing had been cut.
 *
 * @param cut  where the first part ends and the second begins, when that is to be tied
 * @returns the second part, which lies right over the first
 */
export function cutElement(
  draft: Lesson,
  first: Element,
  span: { from: number; to: number },
  frame: number,
  { id, name, cut = { on: 'loose', frame } }: { id: string; name: string; cut?: Edge },
): Element {
  const second = plain(first)
  const length = span.to - span.from
  const gone = frame - span.from
  Object.assign(second, { id, name, start: { ...cut }, arrival: noPassing() })
  if (first.end.on === 'length') second.end = { on: 'length', frames: span.to - frame }
  for (const pose of second.poses)
    for (const side of ['start', 'end'] as const) {
      const edge = pose[side]
      if (edge.on === 'start') edge.frames -= gone
      if (edge.on === 'share') pose[side] = shareOf(edge.share * length - gone, length - gone)
    }
  for (const pose of first.poses)
    for (const side of ['start', 'end'] as const) {
      const edge = pose[side]
      if (edge.on === 'end') edge.frames -= span.to - frame
      if (edge.on === 'share') pose[side] = shareOf(edge.share * length, gone)
    }
  if (!cutSlower(draft, first, second, gone, length)) runs(second)?.cutOff(gone, draft.rate)
  // A clip or a lesson that stood by itself goes on doing so: it is as long as it is.
  first.end = goesOn(first.look) && cut.on === 'loose' ? { on: 'length', frames: gone } : { ...cut }
  first.departure = noPassing()
  if (first.start.on === 'length') first.start = { on: 'loose', frame: span.from }
  draft.elements.splice(draft.elements.indexOf(first) + 1, 0, second)
  return second
}
/**
 * Splits elements at a frame: what they do goes on in the second part as if nothing had been cut. Both edges of the cut
 * are tied to what lies right there, if anything does.
 */
export const splitElements = define(
  'splitElements',
  [Ids.elements, Frame, Caught.nullable().optional()],
  (ids, frame, caught = null) =>
    (draft, { timed, newId }) => {
      const taken = new Set(timed.lesson.elements.map((e) => e.name))
      const groups = new Map<string, string>()
      const cut: Edge = caught
        ? { on: 'moment', moment: caught.moment.id, edge: caught.edge, offset: frame - caught.frame, last: frame }
        : { on: 'loose', frame }
      for (const own of timed.lesson.elements) {
        const span = timed.spans.get(own.id)!
        const at = draft.elements.findIndex((e) => e.id === own.id)
        if (!ids.includes(own.id) || at < 0 || frame <= span.from || frame >= span.to) continue
        const right = cutElement(draft, draft.elements[at]!, span, frame, {
          id: newId('part'),
          name: numbered(own.name, taken),
          cut,
        })
        // The parts behind the cut of what was taken together are taken together, apart from those before it.
        if (own.group === null) continue
        const group = groups.get(own.group) ?? newId('group')
        groups.set(own.group, group)
        right.group = group
      }
    },
)

/**
 * Lets both parts of a lesson in a lesson that goes slower show as much of it as they did before it was cut, so that
 * they go on at its pace.
 *
 * @param gone  how many frames of it, of so many in all, lie before the cut
 * @returns whether it is one
 */
function cutSlower(draft: Lesson, first: Element, second: Element, gone: number, long: number): boolean {
  const placed = placedIn(first)
  const part = placed?.slower && draft.parts[placed.part]
  if (!placed || !part) return false
  const { length } = timedOf(isDraft(part) ? current(part) : part)
  const at = goesBy(placed, long, length).frameAfter(gone)
  Object.assign(first.look, { toFrame: Math.max(placed.inFrames + 1, at) })
  Object.assign(second.look, { inFrames: at })
  return true
}
