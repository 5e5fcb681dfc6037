import { isClip } from '../../kinds'
import { goesOn } from '../../kinds/looks'
import { clipOf, type Clip } from '../../lesson/clips'
import type { Element, Lesson } from '../../lesson/schema'
import type { Timed } from '../../timing'
import { elementIn } from './chosen'

/**
 * When an element of a draft stands: by what it says itself where it hangs on nothing, else as it stood before the edit
 * began, or was remembered.
 */
export function standingIn(draft: Lesson, e: Element, timed: Timed): { from: number; to: number } {
  const { start, end } = e
  const own = (edge: Element['start']): number | null => (edge.on === 'loose' ? edge.frame : null)
  const before = elementIn(timed.lesson, e.id) ? timed.spans.get(e.id) : undefined
  const tied = (side: 'start' | 'end'): number => {
    const edge = e[side]
    const was = before && elementIn(timed.lesson, e.id)![side]
    // Its offset may have been changed by an edit before this one.
    const by = was && 'offset' in was && 'offset' in edge ? edge.offset - was.offset : 0
    if (before) return (side === 'start' ? before.from : before.to) + by
    return 'last' in edge ? edge.last : 0
  }
  const from = own(start) ?? (start.on === 'length' ? null : tied('start'))
  const to = own(end) ?? (end.on === 'length' ? null : tied('end'))
  const begins = from ?? (to ?? 1) - (start.on === 'length' ? start.frames : 1)
  const ends = to ?? begins + (end.on === 'length' ? end.frames : 1)
  return { from: begins, to: Math.max(begins + 1, ends) }
}

/** What goes by as the lesson does, a clip or a lesson in it, with the frames in which it stands: [from, to). */
export interface StandingRun {
  element: Element
  from: number
  to: number
}
/** Those of a draft that lie on some tracks, with what is known of when they stand. */
export const runsIn = (draft: Lesson, { timed }: { timed: Timed }, tracks: readonly string[]): StandingRun[] =>
  draft.elements.flatMap((element) =>
    goesOn(element.look) && tracks.includes(element.track) ? { element, ...standingIn(draft, element, timed) } : [],
  )
/** Those of a lesson on some tracks that lie in some frames, [from, to). */
export const runsAt = (timed: Timed, tracks: readonly string[], from: number, to: number): StandingRun[] =>
  runsIn(timed.lesson, { timed }, tracks).filter((r) => r.from < to && r.to > from)

/** The clips of a draft, with what is known of when they stand; in document order. */
export const clipsIn = (draft: Lesson, { timed }: { timed: Timed }, track?: string): Clip[] =>
  draft.elements.flatMap((e) =>
    isClip(e) && (track === undefined || e.track === track) ? (clipOf(e, standingIn(draft, e, timed)) ?? []) : [],
  )
