import { apply, around, corners, intersection, inverse, isFlat, type Rect } from '../../geometry'
import { isClip, localBox, newElement, unitOf, sizeOf, carries, isGround, below } from '../../kinds'
import { fading, noPassing } from '../../lesson/make'
import type { Element, Lesson, Pose } from '../../lesson/schema'
import { sourceUsAt } from '../../lesson/clips'
import { mapFrom, type TimeMap } from '../../lesson/timeMap'
import { holders, matrixOf, posedAt } from '../../motion'
import { elementsAt } from '../../scene'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { define, type Given } from '../ground/act'
import { Box, Flag, Here, NewId } from '../ground/args'
import { numbered } from '../ground/names'
import { plain, startAt, withElement } from '../ground/plain'
import { release } from '../place/riding'
import { Unfit } from '../ground/unfit'
import { inWords, said } from '../../../words/words'

/**
 * An element as it stands at a frame, by itself: what it rides on is in its own place. Null where it is not there, or
 * stands so that this cannot be said: skewed, or seen in perspective.
 */
function loosened(timed: Timed, own: Element, frame: number): Element | null {
  const posed = posedAt(timed, own, frame)
  if (!posed?.rides) return posed
  const by = (id: string | undefined) => timed.lesson.elements.find((e) => e.id === id)
  for (let on = by(holders(timed.lesson).get(own.id)); on; on = by(holders(timed.lesson).get(on.id)))
    if (carries(on)?.warp()) return null
  const free = { ...plain(posed), poses: [] }
  release(free, own, timed, frame)
  return free.rides ? null : free
}

/** The uppermost clip at a frame in whose picture a point of the frame lies, as it stands there. */
function clipUnder(timed: Timed, frame: number, at: { x: number; y: number }): { own: Element; posed: Element } | null {
  for (const own of elementsAt(timed, frame).toReversed()) {
    if (!isClip(own) || own.hidden) continue
    const posed = loosened(timed, own, frame)
    if (!posed) continue
    const m = matrixOf(posed)
    if (isFlat(m)) continue
    const p = apply(inverse(m), at)
    const box = localBox(posed, sizeOf(posed))
    if (p.x >= box.x && p.x <= box.x + box.w && p.y >= box.y && p.y <= box.y + box.h) return { own, posed }
  }
  return null
}

/** Of the frame, what is lifted out takes up so much at the most; and it grows by so much at the most, at the least. */
const TAKES_UP = 0.66
const [MOST, LEAST] = [2.4, 1.12]
const LIFT_S = 0.6
const STAYS_S = 4
const RIM_FRAMES = 6

/** What of a rectangle of the frame lies on an element: on the frame, and as what is cropped of the element. */
function partOf(posed: Element, wanted: Rect): { rect: Rect; crop: Element['crop']; anchor: Element['anchor'] } {
  const m = matrixOf(posed)
  const box = localBox(posed, sizeOf(posed))
  const part = intersection(around(corners(wanted).map((p) => apply(inverse(m), p))), box)
  const share = (v: number) => Math.min(1, Math.max(0, Math.round(v * 1e6) / 1e6))
  const crop = {
    left: share((part.x - box.x) / box.w),
    right: share((box.x + box.w - part.x - part.w) / box.w),
    top: share((part.y - box.y) / box.h),
    bottom: share((box.y + box.h - part.y - part.h) / box.h),
  }
  const middle = (from: number, to: number) => share(from + (1 - from - to) / 2)
  return {
    rect: around(corners(part).map((p) => apply(m, p))),
    crop,
    anchor: { x: middle(crop.left, crop.right), y: middle(crop.top, crop.bottom) },
  }
}

/** The two poses of what is lifted out: up in the middle, as large as goes; and back where it lies. */
function posesOf(posed: Element, rect: Rect, frame: Lesson['frame'], lift: number, newId: Given['newId']): Pose[] {
  const fits = Math.min((frame.width * TAKES_UP) / rect.w, (frame.height * TAKES_UP) / rect.h)
  const grows = Math.min(MOST, Math.max(LEAST, fits))
  const at = (x: number, y: number, k: number) => ({
    x,
    y,
    'scale.x': posed.scale.x * k,
    'scale.y': posed.scale.y * k,
  })
  const move = (name: string, edges: Pick<Pose, 'start' | 'end'>, values: Pose['values']): Pose => ({
    id: newId(name),
    ...edges,
    easing: 'cubic-bezier(0.3, 0, 0.1, 1)',
    values,
    curve: null,
  })
  const up = at(frame.width / 2, frame.height / 2, grows)
  const back = at(rect.x + rect.w / 2, rect.y + rect.h / 2, 1)
  return [
    move('lifted', { start: { on: 'start', frames: 0 }, end: { on: 'length', frames: lift } }, up),
    move('back', { start: { on: 'end', frames: lift }, end: { on: 'end', frames: 0 } }, back),
  ]
}

/**
 * Lifts a part of the recording out: what lies in a rectangle of the frame grows to the middle, with a rim and a
 * shadow, while the rest dims, and goes back to where it came from at its end. It shows the recording's own pixels.
 *
 * @param still  it stands still; else it runs on
 */
export const liftOut = define('liftOut', [Box, NewId, Here, Flag], (wanted, id, here, still) => (draft, given) => {
  const { timed } = given
  const found = clipUnder(timed, here.frame, { x: wanted.x + wanted.w / 2, y: wanted.y + wanted.h / 2 })
  if (!found || wanted.w < 4 || wanted.h < 4) throw new Unfit(said('edits.noRecordingLiesUnderWhat'))
  const { own, posed } = found
  const fps = framesPerSecond(draft.rate)
  const span = timed.spans.get(own.id)!
  const long = Math.max(2, Math.min(Math.round(STAYS_S * fps), span.to - here.frame))
  const lift = Math.max(1, Math.min(Math.round(LIFT_S * fps), Math.floor(long / 3)))
  const unit = unitOf(draft.frame)
  const { rect, crop, anchor } = partOf(posed, wanted)
  const taken = new Set(draft.elements.map((x) => x.name))
  const together = {
    track: frontTrack(draft, given),
    group: given.newId('lifted'),
    space: posed.space,
    x: rect.x + rect.w / 2,
    y: rect.y + rect.h / 2,
  }

  const cut: Element = {
    ...plain(posed),
    ...together,
    id,
    name: numbered(inWords('edits.cutOut'), taken),
    start: startAt(here),
    end: { on: 'length', frames: long },
    anchor,
    crop,
    cornerPx: Math.round((10 * unit) / Math.abs(posed.scale.x || 1)),
    shadow: { colour: '#00000080', dx: 0, dy: 14 * unit, blurPx: 36 * unit },
    arrival: noPassing(),
    departure: noPassing(),
    poses: posesOf(posed, rect, draft.frame, lift, given.newId),
    loop: null,
    follows: null,
    reads: {},
    locked: false,
  }
  const map = own.look as unknown as TimeMap
  const us = sourceUsAt({ at: span.from, map }, here.frame, draft.rate)
  const plays = still ? { inUs: us, stretches: [{ hold: 1 }] } : mapFrom(map, here.frame - span.from, draft.rate)
  Object.assign(cut.look, { inUs: plays.inUs, stretches: plays.stretches, fit: 'free', muted: true })

  const along = { start: withElement(id, 'start', here.frame), end: withElement(id, 'end', here.frame + long) }
  const dim = newElement(draft, 'dim', given.newId('dim'), along)
  const { track, group, space } = together
  Object.assign(dim, {
    track,
    group,
    space,
    name: numbered(inWords('edits.dimmedAroundIt'), taken),
    arrival: fading(lift, 'ease-out'),
    departure: fading(lift, 'ease-in'),
  })
  Object.assign(dim.look, { softPx: 0, dim: 55 })

  const rim = newElement(draft, 'shape', given.newId('rim'), along)
  Object.assign(rim, together, {
    name: numbered(inWords('edits.rimOfIt'), taken),
    width: rect.w,
    height: rect.h,
    rides: { on: id, by: inverse(matrixOf(cut)).map((v) => v || 0), fades: false },
    arrival: fading(Math.min(RIM_FRAMES, lift), 'ease-out'),
    departure: fading(Math.min(RIM_FRAMES, lift), 'ease-in'),
  })
  Object.assign(rim.look, { fill: null, outlinePx: Math.max(1, 3 * unit), corner: 10 * unit, rough: 0 })
  const covers = coversOver(timed, rect, { from: here.frame, to: here.frame + long }, still).map((cover): Element => ({
    ...cover,
    track,
    group,
    space,
    id: given.newId('cover'),
    name: numbered(cover.name, taken),
    rides: rim.rides,
    follows: null,
    locked: false,
  }))
  draft.elements.push(dim, cut, rim, ...covers)
})

/**
 * Covers of what lies in a rectangle of the frame at some time of a passage, as they are over what is lifted out of it
 * and goes elsewhere: what they hide is hidden there as well.
 *
 * @param still  only the passage's first frame is shown
 */
function coversOver(timed: Timed, rect: Rect, { from, to }: { from: number; to: number }, still: boolean): Element[] {
  const lies = (own: Element, frame: number) => {
    const posed = loosened(timed, own, frame)
    if (!posed || posed.opacity === 0) return false
    const box = localBox(posed, sizeOf(posed))
    const part = intersection(around(corners(box).map((p) => apply(matrixOf(posed), p))), rect)
    return part.w > 0 && part.h > 0
  }
  const frames = still ? [from] : Array.from({ length: to - from }, (_, i) => from + i)
  return timed.lesson.elements.flatMap((own) => {
    if (below(own)?.does !== 'hide' || own.hidden || !frames.some((f) => lies(own, f))) return []
    if (!still && !own.rides) return [plain(own)]
    const stands = loosened(timed, own, from)
    return stands ? [{ ...plain(stands), poses: [] }] : []
  })
}

/** The uppermost track for pictures, in front of all that is shown; a new one where that holds takes. */
function frontTrack(draft: Lesson, given: Given): string {
  const front = draft.tracks.find((t) => t.kind === 'picture')
  const ground = draft.elements.some((e) => e.track === front?.id && isGround(e))
  if (front && !ground) return front.id
  const id = given.newId('track')
  draft.tracks.splice(0, 0, { id, kind: 'picture', name: inWords('edits.inFront') })
  return id
}
