import type { Element } from '../../lesson/schema'
import { bornOf, caught, isTiedTo, type Catch } from '../../moments'
import type { Timed } from '../../timing'
import { inOne, type Edit } from '../ground/act'
import { elementIn } from '../ground/chosen'
import { edgeAt, pushing, setEdge, setElements, shiftElements } from '../elements/elements'
import { withMembers } from '../elements/grouping'

/** What of an element's bar is dragged: all of it, an end, or how long it takes to come or to go. */
export type BarPart = 'body' | 'start' | 'end' | 'arrival' | 'departure'

/** How a bar is dragged. */
export interface BarDrag {
  /** Frames to the right. */
  by: number
  /** It ties itself to what lies so many frames near; 0 or less: only to what lies exactly there. */
  reach: number
  /** It ties itself to nothing. */
  loose: boolean
  /** A new end pushes what follows along. */
  pushes: boolean
  /** What is selected: it goes along with the bar, where that is one of it. */
  selected: readonly string[]
  /** The track that it is dragged onto, where that is another. */
  track?: string | null
}

/**
 * The edit that a drag of a bar stands for, and the moment that it would be tied to.
 *
 * @param id  of the element, as it stood before the drag
 */
export function draggedBar(
  timed: Timed,
  id: string,
  part: BarPart,
  drag: BarDrag,
): { change: Edit; hit: Catch | null } {
  const e = elementIn(timed.lesson, id)!
  const span = timed.spans.get(id)!
  const { by, loose, pushes, selected } = drag
  const near = (frame: number) =>
    loose
      ? null
      : caught(timed.moments.values(), frame, Math.max(0, drag.reach), (m) => isTiedTo(m) && !bornOf(m.id, id))
  if (part === 'arrival' || part === 'departure')
    return { change: setElements([id], { [`${part}.frames`]: passing(e, part, by, span) }), hit: null }
  if (part !== 'body') {
    const frame = part === 'start' ? Math.min(span.from + by, span.to - 1) : Math.max(span.to + by, span.from + 1)
    const there = near(frame)
    const hit = there && (part === 'start' ? there.frame < span.to : there.frame > span.from) ? there : null
    const put = setEdge(id, part, edgeAt(timed, e, part, { frame: hit?.frame ?? frame, caught: hit, loose }))
    return { change: pushes && part === 'end' ? pushing(id, put) : put, hit }
  }
  const ids = withMembers(timed.lesson, selected.includes(id) ? selected : [id])
  const own = ids.filter((x) => elementIn(timed.lesson, x)?.track === e.track)
  const onto = (change: Edit): Edit =>
    drag.track ? inOne([setElements(own, { track: drag.track }), ...(by === 0 ? [] : [change])]) : change
  for (const [side, at] of [
    ['start', span.from],
    ['end', span.to],
  ] as const) {
    const hit = by === 0 ? null : near(at + by)
    if (hit) return { change: onto(shiftElements(ids, hit.frame - at, { id, side, caught: hit })), hit }
  }
  return { change: onto(shiftElements(ids, by)), hit: null }
}
/** How many frames it takes to come or to go: no more than it lasts. */
function passing(e: Element, part: 'arrival' | 'departure', by: number, { from, to }: { from: number; to: number }) {
  return Math.max(0, Math.min(to - from, e[part].frames + (part === 'arrival' ? by : -by)))
}
