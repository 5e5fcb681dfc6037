import type { Edge, Lesson, MoveEdge } from '../lesson/schema'
import { frameOfTie } from './moves'
import type { Timed } from './timed'

/**
 * Writes into every tie where it now stands, so that it can keep its place when its moment is cut
 * away; one that is lost already keeps its distance from the other end. An element whose ends are
 * out of order is left as it was. Changes the draft it is given, which is one of the timed lesson.
 */
export function remember(draft: Lesson, timed: Timed): void {
  timed.lesson.elements.forEach((e, i) => {
    const span = timed.spans.get(e.id)
    if (!span || span.backwards) return
    if (isTied(e.start) && e.start.last !== span.from) Object.assign(draft.elements[i]!.start, { last: span.from })
    if (isTied(e.end) && e.end.last !== span.to) Object.assign(draft.elements[i]!.end, { last: span.to })
    e.poses.forEach((pose, n) => {
      for (const side of ['start', 'end'] as const) {
        const edge = pose[side]
        const now = isTied(edge) ? frameOfTie(timed, edge) : null
        if (now !== null && isTied(edge) && edge.last !== now)
          Object.assign(draft.elements[i]!.poses[n]![side], { last: now })
      }
    })
  })
}
type Tied = Extract<Edge | MoveEdge, { on: 'moment' | 'element' }>
const isTied = (edge: Edge | MoveEdge): edge is Tied => edge.on === 'moment' || edge.on === 'element'

/** How long a text can be read in comfort: 2 s, and from then on 15 letters a second; in frames. */
export function readableFrames(text: string, framesPerSecond: number): number {
  return Math.round(Math.max(2, 1 + text.length / 15) * framesPerSecond)
}
