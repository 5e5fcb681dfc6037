import { arrowBetween, type ElementKind } from '../elements'
import { callout } from '../elements/callout'
import { newElement } from '../lesson/make'
import type { Edge, Element, Lesson } from '../lesson/schema'
import { caught, type Placed } from '../moments'
import type { Point, Rect } from '../scene/geometry'
import { framesPerSecond } from '../time'
import { readableFrames, type Timed } from '../timing'
import { tie } from './plain'

export interface Spot {
  kind: ElementKind
  id: string
  /** The frame in which it was pointed at. */
  frame: number
  /** The moment that was chosen first; null: the nearest within a second is taken. */
  moment: string | null
  /** The spot pointed at, or the rectangle drawn, in pixels of the lesson's frame, unzoomed. Null for what needs no spot. */
  at: Point | null
  rect?: Rect | null
  /** The picture to show, for a still. */
  media?: string
}

/** The moment that something set down at a frame belongs to: the chosen one, else the nearest that happens within a second. */
function momentFor(timed: Timed, spot: Spot): Placed | null {
  const chosen = spot.moment ? timed.moments.get(spot.moment) : undefined
  if (chosen && chosen.frame !== null) return chosen
  const near = [...timed.moments.values()].filter((m) => m.kind !== 'lesson' && m.kind !== 'word' && m.kind !== 'cut')
  for (const reach of [2, 8, framesPerSecond(timed.lesson.rate)]) {
    const hit = caught(near, spot.frame, reach, (m) => m.frame !== null && Math.abs(m.frame - spot.frame) <= reach)
    if (hit) return hit.moment
  }
  return null
}

/** A new element at the spot pointed at: tied to its moment, readable long enough, standing still. */
export function elementAt(timed: Timed, spot: Spot): Element {
  const { lesson } = timed
  const fps = framesPerSecond(lesson.rate)
  if (spot.kind === 'bar') return newElement(lesson, 'bar', spot.id, tie('lesson:start', 0, 0), tie('lesson:end', 0, timed.length))
  const moment = momentFor(timed, spot)
  const start: Edge = moment ? tie(moment.id, spot.frame - moment.frame!, spot.frame) : { on: 'loose', frame: spot.frame }
  const e = newElement(lesson, spot.kind, spot.id, start, { on: 'length', frames: lengthFor(spot.kind, lesson, fps) }, spot.at ?? undefined)
  const at = spot.at ?? { x: lesson.frame.width / 2, y: lesson.frame.height / 2 }
  switch (e.look.kind) {
    case 'callout': {
      const unit = lesson.frame.height / 1080
      const size = callout.size(e as never)
      const right = at.x < lesson.frame.width / 2 ? 1 : -1
      const down = at.y < lesson.frame.height / 2 ? 1 : -1
      e.x = within(at.x + right * (size.w / 2 + 90 * unit), size.w / 2, lesson.frame.width)
      e.y = within(at.y + down * (size.h / 2 + 100 * unit), size.h / 2, lesson.frame.height)
      e.look.tip = { ...at }
      e.end = { on: 'length', frames: readableFrames(e.look.text, fps) }
      break
    }
    case 'arrow': {
      const length = 240 * (lesson.frame.height / 1080)
      const from = { x: at.x + (at.x < lesson.frame.width / 2 ? 1 : -1) * length * 0.78, y: at.y + (at.y < lesson.frame.height / 2 ? 1 : -1) * length * 0.62 }
      Object.assign(e, arrowBetween(from, at))
      break
    }
    case 'zoom': {
      const r = spot.rect && spot.rect.w >= 32 ? spot.rect : { x: at.x - lesson.frame.width / 4, y: at.y - lesson.frame.height / 4, w: lesson.frame.width / 2, h: lesson.frame.height / 2 }
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
      if (medium?.width && medium.height) {
        const scale = Math.min(1, (lesson.frame.width * 0.4) / medium.width, (lesson.frame.height * 0.4) / medium.height)
        e.width = Math.round(medium.width * scale)
        e.height = Math.round(medium.height * scale)
      }
      break
    }
    case 'text': case 'shape': case 'spotlight': case 'highlight': case 'cover': case 'carrier':
      if (spot.rect && spot.rect.w >= 8 && spot.rect.h >= 4) Object.assign(e, { x: spot.rect.x + spot.rect.w / 2, y: spot.rect.y + spot.rect.h / 2, width: spot.rect.w, height: spot.rect.h })
      if (e.look.kind === 'text') e.end = { on: 'length', frames: readableFrames(e.look.text, fps) }
      break
    case 'dim': case 'backdrop': case 'letterbox':
      e.x = lesson.frame.width / 2
      e.y = lesson.frame.height / 2
      break
    case 'ripple': case 'pointer': break
  }
  return e
}

const within = (v: number, half: number, size: number) => Math.min(size - half, Math.max(half, v))

function lengthFor(kind: ElementKind, lesson: Lesson, fps: number): number {
  if (kind === 'ripple') return 18
  if (kind === 'zoom') return Math.round(fps * 5)
  return Math.round(fps * (kind === 'still' ? 4 : kind === 'pointer' ? 8 : 3)) || lesson.rate.num
}
