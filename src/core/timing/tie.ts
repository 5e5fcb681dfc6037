import type { Edge, Element, Lesson } from '../lesson/schema'
import type { Timed } from './resolve'

/** Writes into every tie that is not lost where it now stands, so that it can keep its place when its moment is cut away. Changes the draft it is given. */
export function remember(draft: Lesson, timed: Timed): void {
  for (const e of draft.elements) {
    const span = timed.spans.get(e.id)
    if (!span) continue
    keep(e.start, span.from, span.startLost)
    keep(e.end, span.to, span.endLost)
  }
}
function keep(edge: Edge, frame: number, lost: boolean): void {
  if ((edge.on === 'moment' || edge.on === 'element') && !lost && edge.last !== frame) edge.last = frame
}

/** How long a text can be read in comfort: 2 s, and from then on 15 letters a second; in frames. */
export function readableFrames(text: string, framesPerSecond: number): number {
  return Math.round(Math.max(2, 1 + text.length / 15) * framesPerSecond)
}

/** The element's length in frames. */
export const lengthOf = (timed: Timed, e: Element): number => {
  const s = timed.spans.get(e.id)
  return s ? s.to - s.from : 0
}
