import { elementIn } from '../ground/chosen'
import { sizeOf } from '../../kinds'
import { Stagger, type Element, type Lesson } from '../../lesson/schema'
import { motionOf, posedAt } from '../../motion'
import { resolve, type Timed } from '../../timing'
import { z } from 'zod'
import { define, Ids, make, Unknown, type Given } from '../ground/act'
import { Frame } from '../ground/args'
import { shiftElements, edgeAt } from '../elements/elements'
import { chances } from '../../chance'
import { plain } from '../ground/plain'
import { keptAt } from './moveEdges'

/**
 * The elements of a stagger in the order in which they follow each other. Nearest first starts from the first that was
 * chosen.
 */
export function orderOf(timed: Timed, s: Pick<Stagger, 'elements' | 'order' | 'seed'>): string[] {
  const all = s.elements.flatMap((id) => timed.lesson.elements.find((e) => e.id === id) ?? [])
  const at = (e: Element) => posedAt(timed, e, timed.spans.get(e.id)!.from) ?? e
  const middle = (e: Element) => {
    const p = at(e)
    const size = sizeOf(p)
    return { x: p.x + (0.5 - p.anchor.x) * size.w, y: p.y + (0.5 - p.anchor.y) * size.h }
  }
  const places = new Map(all.map((e) => [e.id, middle(e)]))
  const by = (key: (p: { x: number; y: number }) => number) =>
    all.toSorted((a, b) => key(places.get(a.id)!) - key(places.get(b.id)!)).map((e) => e.id)
  switch (s.order) {
    case 'selection':
      return all.map((e) => e.id)
    case 'left-to-right':
      return by((p) => p.x)
    case 'top-to-bottom':
      return by((p) => p.y)
    case 'nearest-first': {
      const from = places.get(all[0]!.id)!
      return by((p) => Math.hypot(p.x - from.x, p.y - from.y))
    }
    case 'shuffled': {
      const next = chances(s.seed)
      const list = all.map((e) => e.id)
      for (let i = list.length - 1; i > 0; i--) {
        const j = Math.floor(next() * (i + 1))
        ;[list[i], list[j]] = [list[j]!, list[i]!]
      }
      return list
    }
  }
}

/** By how many frames each element comes after the first. */
export function shiftsOf(
  timed: Timed,
  s: Pick<Stagger, 'elements' | 'order' | 'seed' | 'frames' | 'jitter'>,
): Record<string, number> {
  const next = chances(s.seed + 1)
  return Object.fromEntries(
    orderOf(timed, s).map((id, i) => [
      id,
      Math.round(i * s.frames) + (s.jitter > 0 ? Math.round((next() * 2 - 1) * s.jitter) : 0),
    ]),
  )
}

/**
 * Lays a stagger, or lays one that is there again with other numbers: each element is moved by what its shift has
 * changed.
 */
export const setStagger = define('setStagger', [Stagger.omit({ shifts: true }).strip()], (next) => (draft, given) => {
  const { timed } = given
  for (const id of next.elements) if (!elementIn(draft, id)) throw new Unknown('element', id)
  // One alone follows nothing.
  if (new Set(next.elements).size < 2) return
  let before = timed.lesson.staggers.find((s) => s.id === next.id)
  let now = timed
  if (before && (before.what !== next.what || before.move !== next.move)) {
    // Something else is staggered from now on: what was shifted goes back first.
    make(removeStagger(next.id), draft, given)
    now = resolve(plain(draft))
    before = undefined
  }
  const shifts = shiftsOf(now, next)
  shiftAll(draft, { ...given, timed: now }, next, before?.shifts ?? {}, shifts)
  const whole = { ...next, shifts }
  const at = draft.staggers.findIndex((s) => s.id === next.id)
  if (at >= 0) draft.staggers[at] = whole
  else draft.staggers.push(whole)
})
/** Takes a stagger off: its elements go together again. */
export const removeStagger = define('removeStagger', [z.string()], (id) => (draft, given) => {
  const { timed } = given
  const s = timed.lesson.staggers.find((x) => x.id === id)
  if (!s) return
  shiftAll(draft, given, s, s.shifts, {})
  draft.staggers = draft.staggers.filter((x) => x.id !== id)
})
function shiftAll(
  draft: Lesson,
  given: Given,
  s: Omit<Stagger, 'shifts'>,
  before: Record<string, number>,
  after: Record<string, number>,
): void {
  const { timed } = given
  for (const id of s.elements) {
    const by = (after[id] ?? 0) - (before[id] ?? 0)
    const own = timed.lesson.elements.find((e) => e.id === id)
    const e = elementIn(draft, id)
    if (by === 0 || !own || !e) continue
    if (s.what === 'element') make(shiftElements([id], by), draft, given)
    else if (s.what === 'start') {
      const span = timed.spans.get(id)!
      e.start = edgeAt(timed, own, 'start', { frame: Math.min(span.to - 1, span.from + by) })
      if (own.end.on === 'length') e.end = { on: 'length', frames: Math.max(1, span.to - span.from - by) }
      keepMoves(e, own, timed, by)
    } else {
      const move = motionOf(timed, own).moves[s.move - 1]
      const pose = move && e.poses.find((p) => p.id === move.pose.id)
      if (!pose || !move) continue
      if (!['length', 'previous', 'key'].includes(pose.start.on)) pose.start = keptAt(timed, own, move.from + by, null)
      if (pose.end.on !== 'length') pose.end = keptAt(timed, own, move.to + by, null)
    }
  }
}
/** Moves that count from the start stay where they were when the start alone is moved. */
function keepMoves(e: Element, own: Element, timed: Timed, by: number): void {
  const length = timed.spans.get(own.id)!.to - timed.spans.get(own.id)!.from
  e.poses.forEach((p) => {
    for (const side of ['start', 'end'] as const) {
      const edge = p[side]
      if (edge.on === 'start') edge.frames -= by
      if (edge.on === 'share') edge.share = (edge.share * length - by) / Math.max(1, length - by)
    }
  })
}

/**
 * “Start together” and “land together”: the moves of several elements that are in force at a frame, or come next, begin
 * or land with the first one chosen.
 */
export const together = define(
  'together',
  [Ids.elements, z.enum(['start', 'land']), Frame],
  (ids, which, frame) =>
    (draft, { timed }) => {
      const chosen = ids.flatMap((id) => {
        const own = timed.lesson.elements.find((e) => e.id === id)
        const move = own && (motionOf(timed, own).moves.find((m) => m.to >= frame) ?? motionOf(timed, own).moves.at(-1))
        return own && move ? [{ own, move }] : []
      })
      const lead = chosen[0]
      if (!lead) return
      for (const { own, move } of chosen.slice(1)) {
        const pose = elementIn(draft, own.id)?.poses.find((p) => p.id === move.pose.id)
        if (!pose) continue
        const frames = Math.max(1, Math.round(move.to - move.from))
        if (which === 'start') {
          pose.start = keptAt(timed, own, lead.move.from, null)
          pose.end = { on: 'length', frames }
        } else {
          pose.end = keptAt(timed, own, lead.move.to, null)
          pose.start = { on: 'length', frames }
        }
      }
    },
)
