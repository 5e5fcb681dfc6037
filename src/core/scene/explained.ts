import { apply, areaOf, boundsOf, holdsPoint, intersection, union, type Point, type Rect } from '../geometry'
import { aimOf, below, hasPlace, isClip, isUnseen, isView, leads, marks, unitOf } from '../kinds'
import type { Element } from '../lesson/schema'
import { pressesIn } from '../moments'
import { motionOf, posedAt, reads } from '../motion'
import { memo } from '../values'
import type { Timed } from '../timing'
import { frameBoxOf, spaceOf } from './hit'

/** Something that is explained: where it is on the take, with what it points at, from one frame up to another. */
export interface Explained {
  element: string
  from: number
  to: number
  /** In the pixels of the lesson's frame, as if nothing were zoomed. */
  rect: Rect
}

/** What covers more than this share of the frame explains nothing in it. */
const MOST_OF_IT = 0.7
/** What is hardly seen explains nothing. */
const FAINT = 0.1
/** Whether an element explains something on the take, and has to be in the picture with it; what hides does not. */
export const explains = (e: Element): boolean =>
  e.space === 'framed' &&
  !e.hidden &&
  hasPlace(e) &&
  ![isView, isClip, isUnseen, marks, leads].some((other) => other(e)) &&
  below(e)?.does !== 'hide'

/** How far around the spot that something points at it has to be seen. */
const SPOT = 24
const spotAround = (p: Point, by: number): Rect => ({ x: p.x - by, y: p.y - by, w: 2 * by, h: 2 * by })

/** The things that are pressed in a lesson, the smallest first, but for those that fill much of the frame. */
const pressedThings = memo((timed: Timed): readonly Rect[] => {
  const { width, height } = timed.lesson.frame
  return pressesIn(timed.moments)
    .flatMap(({ rect }) => (rect && areaOf(rect) < (width * height) / 8 ? [rect] : []))
    .sort((a, b) => areaOf(a) - areaOf(b))
})
/** What an element points at: the thing that is pressed there, where that is known, or the spot. */
const thingAt = (timed: Timed, p: Point): Rect =>
  pressedThings(timed).find((r) => holdsPoint(r, p)) ?? spotAround(p, SPOT * unitOf(timed.lesson.frame))

/** The box of an element in one of its poses, in the pixels of the lesson's frame, as if nothing were zoomed. */
export function standsIn(timed: Timed, posed: Element, frame: number): Rect {
  const { matrix, box } = frameBoxOf(timed, posed, frame, false)
  return boundsOf(matrix, box)
}
/** Where an element is with what it points at, at a frame; null where it is out of sight or covers nearly all. */
export function explainedAt(timed: Timed, e: Element, frame: number): Rect | null {
  const posed = posedAt(timed, e, frame)
  if (!posed || posed.opacity < FAINT) return null
  const whole = { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height }
  const own = standsIn(timed, posed, frame)
  const aim = aimOf(posed)
  const all = aim ? union(own, thingAt(timed, apply(spaceOf(timed, posed, frame, false), aim))) : own
  const seen = intersection(all, whole)
  if (seen.w <= 0 || seen.h <= 0 || seen.w * seen.h > whole.w * whole.h * MOST_OF_IT) return null
  return seen
}

/** Frames apart at which something that moves is looked at. */
const STEP = 3
/** What moves no further than this is taken as standing in all the places that it comes to. */
const NEAR_PX = 40
/** The frames at which an element has to be looked at to know where it is in all of its span. */
function framesOf(timed: Timed, e: Element): number[] {
  const { from, to } = timed.spans.get(e.id)!
  const every = (a: number, b: number) =>
    Array.from({ length: Math.max(0, Math.ceil((b - a) / STEP)) }, (_, i) => a + i * STEP)
  if (e.loop || e.rides || reads(e)) return [...every(from, to), to - 1]
  const moving = motionOf(timed, e).moves.flatMap((m) => {
    const [a, b] = [Math.max(from, Math.floor(m.from)), Math.min(to - 1, Math.ceil(m.to))]
    return a <= b ? [...every(a, b), b] : []
  })
  return [from, ...moving, to - 1]
}

function piecesOf(timed: Timed, e: Element): Explained[] {
  const span = timed.spans.get(e.id)
  if (!span || span.to <= span.from) return []
  const frames = [...new Set(framesOf(timed, e))].sort((a, b) => a - b)
  const out: Explained[] = []
  let first: Rect | null = null
  for (const [i, f] of frames.entries()) {
    const rect = explainedAt(timed, e, f)
    const last = out.at(-1)
    if (rect && last && last.to === f && first && farApart(first, rect) <= NEAR_PX) last.rect = union(last.rect, rect)
    else if (rect) {
      if (last && last.to === f) last.rect = union(last.rect, rect)
      out.push({ element: e.id, from: f, to: f, rect })
      first = rect
    } else first = null
    // It stands there until it is looked at again.
    if (rect) out.at(-1)!.to = frames[i + 1] ?? f + 1
  }
  return out
}
const farApart = (a: Rect, b: Rect): number =>
  Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y), Math.abs(a.x + a.w - b.x - b.w), Math.abs(a.y + a.h - b.y - b.h))

/** All that is explained on the take in a lesson, and when; what moves in pieces that follow each other. */
export const explainedIn = memo((timed: Timed): readonly Explained[] =>
  timed.lesson.elements.filter(explains).flatMap((e) => piecesOf(timed, e)),
)
