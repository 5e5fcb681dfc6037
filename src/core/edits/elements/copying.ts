import { z } from 'zod'
import { kindOf, kindName } from '../../kinds'
import { COPIED_PARTS, type Element, type Lesson } from '../../lesson/schema'
import { fieldsOf } from '../../kinds'
import { setAt, valueAt } from '../../values'
import { define, Ids, type Given } from '../ground/act'
import { elementIn } from '../ground/chosen'
import { plain } from '../ground/plain'

export const CopiedPart = z.enum(COPIED_PARTS)
export type CopiedPart = z.infer<typeof CopiedPart>

/** Where a copy's moves are tied to what it does itself, they are so again in the copy. */
interface Piece {
  path: string
  get: (e: Element) => unknown
  set: (e: Element, value: unknown) => void
}
const at = (path: string): Piece => ({
  path,
  get: (e) => valueAt(e, path),
  set: (e, value) => setAt(e, path, plain(value)),
})
/** A move of a pose: keyframes of a place go along as ways from the element's own place. */
const MOVES: Piece = {
  path: 'poses',
  get: (e) =>
    plain(e.poses).map((p) => ({
      ...p,
      values: Object.fromEntries(
        Object.entries(p.values).map(([path, v]) => {
          const own = path === 'x' || path === 'y' ? e[path] : 0
          return [path, typeof v === 'number' ? v - own : v]
        }),
      ),
    })),
  set(e, value) {
    e.poses = plain(value as Element['poses']).map((p) => ({
      ...p,
      values: Object.fromEntries(
        Object.entries(p.values).map(([path, v]) => {
          const own = path === 'x' || path === 'y' ? e[path] : 0
          return [path, typeof v === 'number' ? v + own : v]
        }),
      ),
    }))
  },
}
const LENGTH: Piece = {
  path: 'end',
  get: (e) => (e.end.on === 'length' ? e.end.frames : null),
  set(e, value) {
    if (typeof value === 'number' && e.start.on !== 'length') e.end = { on: 'length', frames: value }
  },
}

const MOTION = [
  'loop',
  'arrival',
  'departure',
  'rotation',
  'scale.x',
  'scale.y',
  'tilt.upright',
  'tilt.level',
  'motionBlur',
]
const LOOKS = ['opacity', 'width', 'height', 'blurPx', 'cornerPx', 'shadow', 'crop', 'anchor']
/** What of an element goes along with the one that it is a copy of, by the part that it belongs to. */
function piecesOf(e: Element, part: CopiedPart): Piece[] {
  if (part === 'motion') return [MOVES, ...MOTION.map(at)]
  if (part === 'timing') return [LENGTH]
  const kept = new Set(kindOf(e).content ?? [])
  const names = fieldsOf(e)
    .filter((f) => f.path.startsWith('look.'))
    .map((f) => f.path.slice('look.'.length).split('.')[0]!)
  return [...LOOKS, ...[...new Set(names)].filter((n) => !kept.has(n)).map((n) => `look.${n}`)].map(at)
}
const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b)

/**
 * Lets elements be copies of another: from now on they take over what is changed of it, by the parts that are named.
 * They take it over as it is now as well.
 */
export const followCopy = define(
  'followCopy',
  [Ids.elements, z.string(), z.array(CopiedPart).readonly()],
  (ids, first, parts) => (draft) => {
    const from = elementIn(draft, first)
    if (!from || from.follows) return
    for (const id of ids) {
      const e = elementIn(draft, id)
      // What others are copies of is none itself: chains would lead round.
      if (!e || id === first || draft.elements.some((x) => x.follows?.first === id)) continue
      e.follows = { first, parts: [...parts], own: [] }
      for (const part of parts) for (const piece of partOf(e, from, part)) piece.set(e, piece.get(from))
    }
  },
)
/** A look is taken over only by what is of the same kind. */
const partOf = (e: Element, from: Element, part: CopiedPart): Piece[] =>
  part === 'look' && kindName(e) !== kindName(from) ? [] : piecesOf(from, part)

/** Cuts copies loose: they stay as they are, and go their own way. */
export const cutLoose = define('cutLoose', [Ids.elements], (ids) => (draft) => {
  for (const id of ids) {
    const e = elementIn(draft, id)
    if (e) e.follows = null
  }
})
/** Copies are again as the first one is, in all that they had as values of their own. */
export const likeFirst = define('likeFirst', [Ids.elements], (ids) => (draft) => {
  for (const id of ids) {
    const e = elementIn(draft, id)
    const from = e?.follows && elementIn(draft, e.follows.first)
    if (!e?.follows || !from) continue
    e.follows.own = []
    for (const part of e.follows.parts) for (const piece of partOf(e, from, part)) piece.set(e, piece.get(from))
  }
})

/**
 * After an edit: what was changed of an element is taken over by its copies, and what was changed of a copy itself is
 * its own from then on. A copy whose first one is gone goes its own way.
 */
export function alongCopies(draft: Lesson, { timed }: Pick<Given, 'timed'>): void {
  const before = timed.lesson
  if (!draft.elements.some((e) => e.follows)) return
  for (const e of draft.elements) {
    const { follows } = e
    if (!follows) continue
    const first = elementIn(draft, follows.first)
    if (!first) {
      e.follows = null
      continue
    }
    const [own, was] = [elementIn(before, e.id), elementIn(before, first.id)]
    // One that has just become a copy, or another's, has nothing of its own yet.
    if (!own?.follows || own.follows.first !== follows.first || !was) continue
    for (const part of follows.parts)
      for (const piece of partOf(e, first, part)) {
        const changed = !same(piece.get(was), piece.get(first))
        const ownChange = !same(piece.get(own), piece.get(e))
        if (follows.own.includes(piece.path)) continue
        if (changed) {
          if (!same(piece.get(e), piece.get(first))) piece.set(e, piece.get(first))
        } else if (ownChange && !same(piece.get(e), piece.get(first))) follows.own.push(piece.path)
      }
  }
}
