import { z } from 'zod'
import { Element, Lesson } from '../lesson/schema'
import type { Span, Timed } from '../timing'
import { define, make } from './act'
import { NewId } from './args'
import { changeRateOf } from './clips'
import { addElements, copies } from './elements'
import { kindOf, mediumOf, placedIn } from '../kinds'
import { numbered } from './names'
import { addPart } from './parts'
import { resizeElement } from './shaping'

/**
 * Elements that were copied, with what it takes to bring them into another lesson: its frame, its rate, and when they
 * were.
 */
export const Copied = z.object({
  ...Lesson.pick({ frame: true, rate: true }).shape,
  spans: z.record(z.string(), z.object({ from: z.number().int(), to: z.number().int() })),
  elements: z.array(Element),
  /** The lessons that they show, by their ids. */
  parts: z.record(z.string(), Lesson).default({}),
})
export type Copied = z.infer<typeof Copied>

export const copiedFrom = ({ lesson, spans }: Timed, elements: readonly Element[]): Copied => ({
  frame: lesson.frame,
  rate: lesson.rate,
  spans: Object.fromEntries(
    elements.map((e) => {
      const { from, to } = spans.get(e.id)!
      return [e.id, { from, to }]
    }),
  ),
  elements: [...elements],
  parts: Object.fromEntries(
    Object.entries(lesson.parts).filter(([id]) => elements.some((e) => placedIn(e)?.part === id)),
  ),
})

/** Adds elements that were copied, with the lessons that they show where those are not in this one. */
export const addPasted = define(
  'addPasted',
  [z.array(Element), z.record(NewId, Lesson)],
  (list, parts) => (draft, given) => {
    make(addElements(list), draft, given)
    for (const [id, part] of Object.entries(parts)) if (!draft.parts[id]) addPart(draft, id, part)
  },
)

/** What was copied, from its text; null when that is something else. */
export function readCopied(text: string): Copied | null {
  try {
    return Copied.safeParse(JSON.parse(text)).data ?? null
  } catch {
    return null
  }
}

/**
 * Copied elements as they come into a lesson, the first of them at a frame: as large in its frame as they were in
 * theirs, and as long in seconds, whatever its size and rate.
 *
 * @param timed  the lesson that they were copied from, where it is known; else the one that they come into
 * @returns elements to be added, with ids of their own and names that are free
 */
export function pasted(from: Copied, timed: Timed, into: Lesson, frame: number, newId: () => string): Element[] {
  const spans = new Map<string, Span>()
  for (const [id, s] of Object.entries(from.spans)) spans.set(id, { ...s, startLost: false, endLost: false })
  // First as copies in their own lesson that begin with it, then by the size and the rate, then to their frame.
  // What shows a file that is not in this lesson cannot come along.
  const there = from.elements.filter((e) => {
    const { part } = placedIn(e) ?? {}
    if (part !== undefined) return part in into.parts || part in from.parts
    return (mediumOf(e) ?? '') === '' || mediumOf(e)! in into.media
  })
  const fresh = copies(there, { ...timed, spans }, 0, newId)
  const k = (into.rate.num * from.rate.den) / (into.rate.den * from.rate.num)
  const onSound = (e: Element) => kindOf(e).plays === 'sound'
  const tracksFor = (e: Element) => into.tracks.filter((t) => (t.kind === 'sound') === onSound(e)).map((t) => t.id)
  const taken = new Set(into.elements.map((e) => e.name))
  for (const [i, e] of fresh.entries()) {
    resizeElement(e, from.frame, into.frame)
    if (k !== 1) changeRateOf(e, (frames) => Math.round(frames * k))
    for (const side of ['start', 'end'] as const) {
      const edge = e[side]
      if (edge.on === 'loose') e[side] = { ...edge, frame: edge.frame + frame }
      else if (edge.on === 'element') e[side] = { ...edge, last: edge.last + frame }
    }
    e.name = numbered(there[i]!.name, taken)
    const tracks = tracksFor(e)
    if (!tracks.includes(e.track)) e.track = tracks[0]!
  }
  return fresh
}
