import { z } from 'zod'
import type { Point } from '../../geometry'
import { aimAt, aimOf, hasPlace, isView, sizeOf, within } from '../../kinds'
import type { Edge, Element, Lesson } from '../../lesson/schema'
import { momentKind, MOMENTS_THAT, type TimedMoment } from '../../moments'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { define, make } from '../ground/act'
import { Frame, Num } from '../ground/args'
import { addPasted, Copied, copiedFrom, pasted } from '../elements/pasting'

/** A moment that a ready thing hangs on, to be found where it is placed. */
export const ReadySlot = z.object({
  /** What the ties of its elements name instead of a moment. */
  id: z.string().min(1).max(100),
  kind: z.enum(MOMENTS_THAT.areFound),
  label: z.string().max(200),
  /** When it is, counted from where the first of its elements begins. */
  frame: z.number().int(),
  /** Where it is on the picture, in pixels of the frame that it comes from. */
  at: z.object({ x: Num, y: Num }).optional(),
})
export type ReadySlot = z.infer<typeof ReadySlot>

/** Elements that are placed in one act, tied to what happens where they are placed. */
export const ReadyThing = z.object({
  name: z.string().min(1).max(80),
  /** What else it is looked for by. */
  words: z.string().max(400).default(''),
  copied: Copied,
  slots: z.array(ReadySlot).max(50).default([]),
})
export type ReadyThing = z.infer<typeof ReadyThing>

/** The edges of an element that are tied to moments: its own, and those of its moves. */
const tiesOf = (e: Element) =>
  [e.start, e.end, ...e.poses.flatMap((p) => [p.start, p.end])].flatMap((edge) => (edge.on === 'moment' ? [edge] : []))

/** What was chosen as a ready thing: what its elements hang on becomes slots, in the order in which it happens. */
export function readyFrom(timed: Timed, elements: readonly Element[], name: string): ReadyThing {
  const first = Math.min(...elements.map((e) => timed.spans.get(e.id)!.from))
  const named = new Set(elements.flatMap((e) => tiesOf(e).map((t) => t.moment)))
  const moments = [...named].flatMap((id) => {
    const m = timed.moments.get(id)
    return m && m.frame !== null && !momentKind(m).laid ? [m] : []
  })
  moments.sort((a, b) => a.frame! - b.frame!)
  const slots = moments.map((m, i): ReadySlot => ({
    id: `slot:${i + 1}`,
    kind: m.kind as ReadySlot['kind'],
    label: m.label,
    frame: m.frame! - first,
    ...(m.at && { at: m.at }),
  }))
  const ids = new Map(moments.map((m, i) => [m.id, slots[i]!.id]))
  const tied = structuredClone(elements) as Element[]
  for (const e of tied)
    for (const t of tiesOf(e)) {
      const slot = ids.get(t.moment)
      if (slot) t.moment = slot
    }
  // The moves are kept with their ties; where these are not filled, they are let go of when it is placed.
  return { name, words: '', copied: { ...copiedFrom(timed, elements), elements: tied }, slots }
}

const NEAR_S = 0.5
/**
 * Which moments a ready thing hangs on where it is placed: the first slot takes the one that was chosen, else the next
 * of its kind from the playhead on; each other one the next of its kind after that.
 */
export function filledBy(
  timed: Timed,
  slots: readonly ReadySlot[],
  frame: number,
  chosen: string | null,
): Map<string, TimedMoment> {
  const out = new Map<string, TimedMoment>()
  const near = Math.round(framesPerSecond(timed.lesson.rate) * NEAR_S)
  let from = frame - near
  const all = [...timed.moments.values()].filter((m) => m.frame !== null).sort((a, b) => a.frame! - b.frame!)
  slots.forEach((slot, i) => {
    const own = i === 0 && chosen ? timed.moments.get(chosen) : undefined
    const next = all.filter((m) => m.kind === slot.kind && m.frame! >= from)
    // Right at the playhead counts before what comes a little before it.
    const there = own && own.frame !== null ? own : undefined
    const found = there ?? (i === 0 ? next.find((m) => m.frame! >= frame) : undefined) ?? next[0]
    if (!found) return
    out.set(slot.id, found)
    from = found.frame! + 1
  })
  return out
}

/** The elements of a ready thing as they stand where it is placed, with the files and lessons that they need. */
export function readied(
  thing: ReadyThing,
  timed: Timed,
  frame: number,
  chosen: string | null,
  newId: () => string,
): ReturnType<typeof pasted> {
  const { lesson } = timed
  const { copied, slots } = thing
  const filled = filledBy(timed, slots, frame, chosen)
  const k = (lesson.rate.num * copied.rate.den) / (lesson.rate.den * copied.rate.num)
  const [lead] = slots
  const at = lead && filled.get(lead.id)
  const begins = Math.max(0, at ? at.frame! - Math.round(lead.frame * k) : frame)
  const ids: string[] = []
  const brought = pasted(copied, timed, lesson, begins, () => {
    const id = newId()
    ids.push(id)
    return id
  })
  const there = copied.elements.filter((_, i) => brought.elements.some((e) => e.id === ids[i]))
  there.forEach((own, i) => {
    const e = brought.elements[i]!
    const tie = <E extends Edge | Element['poses'][number]['start']>(was: E, now: E): E => {
      const m = was.on === 'moment' ? filled.get(was.moment) : undefined
      if (was.on !== 'moment' || !m) return now
      return { ...was, moment: m.id, offset: Math.round(was.offset * k), last: m.frame! + Math.round(was.offset * k) }
    }
    e.start = tie(own.start, e.start)
    e.end = tie(own.end, e.end)
    e.poses.forEach((p, n) => {
      p.start = tie(own.poses[n]!.start, p.start)
      p.end = tie(own.poses[n]!.end, p.end)
    })
  })
  if (lead?.at && at?.at) {
    const scale = { x: lesson.frame.width / copied.frame.width, y: lesson.frame.height / copied.frame.height }
    const spot = { x: lead.at.x * scale.x, y: lead.at.y * scale.y }
    for (const e of brought.elements) if (e.space === 'framed' && !e.rides?.on) goAlong(e, spot, at.at, lesson.frame)
  }
  return brought
}

/**
 * An element, a draft, goes along with the spot that it belongs to: as it stands beside that, or on its other side
 * where it would leave the frame; a view stays within it.
 */
function goAlong(e: Element, from: Point, to: Point, frame: Lesson['frame']): void {
  if (isView(e)) {
    e.x = within(e.x + to.x - from.x, e.width / 2, frame.width)
    e.y = within(e.y + to.y - from.y, e.height / 2, frame.height)
    return
  }
  if (!hasPlace(e)) return
  const { w, h } = sizeOf(e)
  const fits = (v: number, half: number, size: number) => v - half >= 0 && v + half <= size
  const along = (v: number, a: number, b: number, half: number, size: number) =>
    fits(v + b - a, half, size) || !fits(b - (v - a), half, size) ? v + b - a : b - (v - a)
  const x = along(e.x, from.x, to.x, w / 2, frame.width)
  const y = along(e.y, from.y, to.y, h / 2, frame.height)
  const by = { x: x - e.x, y: y - e.y }
  Object.assign(e, { x, y })
  const aim = aimOf(e)
  if (aim) aimAt(e, { x: aim.x + to.x - from.x, y: aim.y + to.y - from.y })
  for (const { values } of e.poses) {
    if (typeof values.x === 'number') values.x += by.x
    if (typeof values.y === 'number') values.y += by.y
  }
}

/** Places a ready thing: from a frame on, or with a moment that was chosen. */
export const placeReady = define(
  'placeReady',
  [ReadyThing, Frame, z.string().nullable()],
  (thing, frame, chosen) => (draft, given) => {
    const { elements, media, parts } = readied(thing, given.timed, frame, chosen, () => given.newId('ready'))
    make(addPasted(elements, media, parts), draft, given)
  },
)

/** A ready thing from its text; null when it is something else. */
export function readReady(text: string): ReadyThing | null {
  try {
    return ReadyThing.safeParse(JSON.parse(text)).data ?? null
  } catch {
    return null
  }
}
