import type { Edge, Element, Lesson } from '../lesson/schema'
import { catalogue } from '../moments'
import { circleNamed, posesInCircles, ridersInCircles } from './circles'
import { drawnMoments } from './drawn'
import { freeEnds, groundsOf } from './ground'
import { solver } from './solver'
import type { Circle, Span, Timed } from './timed'

/**
 * Turns every tie of a lesson into frames. A tie whose moment is gone keeps the element's length
 * from its other end; with both gone, the last known frames stand, in order. A circle of ties is
 * broken at the last known frames and reported by name.
 */
export function resolve(lesson: Lesson): Timed {
  const grounds = groundsOf(lesson)
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const circles: Circle[] = []
  const solved = solver(lesson, byId, grounds.ground, (circle) => circleNamed(circle, circles))
  const { edgeOf, frameOfMoment } = solved
  const gone = (edge: Edge, e: Element): boolean =>
    edge.on === 'moment' ? frameOfMoment(edge, e) === null : edge.on === 'element' ? !byId.has(edge.element) : false

  const spans = new Map<string, Span>()
  for (const e of lesson.elements) {
    const free = freeEnds(e)
    if (free) {
      spans.set(e.id, free)
      continue
    }
    const from = edgeOf(e, 'start')
    let to = edgeOf(e, 'end')
    const startLost = gone(e.start, e)
    const endLost = gone(e.end, e)
    const backwards = to <= from
    if (backwards) to = from + 1
    spans.set(e.id, { from, to, startLost, endLost, ...(backwards && { backwards }) })
  }
  const { clips, length } = grounds.standing(edgeOf)
  const base = catalogue({ lesson, clips, length })
  const drawn = drawnMoments(lesson, solved)
  const moments = drawn.length > 0 ? new Map([...base, ...drawn.map((m) => [m.id, m] as const)]) : base
  ridersInCircles(lesson, byId, circles)
  posesInCircles(lesson, byId, circles)
  return { lesson, length, clips, moments, spans, circles }
}
