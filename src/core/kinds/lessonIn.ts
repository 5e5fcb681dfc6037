import type { Element } from '../lesson/schema'
import { goesBy, innerOf, type GoesBy, type Span, type Timed } from '../timing'
import { placedIn, type Placed } from './roles/within'

/** A lesson in a lesson, as one of the outer lesson's elements places it. */
export interface LessonIn extends GoesBy {
  placed: Placed
  /** It, solved by itself. */
  inner: Timed
  /** When it is shown, in frames of the outer lesson; and for how many. */
  span: Span
  long: number
  /** Its frame that is shown at one of the outer lesson's, or at the nearest at which it is shown. */
  frameAt(outer: number): number
  /** The frame of the outer lesson at which one of its frames is shown first, were it shown for long enough. */
  shownAt(frame: number): number
}
/** The lesson that an element places in its own; null for what places none. */
export function lessonIn(timed: Timed, e: Element): LessonIn | null {
  const placed = placedIn(e)
  const inner = placed && innerOf(timed, placed.part)
  if (!inner) return null
  const span = timed.spans.get(e.id)!
  const long = span.to - span.from
  const goes = goesBy(placed, long, inner.length)
  return {
    ...goes,
    placed,
    inner,
    span,
    long,
    frameAt: (outer) => goes.frameAfter(Math.max(span.from, Math.min(span.to - 1, outer)) - span.from),
    shownAt: (frame) => span.from + goes.goneAt(frame),
  }
}

/** The first lesson in a lesson of which nobody has said yet what it does with more time than it takes. */
export function asking(timed: Timed): { element: Element; own: number; long: number } | null {
  for (const element of timed.lesson.elements) {
    const there = lessonIn(timed, element)
    if (there?.placed.asks && there.long > there.own) return { element, own: there.own, long: there.long }
  }
  return null
}
