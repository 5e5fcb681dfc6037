import { z } from 'zod'
import { IDENTITY, type Matrix } from '../../geometry'
import { Element, HouseStyle, Lesson, MatrixNumbers, Medium, type MoveEdge, type Pose } from '../../lesson/schema'
import { carryOf } from '../../motion'
import type { Span, Timed } from '../../timing'
import { define, make } from '../ground/act'
import { NewId } from '../ground/args'
import { mediumIdOf } from '../lesson/bringIn'
import { addMedium } from '../lesson/lesson'
import { changeRateOf } from '../clips/rate'
import { CopiedKeys } from '../motion/copiedKeys'
import { addElements, copies, loosened } from './elements'
import { mediumOf, placedIn, plays } from '../../kinds'
import { numbered } from '../ground/names'
import { addPart } from '../lesson/parts'
import { resizeElement } from '../place/shaping'
import { keepStyled } from '../lesson/keepStyled'

/**
 * Elements that were copied, with what it takes to bring them into another lesson: its frame, its rate, when they were,
 * what carried them, and the files and lessons that they show.
 */
export const Copied = z.object({
  ...Lesson.pick({ frame: true, rate: true }).shape,
  spans: z.record(z.string(), z.object({ from: z.number().int(), to: z.number().int() })),
  elements: z.array(Element),
  carried: z.record(z.string(), MatrixNumbers).default({}),
  media: z.record(z.string(), Medium).default({}),
  parts: z.record(z.string(), Lesson).default({}),
  style: HouseStyle.nullable().default(null),
})
export type Copied = z.infer<typeof Copied>

const numbersOf = (m: Matrix): [...Matrix] => [...m]

export function copiedFrom(timed: Timed, elements: readonly Element[]): Copied {
  const { lesson, spans } = timed
  const only = <T>(all: Record<string, T>, ids: readonly (string | null | undefined)[]): Record<string, T> =>
    Object.fromEntries(Object.entries(all).filter(([id]) => ids.includes(id)))
  const each = <T>(list: readonly Element[], of: (e: Element) => T): Record<string, T> =>
    Object.fromEntries(list.map((e) => [e.id, of(e)]))
  const ids = new Set(elements.map((e) => e.id))
  /** A pose whose move hangs on nothing but what comes along. */
  const apart = (e: Element, pose: Pose): Pose => {
    const own = (edge: MoveEdge) =>
      edge.on === 'element' && ids.has(edge.element) ? edge : loosened(timed, edge, spans.get(e.id)!.from)
    return { ...pose, start: own(pose.start), end: own(pose.end) }
  }
  return {
    frame: lesson.frame,
    rate: lesson.rate,
    spans: each(elements, (e) => {
      const { from, to } = spans.get(e.id)!
      return { from, to }
    }),
    elements: elements.map((e) => ({ ...e, poses: e.poses.map((p) => apart(e, p)) })),
    carried: each(
      elements.filter((e) => e.rides?.on),
      (e) => numbersOf(carryOf(timed, e, spans.get(e.id)!.from, IDENTITY).matrix),
    ),
    media: only(lesson.media, elements.map(mediumOf)),
    parts: only(
      lesson.parts,
      elements.map((e) => placedIn(e)?.part),
    ),
    style: lesson.style,
  }
}

const MARK = 'vivid-vane:'
/** What can be copied: elements, or poses to be put on others. */
const Clipping = z.union([z.object({ elements: Copied }), z.object({ poses: CopiedKeys })])
export type Clipping = z.infer<typeof Clipping>
/** What was copied, as a text that another window can read. */
export const clippingText = (clip: Clipping): string => MARK + JSON.stringify(clip)
/** What was copied, from its text; null when that is something else. */
export function readClipping(text: string): Clipping | null {
  if (!text.startsWith(MARK)) return null
  try {
    return Clipping.safeParse(JSON.parse(text.slice(MARK.length))).data ?? null
  } catch {
    return null
  }
}

/** What copied elements bring along: themselves, and the files and lessons that the lesson does not have yet. */
export interface Brought {
  elements: Element[]
  media: Record<string, Medium>
  parts: Record<string, Lesson>
}

/** Adds what was copied. */
export const addPasted = define(
  'addPasted',
  [z.array(Element), z.record(NewId, Medium), z.record(NewId, Lesson)],
  (list, media, parts) => (draft, given) => {
    for (const [id, medium] of Object.entries(media))
      if (!draft.media[id]) make(addMedium(id, structuredClone(medium)), draft, given)
    make(addElements(list), draft, given)
    for (const [id, part] of Object.entries(parts)) if (!draft.parts[id]) addPart(draft, id, part)
  },
)

/**
 * Elements that begin at times of their own, hung on a moment: each as long after it as it lies after a frame, so that
 * the first of what was copied begins with it.
 */
export function hungOn(list: readonly Element[], moment: string, frame: number): Element[] {
  const tie = (edge: Element['start']): Element['start'] =>
    edge.on === 'loose' ? { on: 'moment', moment, edge: 'start', offset: edge.frame - frame, last: edge.frame } : edge
  return list.map((e) => ({ ...e, start: tie(e.start), end: tie(e.end) }))
}

/**
 * Copied elements as they come into a lesson, the first of them at a frame: as large in its frame as they were in
 * theirs, and as long in seconds, whatever its size and rate; with ids of their own and names that are free.
 *
 * @param timed  the lesson that they were copied from, where it is known; else the one that they come into
 */
export function pasted(from: Copied, timed: Timed, into: Lesson, frame: number, newId: () => string): Brought {
  const spans = new Map<string, Span>()
  for (const [id, s] of Object.entries(from.spans)) spans.set(id, { ...s, startLost: false, endLost: false })
  const { ids, media } = mediaFor(from, into)
  // What shows a file or a lesson that is not there cannot come along.
  const there = from.elements.filter((e) => {
    const { part } = placedIn(e) ?? {}
    if (part !== undefined) return part in into.parts || part in from.parts
    const medium = mediumOf(e) ?? ''
    return medium === '' || medium in into.media || ids.has(medium)
  })
  // First as copies in their own lesson that begin with it, then by the size and the rate, then to their frame.
  const fresh = copies(there, { ...timed, spans }, 0, newId)
  const k = (into.rate.num * from.rate.den) / (into.rate.den * from.rate.num)
  const onSound = (e: Element) => plays(e)?.what === 'sound'
  const tracksFor = (e: Element) => into.tracks.filter((t) => (t.kind === 'sound') === onSound(e)).map((t) => t.id)
  const taken = new Set(into.elements.map((e) => e.name))
  const known = new Set([...into.elements, ...fresh].map((e) => e.id))
  for (const [i, e] of fresh.entries()) {
    cutTies(e, known, from.carried[there[i]!.id] ?? IDENTITY)
    keepStyled(e, { style: from.style, frame: from }, { style: into.style, frame: into }, () => {
      resizeElement(e, from.frame, into.frame)
      if (k !== 1) changeRateOf(e, (frames) => Math.round(frames * k))
    })
    for (const side of ['start', 'end'] as const) {
      const edge = e[side]
      if (edge.on === 'loose') e[side] = { ...edge, frame: edge.frame + frame }
      else if (edge.on === 'element') e[side] = { ...edge, last: edge.last + frame }
    }
    const medium = ids.get(mediumOf(e) ?? '')
    if (medium) Object.assign(e.look, { media: medium })
    e.name = numbered(there[i]!.name, taken)
    const tracks = tracksFor(e)
    if (!tracks.includes(e.track)) e.track = tracks[0]!
  }
  return { elements: fresh, media, parts: from.parts }
}

/** Lets go of what is not there: the gauge that an element reads, the first that it follows, what carries it. */
function cutTies(e: Element, known: ReadonlySet<string>, carry: Matrix): void {
  if (e.follows && !known.has(e.follows.first)) e.follows = null
  for (const [path, { gauge }] of Object.entries(e.reads)) if (!known.has(gauge)) delete e.reads[path]
  if (e.rides?.on && !known.has(e.rides.on)) e.rides = { ...e.rides, on: null, by: numbersOf(carry) }
}

/** The files of what was copied that a lesson does not have yet, as they come into it; and the ids of all, there. */
function mediaFor(from: Copied, into: Lesson): { ids: Map<string, string>; media: Record<string, Medium> } {
  const ids = new Map<string, string>()
  const media: Record<string, Medium> = {}
  const used = new Set(Object.values(into.media).flatMap((m) => [...m.moments, ...m.words].map((x) => x.id)))
  for (const [id, medium] of Object.entries(from.media)) {
    const own = into.media[id]
    const there = own?.sha256 === medium.sha256 ? id : mediumIdOf(into, medium.sha256)
    const as = there in into.media || own ? there : id
    ids.set(id, as)
    if (as in into.media) continue
    const free = [...medium.moments, ...medium.words].every((x) => !used.has(x.id))
    const named = <T extends { id: string }>(list: readonly T[]): T[] =>
      list.map((x) => (as === id && free ? x : { ...x, id: `${as}/${x.id.replace(`${id}/`, '')}` }))
    media[as] = { ...medium, moments: named(medium.moments), words: named(medium.words) }
  }
  return { ids, media }
}
