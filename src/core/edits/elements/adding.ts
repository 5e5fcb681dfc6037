import { kindNamed, mediumOf, newElement, settle, type ElementKind } from '../../kinds'
import { framingAt } from '../../framing'
import type { Edge, Element } from '../../lesson/schema'
import { caught, isTiedTo, momentKind, type TimedMoment } from '../../moments'
import { SAFE_AREAS } from '../../scene'
import type { Point, Rect } from '../../geometry'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { numbered } from '../ground/names'
import { tie } from '../ground/plain'

export interface NewElement {
  kind: ElementKind
  id: string
  /** The frame in which it was pointed at. */
  frame: number
  /** The moment that was chosen first; null: one that happens right there is taken. */
  moment: string | null
  /**
   * The spot pointed at, or the rectangle drawn, in pixels of the lesson's frame, unzoomed. Null for what needs no
   * spot.
   */
  at: Point | null
  rect?: Rect | null
  /** Where a line that was drawn to the spot begins. */
  from?: Point | null
  /** The picture to show, for a still. */
  media?: string
  /** The moment to whose end it lasts, where that is wanted. */
  until?: string | null
}

/**
 * Within so many seconds of it, what is set down belongs to a moment that nobody chose; phrases only when it is right
 * on their first frames.
 */
const NEAR_S = 0.25
const ON_IT = 2

/** The moment that something set down at a frame belongs to: the chosen one, else one that happens right there. */
function momentFor(timed: Timed, spot: NewElement): TimedMoment | null {
  const chosen = spot.moment ? timed.moments.get(spot.moment) : undefined
  if (chosen && chosen.frame !== null) return chosen
  const near = [...timed.moments.values()].filter((m) => momentKind(m).listed)
  const off = (m: TimedMoment) => Math.abs(m.frame! - spot.frame)
  for (const reach of [ON_IT, Math.round(framesPerSecond(timed.lesson.rate) * NEAR_S)]) {
    const hit = caught(
      near,
      spot.frame,
      reach,
      (m) => m.frame !== null && off(m) <= reach && (isTiedTo(m) || off(m) <= ON_IT),
    )
    if (hit) return hit.moment
  }
  return null
}

/** What of the lesson's frame a new element can be seen in: all of it, or where the framing is. */
const viewFor = (timed: Timed, space: Element['space'], frame: number): Rect =>
  space === 'framed'
    ? framingAt(timed, frame)
    : { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height }
/** What stays of a view inside its title-safe margins. */
const safeIn = (v: Rect): Rect => ({
  x: v.x + v.w * SAFE_AREAS.title,
  y: v.y + v.h * SAFE_AREAS.title,
  w: v.w * (1 - 2 * SAFE_AREAS.title),
  h: v.h * (1 - 2 * SAFE_AREAS.title),
})

/** A new element at the spot pointed at: tied to its moment, readable long enough, standing still. */
export function elementAt(timed: Timed, spot: NewElement): Element {
  const { lesson } = timed
  const kind = kindNamed(spot.kind)
  if (kind.added.lasts === 'lesson')
    return newElement(lesson, spot.kind, spot.id, {
      start: tie('lesson:start', 0, 0),
      end: tie('lesson:end', 0, timed.length),
    })
  const moment = momentFor(timed, spot)
  const start: Edge = moment
    ? tie(moment.id, spot.frame - moment.frame!, spot.frame)
    : { on: 'loose', frame: spot.frame }
  const e = newElement(lesson, spot.kind, spot.id, { start, end: { on: 'length', frames: 1 } }, spot.at ?? undefined)
  const view = viewFor(timed, e.space, spot.frame)
  const at = spot.at ?? { x: lesson.frame.width / 2, y: lesson.frame.height / 2 }
  kind.added.put?.(e, {
    at,
    rect: spot.rect ?? null,
    from: spot.from ?? null,
    view,
    safe: safeIn(view),
    lesson,
    media: spot.media ?? null,
  })
  const fps = framesPerSecond(lesson.rate)
  const { lasts } = kind.added
  const frames = typeof lasts === 'function' ? lasts(e, fps) : fps * USUAL_SECONDS
  const until = spot.until ? timed.moments.get(spot.until) : undefined
  // Where a recording ends, so does what stands over it; without one the lesson goes on as long as what is in it.
  const room = timed.clips.length > 0 && spot.frame < timed.length ? timed.length - spot.frame : Infinity
  const long = Math.max(1, Math.min(Math.round(frames), room))
  e.end =
    until && until.untilFrame !== null && until.untilFrame > spot.frame
      ? tie(until.id, 0, until.untilFrame, 'end')
      : lasts === 'to the end'
        ? tie('lesson:end', 0, timed.length)
        : { on: 'length', frames: long }
  settle(e, lesson)
  const medium = lesson.media[mediumOf(e) ?? '']
  const called = medium?.name.replace(/\.[^.]*$/, '').slice(0, 120)
  if (called) e.name = numbered(called, new Set(lesson.elements.map((x) => x.name)))
  return e
}
const USUAL_SECONDS = 3
