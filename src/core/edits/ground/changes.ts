import { memo } from '../../values'
import { produce, type Draft } from 'immer'
import type { Lesson } from '../../lesson/schema'
import { z } from 'zod'
import { define } from './act'
import { Name } from './args'
import { Clash, Unfit } from './unfit'
import { said } from '../../../words/words'

/** A way into a lesson that does not count: names of fields, and in lists the ids of what stands there. */
const Way = z.array(z.union([Name, z.object({ id: z.string() })]))
export type Way = z.infer<typeof Way>
/**
 * One difference between two states of a lesson. `set` with `was` or `to` left out: the field is not there.
 * `put` stands behind `after`, or first.
 */
export const Change = z.discriminatedUnion('do', [
  z.object({ do: z.literal('set'), at: Way, was: z.unknown().optional(), to: z.unknown().optional() }),
  z.object({ do: z.literal('put'), at: Way, item: z.looseObject({ id: z.string() }), after: z.string().nullable() }),
  z.object({ do: z.literal('take'), at: Way, id: z.string(), was: z.unknown() }),
  z.object({ do: z.literal('order'), at: Way, ids: z.array(z.string()) }),
])
export type Change = z.infer<typeof Change>

type Bag = Record<string, unknown>
const isBag = (v: unknown): v is Bag => typeof v === 'object' && v !== null && !Array.isArray(v)
const haveIds = memo(
  (list: readonly unknown[]) =>
    list.every((x) => isBag(x) && typeof x.id === 'string') &&
    new Set(list.map((x) => (x as { id: string }).id)).size === list.length,
)
const isKeyed = (v: unknown): v is { id: string }[] => Array.isArray(v) && haveIds(v)

/** Whether two plain values are the same to the letter; an absent field and `undefined` count as one. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((x, i) => same(x, b[i]))
  if (!isBag(a) || !isBag(b)) return false
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].every((k) => same(a[k], b[k]))
}

/** What leads from one state of a lesson to another, told by ids, so that it can be made on a third one. */
export function changesBetween(before: Lesson, after: Lesson): Change[] {
  const out: Change[] = []
  compare(before, after, [], out)
  return out
}

function compare(a: unknown, b: unknown, at: Way, out: Change[]): void {
  if (a === b) return
  if (isBag(a) && isBag(b)) {
    for (const k of new Set([...Object.keys(a), ...Object.keys(b)])) compare(a[k], b[k], [...at, k], out)
  } else if (isKeyed(a) && isKeyed(b) && (a.length > 0 || b.length > 0)) compareLists(a, b, at, out)
  else if (!same(a, b))
    out.push({ do: 'set', at, ...(a !== undefined && { was: a }), ...(b !== undefined && { to: b }) })
}

function compareLists(a: { id: string }[], b: { id: string }[], at: Way, out: Change[]): void {
  // Mostly the same things stand in the same order.
  if (a.length === b.length && a.every((x, i) => x.id === b[i]!.id)) {
    b.forEach((x, i) => {
      if (x !== a[i]) compare(a[i], x, [...at, { id: x.id }], out)
    })
    return
  }
  const old = new Map(a.map((x) => [x.id, x]))
  const now = new Set(b.map((x) => x.id))
  for (const x of a) if (!now.has(x.id)) out.push({ do: 'take', at, id: x.id, was: x })
  b.forEach((x, i) => {
    const first = old.get(x.id)
    if (first) compare(first, x, [...at, { id: x.id }], out)
    else out.push({ do: 'put', at, item: x, after: b[i - 1]?.id ?? null })
  })
  const stayed = a.filter((x) => now.has(x.id)).map((x) => x.id)
  const stands = b.filter((x) => old.has(x.id)).map((x) => x.id)
  if (!same(stayed, stands)) out.push({ do: 'order', at, ids: b.map((x) => x.id) })
}

/** The edit that makes changes again on whatever a lesson has become. @throws Unfit, from within the edit */
export const makeChanges = define('makeChanges', [z.array(Change).readonly()], (changes) => (draft) => {
  for (const c of changes) put(draft, c)
})

/** Why changes would undo what somebody else did to the same values of a lesson; null when they would not. */
export function clashOf(lesson: Lesson, changes: readonly Change[]): string | null {
  try {
    produce(lesson, (draft) => {
      for (const c of changes) put(draft, c)
    })
    return null
  } catch (e) {
    if (!(e instanceof Unfit)) throw e
    return e instanceof Clash ? e.message : null
  }
}

function put(draft: Draft<Lesson>, c: Change): void {
  const path = c.do === 'set' ? c.at.slice(0, -1) : c.at
  const holder = follow(draft, path)
  switch (c.do) {
    case 'set':
      return set(holder, c.at.at(-1) as string, c)
    case 'put': {
      const list = listOf(holder)
      const there = list.find((x) => x.id === c.item.id)
      if (there) {
        if (!same(plain(there), c.item)) throw new Clash(said('edits.itIsThereAlreadyAnd'))
        return
      }
      const behind = list.findIndex((x) => x.id === c.after)
      list.splice(c.after === null ? 0 : behind < 0 ? list.length : behind + 1, 0, structuredClone(c.item))
      return
    }
    case 'take': {
      const list = listOf(holder)
      const i = list.findIndex((x) => x.id === c.id)
      if (i < 0) return
      if (!same(plain(list[i]), c.was)) throw new Clash(said('edits.whatItTakesAwayWas'))
      list.splice(i, 1)
      return
    }
    case 'order': {
      const list = listOf(holder)
      const place = new Map(c.ids.map((id, i) => [id, i]))
      const moved = list.filter((x) => place.has(x.id)).sort((p, q) => place.get(p.id)! - place.get(q.id)!)
      let next = 0
      list.splice(0, list.length, ...list.map((x) => (place.has(x.id) ? moved[next++]! : x)))
    }
  }
}

function set(holder: unknown, key: string, c: { was?: unknown; to?: unknown }): void {
  if (!isBag(holder)) throw new Unfit(said('edits.whatItChangesIsGone'))
  const now = plain(holder[key])
  if (same(now, c.to)) return
  if (!same(now, c.was)) throw new Clash(said('edits.theSameValueWasChanged'))
  if (c.to === undefined) delete holder[key]
  else holder[key] = structuredClone(c.to)
}

function follow(from: unknown, way: Way): unknown {
  let at = from
  for (const step of way) {
    if (typeof step === 'string') at = isBag(at) ? at[step] : undefined
    else at = Array.isArray(at) ? (at as { id: string }[]).find((x) => x.id === step.id) : undefined
    if (at === undefined) throw new Unfit(said('edits.whatItChangesIsGone'))
  }
  return at
}
function listOf(v: unknown): { id: string }[] {
  if (!Array.isArray(v)) throw new Unfit(said('edits.whatItChangesIsGone'))
  return v as { id: string }[]
}
/** A value that a draft may wrap, as it stands now. */
const plain = (v: unknown): unknown => (typeof v === 'object' && v !== null ? JSON.parse(JSON.stringify(v)) : v)
