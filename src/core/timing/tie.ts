import type { Edge, Element, Lesson } from '../lesson/schema'
import type { Timed } from './resolve'

/**
 * Writes into every tie where it now stands, so that it can keep its place when its moment is cut
 * away; one that is lost already keeps its distance from the other end. An element whose ends are
 * out of order is left as it was. Changes the draft it is given.
 */
export function remember(draft: Lesson, timed: Timed): void {
  const disordered = new Set(timed.findings.filter((f) => f.code === 'order').map((f) => f.element))
  for (const e of draft.elements) {
    const span = timed.spans.get(e.id)
    if (!span || disordered.has(e.id)) continue
    keep(e.start, span.from)
    keep(e.end, span.to)
  }
}
function keep(edge: Edge, frame: number): void {
  if ((edge.on === 'moment' || edge.on === 'element') && edge.last !== frame) edge.last = frame
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
