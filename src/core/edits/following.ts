import { followInputAt, followStands, type FollowChoice, type Stand } from '../framing'
import { zoomRect } from '../framing/zoom'
import { placeOnLesson, sourceUsAt, takeAt } from '../lesson/clips'
import { newElement } from '../lesson/make'
import type { Element, Lesson, Moment, Pose } from '../lesson/schema'
import { atPose, motionOf } from '../motion'
import { resolve, type Timed } from '../timing'
import { setMoments } from './lesson'
import type { Edit } from './edit'
import { plain } from './plain'

/** What a recording tells, once its trace was found or read: its moments and the pointer's way. */
export const setTrace = (media: string, moments: Moment[], pointer: [number, number, number][]): Edit => (draft) => {
  setMoments(media, moments)(draft)
  const m = draft.media[media]
  if (m) m.pointer = pointer
}

/** Takes proposed moments as real. */
export const acceptMoments = (ids: readonly string[]): Edit => (draft) => {
  for (const medium of Object.values(draft.media)) for (const m of medium.moments) if (m.proposed && ids.includes(m.id)) delete m.proposed
}
/** Dismisses moments that were proposed and are none. */
export const dismissMoments = (ids: readonly string[]): Edit => (draft) => {
  for (const medium of Object.values(draft.media)) if (medium.moments.some((m) => m.proposed && ids.includes(m.id))) medium.moments = medium.moments.filter((m) => !m.proposed || !ids.includes(m.id))
}

/** Views that a person set and locked in a zoom: they are kept when it follows the pointer anew. */
function lockedOf(timed: Timed, e: Element): Stand[] {
  const span = timed.spans.get(e.id)!
  const { moves } = motionOf(timed, e)
  return moves.flatMap((m, i) => {
    if (!m.pose.locked) return []
    const next = moves[i + 1]
    const from = Math.round(m.to)
    return [{ from, to: Math.max(from, Math.round(next ? next.from : span.to - 1)), view: zoomRect(atPose(timed, e, i + 1), timed.lesson.frame) }]
  })
}

/**
 * A zoom's element that follows the pointer through its own span: its views become poses of it, which can be moved, taken out
 * and locked like any others. Locked ones stay.
 *
 * @returns null when no take in the span has a pointer
 */
export function following(timed: Timed, zoom: Element, choice: FollowChoice): Element | null {
  const span = timed.spans.get(zoom.id)
  if (!span) return null
  const locked = lockedOf(timed, zoom)
  const input = followInputAt(timed, span)
  if (!input) return null
  const shifted = locked.map((l) => ({ ...l, from: l.from - span.from, to: l.to - span.from }))
  const stands = followStands({ ...input, locked: shifted }, choice)
  const kept = new Map(zoom.poses.filter((p) => p.locked).map((p, i) => [i, p]))
  const place = (s: Stand) => ({ x: Math.round((s.view.x + s.view.w / 2) * 10) / 10, y: Math.round((s.view.y + s.view.h / 2) * 10) / 10, width: Math.round(s.view.w * 10) / 10, height: Math.round(s.view.h * 10) / 10 })
  const first = stands[0]!
  const poses: Pose[] = stands.slice(1).map((s, i) => {
    const lock = shifted.findIndex((l) => Math.abs(l.view.x - s.view.x) + Math.abs(l.view.y - s.view.y) + Math.abs(l.view.w - s.view.w) < 1)
    return { id: `${zoom.id}-view-${i + 2}`, start: { on: 'start', frames: stands[i]!.to }, end: { on: 'start', frames: s.from }, easing: 'ease-in-out', values: place(s), curve: null, ...(lock >= 0 && kept.has(lock) && { locked: true }) }
  })
  return { ...zoom, ...place(first), anchor: { x: 0.5, y: 0.5 }, poses: poses.slice(0, 1000) }
}

/** Lets a zoom follow the pointer; the zoom is made, over the whole lesson, when it is not there. */
export const followPointer = (id: string, choice: FollowChoice): Edit => (draft) => {
  if (!draft.elements.some((e) => e.id === id)) {
    const e = newElement(draft, 'zoom', id, { on: 'moment', moment: 'lesson:start', edge: 'start', offset: 0, last: 0 }, { on: 'moment', moment: 'lesson:end', edge: 'start', offset: 0, last: 0 })
    draft.elements.push({ ...e, name: 'Follow the pointer' })
  }
  const lesson = plain(draft) as Lesson
  const timed = resolve(lesson)
  const made = following(timed, lesson.elements.find((e) => e.id === id)!, choice)
  const at = draft.elements.findIndex((e) => e.id === id)
  if (made) draft.elements[at] = made
}

/** A ripple on every click of the lesson, unless there is one. */
export const rippleOnClicks = (id: string): Edit => (draft) => {
  if (draft.elements.some((e) => e.look.kind === 'ripple' && e.look.every)) return
  const e = newElement(draft, 'ripple', id, { on: 'moment', moment: 'lesson:start', edge: 'start', offset: 0, last: 0 }, { on: 'moment', moment: 'lesson:end', edge: 'start', offset: 0, last: 0 })
  if (e.look.kind === 'ripple') draft.elements.push({ ...e, name: 'Ripple on every click', look: { ...e.look, every: true } })
}

/** Keeps a pose of a zoom as it is when it follows the pointer anew, or lets it go again. */
export const lockPose = (element: string, pose: string, locked: boolean): Edit => (draft) => {
  const p = draft.elements.find((e) => e.id === element)?.poses.find((x) => x.id === pose)
  if (!p) return
  if (locked) p.locked = true
  else delete p.locked
}

const WITHIN_PX = 1.5

/**
 * Lets an element go with the pointer of the take beneath it, for as long as it is there: its way becomes poses of it.
 *
 * @param offset  where its anchor point is from the pointer, in pixels of the lesson's frame
 * @param lag     how many frames it comes behind
 */
export const goWithPointer = (id: string, offset: { x: number; y: number }, lag: number): Edit => (draft) => {
  const lesson = plain(draft) as Lesson
  const timed = resolve(lesson)
  const e = draft.elements.find((x) => x.id === id)
  const span = timed.spans.get(id)
  const input = span && followInputAt(timed, span)
  if (!e || !span || !input) return
  const at = (f: number) => { const p = input.pointer[Math.max(0, f - lag)]!; return { x: p.x + offset.x, y: p.y + offset.y } }
  const n = input.pointer.length
  const corners = [0]
  for (let from = 0; from < n - 1;) {
    let to = from + 1
    while (to + 1 < n && to - from < 300 && evenly(at, from, to + 1)) to++
    corners.push(to)
    from = to
  }
  e.x = Math.round(at(0).x * 10) / 10
  e.y = Math.round(at(0).y * 10) / 10
  e.space = 'take'
  e.poses = corners.slice(1, 1001).map((f, i) => ({ id: `${id}-with-${i + 2}`, start: { on: 'start', frames: corners[i]! }, end: { on: 'start', frames: f }, easing: 'linear', values: { x: Math.round(at(f).x * 10) / 10, y: Math.round(at(f).y * 10) / 10 }, curve: null }))
}
/** Whether a way is straight and even from one frame to another. */
function evenly(at: (f: number) => { x: number; y: number }, from: number, to: number): boolean {
  const a = at(from)
  const b = at(to)
  for (let f = from + 1; f < to; f++) {
    const k = (f - from) / (to - from)
    const p = at(f)
    if (Math.abs(a.x + (b.x - a.x) * k - p.x) > WITHIN_PX || Math.abs(a.y + (b.y - a.y) * k - p.y) > WITHIN_PX) return false
  }
  return true
}

/** Where a pinned spot is at a time of the medium, in microseconds and pixels of the take. */
export interface PinPlace { us: number; x: number; y: number; seen: boolean }

/**
 * Pins an element to what it marks: it goes where that went, and is not shown while that is out of sight. Its way becomes poses of it;
 * a callout's tail goes along.
 *
 * @param media   the take in which the spot was followed
 * @param places  where the spot was, a place a frame, the first when the element starts
 */
export const pinTo = (id: string, media: string, places: readonly PinPlace[]): Edit => (draft) => {
  const lesson = plain(draft) as Lesson
  const timed = resolve(lesson)
  const e = draft.elements.find((x) => x.id === id)
  const own = lesson.elements.find((x) => x.id === id)
  const span = timed.spans.get(id)
  const medium = lesson.media[media]
  const first = places[0]
  if (!e || !own || !span || !medium || !first) return
  const at: { x: number; y: number; seen: boolean }[] = []
  let i = 0
  for (let f = span.from; f < span.to; f++) {
    const clip = takeAt(lesson, f)
    if (!clip || clip.media !== media) { at.push({ ...(at.at(-1) ?? { x: 0, y: 0 }), seen: false }); continue }
    const us = sourceUsAt(clip, f, lesson.rate)
    while (i + 1 < places.length && places[i + 1]!.us <= us + 1000) i++
    const [a, b] = [placeOnLesson(first, clip, medium, lesson.frame), placeOnLesson(places[i]!, clip, medium, lesson.frame)]
    at.push({ x: b.x - a.x, y: b.y - a.y, seen: places[i]!.seen })
  }
  const n = at.length
  const tenth = (v: number) => Math.round(v * 10) / 10
  const tip = own.look.kind === 'callout' ? own.look.tip : null
  const valuesAt = (f: number): Pose['values'] => ({ x: tenth(own.x + at[f]!.x), y: tenth(own.y + at[f]!.y), opacity: at[f]!.seen ? own.opacity : 0, ...(tip && { 'look.tip.x': tenth(tip.x + at[f]!.x), 'look.tip.y': tenth(tip.y + at[f]!.y) }) })
  const poses: Pose[] = []
  const put = (from: number, to: number) => poses.push({ id: `${id}-pin-${poses.length + 2}`, start: { on: 'start', frames: from }, end: { on: 'start', frames: to }, easing: 'linear', values: valuesAt(to), curve: null })
  for (let from = 0; from < n - 1;) {
    let to = from + 1
    // Going out of sight and coming back happen from one frame to the next.
    if (at[to]!.seen === at[from]!.seen) while (to + 1 < n && to - from < 300 && at[to + 1]!.seen === at[from]!.seen && evenly((f) => at[f]!, from, to + 1)) to++
    const still = at[to]!.x === at[from]!.x && at[to]!.y === at[from]!.y && at[to]!.seen === at[from]!.seen
    if (!still) put(from, to)
    from = to
  }
  e.space = 'take'
  e.poses = poses.slice(0, 1000)
}
