import { arrowBetween, kindOf, type ElementKind, newElement } from '../kinds'
import { framingAt } from '../framing'
import { callout } from '../kinds/callout'
import type { Edge, Element, Lesson } from '../lesson/schema'
import { caught, type Placed } from '../moments'
import { SAFE_AREAS } from '../scene'
import type { Point, Rect } from '../geometry'
import { framesPerSecond } from '../time'
import { readableFrames, type Timed } from '../timing'
import { numbered } from './names'
import { tie } from './plain'

export interface Spot {
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
  /** The picture to show, for a still. */
  media?: string
}

/**
 * Within so many seconds of it, what is set down belongs to a moment that nobody chose; phrases only when it is right
 * on their first frames.
 */
const NEAR_S = 0.25
const ON_IT = 2

/** The moment that something set down at a frame belongs to: the chosen one, else one that happens right there. */
function momentFor(timed: Timed, spot: Spot): Placed | null {
  const chosen = spot.moment ? timed.moments.get(spot.moment) : undefined
  if (chosen && chosen.frame !== null) return chosen
  const near = [...timed.moments.values()].filter((m) => m.kind !== 'lesson' && m.kind !== 'word' && m.kind !== 'cut')
  const off = (m: Placed) => Math.abs(m.frame! - spot.frame)
  for (const reach of [ON_IT, Math.round(framesPerSecond(timed.lesson.rate) * NEAR_S)]) {
    const hit = caught(
      near,
      spot.frame,
      reach,
      (m) => m.frame !== null && off(m) <= reach && (m.kind !== 'phrase' || off(m) <= ON_IT),
    )
    if (hit) return hit.moment
  }
  return null
}

/** What of the lesson's frame a new element can be seen in: all of it, or where the framing is. */
const viewFor = (timed: Timed, space: Element['space'], frame: number): Rect =>
  space === 'take' ? framingAt(timed, frame) : { x: 0, y: 0, w: timed.lesson.frame.width, h: timed.lesson.frame.height }
/** What stays of a view inside its title-safe margins. */
const safeIn = (v: Rect): Rect => ({
  x: v.x + v.w * SAFE_AREAS.title,
  y: v.y + v.h * SAFE_AREAS.title,
  w: v.w * (1 - 2 * SAFE_AREAS.title),
  h: v.h * (1 - 2 * SAFE_AREAS.title),
})

/**
 * The middle of a box that is to explain a spot: as near to it as it can be without covering it, whole inside `within`.
 *
 * @param gap  pixels from the spot to the box, at the least
 */
function besideSpot(at: Point, size: { w: number; h: number }, within: Rect, gap: number): Point {
  const middle = (v: number, half: number, from: number, long: number) =>
    2 * half >= long ? from + long / 2 : Math.min(from + long - half, Math.max(from + half, v))
  const towards = { x: at.x < within.x + within.w / 2 ? 1 : -1, y: at.y < within.y + within.h / 2 ? 1 : -1 }
  const ways: [number, number][] = [
    [towards.x, towards.y],
    [0, towards.y],
    [towards.x, 0],
    [-towards.x, towards.y],
    [towards.x, -towards.y],
    [0, -towards.y],
    [-towards.x, 0],
    [-towards.x, -towards.y],
  ]
  const spots = ways.map(([dx, dy], i) => {
    const x = middle(at.x + dx * (size.w / 2 + gap * 0.9), size.w / 2, within.x, within.w)
    const y = middle(at.y + dy * (size.h / 2 + gap), size.h / 2, within.y, within.h)
    const away = Math.hypot(Math.max(0, Math.abs(x - at.x) - size.w / 2), Math.max(0, Math.abs(y - at.y) - size.h / 2))
    // One that comes too near covers what it explains; among the others the nearest, in the order of the ways.
    return { x, y, cost: (away < gap * 0.6 ? 1e6 - away : away) + i * gap * 0.05 }
  })
  return spots.reduce((best, s) => (s.cost < best.cost ? s : best))
}

/** A new element at the spot pointed at: tied to its moment, readable long enough, standing still. */
export function elementAt(timed: Timed, spot: Spot): Element {
  const { lesson } = timed
  const fps = framesPerSecond(lesson.rate)
  if (spot.kind === 'bar')
    return newElement(lesson, 'bar', spot.id, tie('lesson:start', 0, 0), tie('lesson:end', 0, timed.length))
  const moment = momentFor(timed, spot)
  const start: Edge = moment
    ? tie(moment.id, spot.frame - moment.frame!, spot.frame)
    : { on: 'loose', frame: spot.frame }
  const e = newElement(
    lesson,
    spot.kind,
    spot.id,
    start,
    { on: 'length', frames: lengthFor(spot.kind, lesson, fps) },
    spot.at ?? undefined,
  )
  const at = spot.at ?? { x: lesson.frame.width / 2, y: lesson.frame.height / 2 }
  switch (e.look.kind) {
    case 'callout': {
      const unit = lesson.frame.height / 1080
      const size = callout.size(e as never)
      const view = viewFor(timed, e.space, spot.frame)
      const stands = besideSpot(at, size, safeIn(view), 100 * unit * (view.h / lesson.frame.height))
      e.x = Math.round(stands.x)
      e.y = Math.round(stands.y)
      e.look.tip = { ...at }
      e.end = { on: 'length', frames: readableFrames(e.look.text, fps) }
      break
    }
    case 'arrow': {
      const view = viewFor(timed, e.space, spot.frame)
      const length = 240 * (view.h / 1080)
      const from = {
        x: at.x + (at.x < view.x + view.w / 2 ? 1 : -1) * length * 0.78,
        y: at.y + (at.y < view.y + view.h / 2 ? 1 : -1) * length * 0.62,
      }
      Object.assign(e, arrowBetween(from, at))
      break
    }
    case 'zoom': {
      const r =
        spot.rect && spot.rect.w >= 32
          ? spot.rect
          : {
              x: at.x - lesson.frame.width / 4,
              y: at.y - lesson.frame.height / 4,
              w: lesson.frame.width / 2,
              h: lesson.frame.height / 2,
            }
      const w = Math.min(lesson.frame.width, Math.max(r.w, (r.h * lesson.frame.width) / lesson.frame.height, 64))
      const h = (w * lesson.frame.height) / lesson.frame.width
      e.width = Math.round(w)
      e.height = Math.round(h)
      e.x = Math.round(within(r.x + r.w / 2, w / 2, lesson.frame.width))
      e.y = Math.round(within(r.y + r.h / 2, h / 2, lesson.frame.height))
      break
    }
    case 'still': {
      const media = spot.media ?? e.look.media
      const medium = lesson.media[media]
      e.look.media = media
      if (medium)
        e.name = numbered(
          medium.name.replace(/\.[^.]*$/, '').slice(0, 120) || e.name,
          new Set(lesson.elements.map((x) => x.name)),
        )
      if (medium?.width && medium.height) {
        const scale = Math.min(
          1,
          (lesson.frame.width * 0.4) / medium.width,
          (lesson.frame.height * 0.4) / medium.height,
        )
        e.width = Math.round(medium.width * scale)
        e.height = Math.round(medium.height * scale)
      }
      break
    }
    case 'text':
    case 'shape':
    case 'spotlight':
    case 'highlight':
    case 'cover':
    case 'carrier':
      if (spot.rect && spot.rect.w >= 8 && spot.rect.h >= 4)
        Object.assign(e, {
          x: spot.rect.x + spot.rect.w / 2,
          y: spot.rect.y + spot.rect.h / 2,
          width: spot.rect.w,
          height: spot.rect.h,
        })
      else {
        const inside = viewFor(timed, e.space, spot.frame)
        const half = kindOf(e).size(e as never)
        e.x = Math.round(within(at.x - inside.x, half.w / 2, inside.w) + inside.x)
        e.y = Math.round(within(at.y - inside.y, half.h / 2, inside.h) + inside.y)
      }
      if (e.look.kind === 'text') e.end = { on: 'length', frames: readableFrames(e.look.text, fps) }
      break
    case 'dim':
    case 'backdrop':
    case 'letterbox':
      e.x = lesson.frame.width / 2
      e.y = lesson.frame.height / 2
      break
    case 'ripple':
    case 'pointer':
      break
  }
  return e
}

const within = (v: number, half: number, size: number) =>
  2 * half >= size ? size / 2 : Math.min(size - half, Math.max(half, v))

function lengthFor(kind: ElementKind, lesson: Lesson, fps: number): number {
  if (kind === 'ripple') return 18
  if (kind === 'zoom') return Math.round(fps * 5)
  return Math.round(fps * (kind === 'still' ? 4 : kind === 'pointer' ? 8 : 3)) || lesson.rate.num
}
