import { z } from 'zod'
import { apply, around, corners, intersection, inverse, isFlat, type Rect } from '../geometry'
import { isClip, kindOf, localBox, newElement } from '../kinds'
import type { Edge, Element, Lesson, Pose } from '../lesson/schema'
import { sourceUsAt } from '../lesson/clips'
import { mapFrom, type TimeMap } from '../lesson/timeMap'
import { matrixOf, posedAt } from '../motion'
import { elementsAt } from '../scene'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'
import { define, type Given } from './act'
import { Flag, Here, NewId, Num } from './args'
import { numbered } from './names'
import { plain } from './plain'
import { Unfit } from './unfit'

const Box = z.object({ x: Num, y: Num, w: Num, h: Num })

/** The uppermost clip at a frame in whose picture a point of the frame lies, as it stands there. */
function clipUnder(timed: Timed, frame: number, at: { x: number; y: number }): { own: Element; posed: Element } | null {
  for (const own of elementsAt(timed, frame).toReversed()) {
    if (!isClip(own) || own.hidden || own.rides?.on) continue
    const posed = posedAt(timed, own, frame)
    if (!posed) continue
    const m = matrixOf(posed)
    if (isFlat(m)) continue
    const p = apply(inverse(m), at)
    const box = localBox(posed, kindOf(posed).size(posed as never))
    if (p.x >= box.x && p.x <= box.x + box.w && p.y >= box.y && p.y <= box.y + box.h) return { own, posed }
  }
  return null
}

/** Of the frame, what is lifted out takes up so much at the most; and it grows by so much at the most, at the least. */
const TAKES_UP = 0.66
const [MOST, LEAST] = [2.4, 1.12]
const LIFT_S = 0.6
const STAYS_S = 4

/**
 * Lifts a part of the recording out: what lies in a rectangle of the frame grows to the middle, with a rim and a
 * shadow, while the rest dims, and goes back to where it came from at its end. It shows the recording's own pixels.
 *
 * @param still  it stands still; else it runs on
 */
export const liftOut = define('liftOut', [Box, NewId, Here, Flag], (wanted, id, here, still) => (draft, given) => {
  const { timed } = given
  const found = clipUnder(timed, here.frame, { x: wanted.x + wanted.w / 2, y: wanted.y + wanted.h / 2 })
  if (!found || wanted.w < 4 || wanted.h < 4) throw new Unfit('no recording lies under what is to be lifted out')
  const { own, posed } = found
  const fps = framesPerSecond(draft.rate)
  const span = timed.spans.get(own.id)!
  const long = Math.max(2, Math.min(Math.round(STAYS_S * fps), span.to - here.frame))
  const lift = Math.max(1, Math.min(Math.round(LIFT_S * fps), Math.floor(long / 3)))
  const start: Edge = here.caught
    ? { on: 'moment', moment: here.caught.moment.id, edge: here.caught.edge, offset: 0, last: here.caught.frame }
    : { on: 'loose', frame: here.frame }
  const together = given.newId('lifted')
  const track = frontTrack(draft, given)
  const taken = new Set(draft.elements.map((x) => x.name))
  const along = (side: 'start' | 'end'): Edge => ({
    on: 'element',
    element: id,
    edge: side,
    offset: 0,
    last: here.frame,
  })

  const cut = plain(posed)
  const m = matrixOf(posed)
  const box = localBox(posed, kindOf(posed).size(posed as never))
  // What of it lies on the recording: in the recording's own pixels, and on the frame.
  const part = intersection(around(corners(wanted as Rect).map((p) => apply(inverse(m), p))), box)
  const rect = around(corners(part).map((p) => apply(m, p)))
  const mid = { x: rect.x + rect.w / 2, y: rect.y + rect.h / 2 }
  const inside = (v: number) => Math.min(1, Math.max(0, Math.round(v * 1e6) / 1e6))
  const crop = {
    left: inside((part.x - box.x) / box.w),
    right: inside((box.x + box.w - part.x - part.w) / box.w),
    top: inside((part.y - box.y) / box.h),
    bottom: inside((box.y + box.h - part.y - part.h) / box.h),
  }
  const anchor = {
    x: inside(crop.left + (1 - crop.left - crop.right) / 2),
    y: inside(crop.top + (1 - crop.top - crop.bottom) / 2),
  }
  const unit = Math.min(draft.frame.width, draft.frame.height) / 1080
  const grows = Math.min(
    MOST,
    Math.max(LEAST, Math.min((draft.frame.width * TAKES_UP) / rect.w, (draft.frame.height * TAKES_UP) / rect.h)),
  )
  const move = (pose: string, edges: Pick<Pose, 'start' | 'end'>, values: Pose['values']): Pose => ({
    id: given.newId(pose),
    ...edges,
    easing: 'cubic-bezier(0.3, 0, 0.1, 1)',
    values,
    curve: null,
  })
  const place = { x: mid.x, y: mid.y, 'scale.x': posed.scale.x, 'scale.y': posed.scale.y }
  const up = {
    x: draft.frame.width / 2,
    y: draft.frame.height / 2,
    'scale.x': posed.scale.x * grows,
    'scale.y': posed.scale.y * grows,
  }
  const map = own.look as unknown as TimeMap
  const shown = mapFrom(map, here.frame - span.from, draft.rate)
  Object.assign(cut, {
    id,
    name: numbered('Cut-out', taken),
    track,
    start,
    end: { on: 'length', frames: long },
    ...{ x: place.x, y: place.y },
    anchor,
    crop,
    cornerPx: Math.round(10 * unit * (1 / Math.abs(posed.scale.x || 1))),
    shadow: { colour: '#00000080', dx: 0, dy: 14 * unit, blurPx: 36 * unit },
    arrival: { how: 'none', from: 'left', frames: 10, easing: 'ease-out' },
    departure: { how: 'none', from: 'left', frames: 10, easing: 'ease-out' },
    poses: [
      move('lifted', { start: { on: 'start', frames: 0 }, end: { on: 'length', frames: lift } }, up),
      move('back', { start: { on: 'end', frames: lift }, end: { on: 'end', frames: 0 } }, place),
    ],
    loop: null,
    follows: null,
    reads: {},
    group: together,
    locked: false,
  })
  const us = sourceUsAt({ at: span.from, map }, here.frame, draft.rate)
  Object.assign(
    cut.look,
    still ? { inUs: us, stretches: [{ hold: 1 }] } : { inUs: shown.inUs, stretches: shown.stretches },
  )
  Object.assign(cut.look, { fit: 'free', muted: true })

  const dim = newElement(draft, 'dim', given.newId('dim'), along('start'), along('end'))
  const fade = (easing: string) => ({ how: 'fade' as const, from: 'left' as const, frames: lift, easing })
  Object.assign(dim, {
    name: numbered('Dimmed around it', taken),
    track,
    group: together,
    space: posed.space,
    arrival: fade('ease-out'),
    departure: fade('ease-in'),
  })
  Object.assign(dim.look, { softPx: 0, dim: 55 })

  const rim = newElement(draft, 'shape', given.newId('rim'), along('start'), along('end'))
  Object.assign(rim, {
    name: numbered('Rim of it', taken),
    track,
    group: together,
    space: posed.space,
    x: mid.x,
    y: mid.y,
    width: rect.w,
    height: rect.h,
    rides: { on: id, by: inverse(matrixOf(cut)).map((v) => v || 0), fades: false },
    arrival: { ...fade('ease-out'), frames: Math.min(6, lift) },
    departure: { ...fade('ease-in'), frames: Math.min(6, lift) },
  })
  Object.assign(rim.look, { fill: null, outlinePx: Math.max(1, 3 * unit), corner: 10 * unit, rough: 0 })
  draft.elements.push(dim, cut, rim)
})

/** The uppermost track for pictures, in front of all that is shown; a new one where that holds takes. */
function frontTrack(draft: Lesson, given: Given): string {
  const front = draft.tracks.find((t) => t.kind === 'picture')
  const ground = draft.elements.some((e) => e.track === front?.id && kindOf(e).ground?.(e as never))
  if (front && !ground) return front.id
  const id = given.newId('track')
  draft.tracks.splice(0, 0, { id, kind: 'picture', name: 'In front' })
  return id
}
