import { setAt, valueAt } from '../../values'
import { elementIn, elementsIn } from '../ground/chosen'
import { frameOfMedium } from '../../lesson/clips'
import { Edge, Element, type Lesson, type MoveEdge } from '../../lesson/schema'
import { aimAt, aimOf, clicksIn, isRule, kindOf, letGo, marks } from '../../kinds'
import { noPassing } from '../../lesson/make'
import { frameOfTie, resolve, type Timed } from '../../timing'
import { z } from 'zod'
import { define, Edit, Id, Ids, make } from '../ground/act'
import { Caught, Flag, Frame, Num, Side, Values } from '../ground/args'
import { numbered } from '../ground/names'
import { plain, setAll } from '../ground/plain'
import { dropLostKeys, setNumber } from '../ground/walk'
import { release } from '../place/riding'
import { toWords } from '../../../words/words'

const each = (draft: Lesson, ids: readonly string[], change: (e: Element) => void) => {
  for (const e of elementsIn(draft, ids)) change(e)
}
const plainEdge = (edge: Edge): Edge => ({ ...edge })

export const addElement = define('addElement', [Element], (e) => (draft) => {
  draft.elements.push(plain(e))
})
/** Sets values of elements. */
export const setElements = define('setElements', [Ids.elements, Values], (ids, values) => (draft) => {
  for (const e of elementsIn(draft, ids)) setAll(e, values)
})
/** Sets values of elements; what is kept somewhere by one of them is let go. */
export const putAt = define('putAt', [Ids.elements, Values], (ids, values) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    letGo(e, Object.keys(values))
    setAll(e, values)
  }
})
/** Changes the scale of elements along an axis; `linked`, the other one as much. */
export const setScale = define(
  'setScale',
  [Ids.elements, z.enum(['x', 'y']), Num, Flag],
  (ids, axis, to, linked) => (draft) => {
    for (const e of elementsIn(draft, ids)) {
      const other = axis === 'x' ? 'y' : 'x'
      const before = e.scale[axis]
      setNumber(e, `scale.${axis}`, to)
      if (linked) setNumber(e, `scale.${other}`, before === 0 ? to : (e.scale[other] * to) / before)
    }
  },
)
/** Turns and scales elements, each around its own anchor point. */
export const turnAndScale = define('turnAndScale', [Ids.elements, Num, Num], (ids, degrees, factor) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    setNumber(e, 'rotation', e.rotation + degrees)
    for (const axis of ['x', 'y'] as const) setNumber(e, `scale.${axis}`, e.scale[axis] * factor)
  }
})
/** Lets letters and lines of elements keep their size in a zoom, or grow with it. */
export const keepReadable = define('keepReadable', [Ids.elements, Flag], (ids, on) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    if (on) e.readable = true
    else delete e.readable
  }
})

/**
 * Takes elements out. What hung on one of them stays where it is, loose; what rode on one stays where it was at
 * `frame`.
 */
export const removeElements = define(
  'removeElements',
  [Ids.elements, Frame.optional()],
  (ids, frame = 0) =>
    (draft, { timed }) => {
      for (const e of draft.elements) {
        if (ids.includes(e.id) || !e.rides?.on || !ids.includes(e.rides.on)) continue
        // What carries it may be one that this edit made: it stands as it did before.
        const own = elementIn(timed.lesson, e.id)
        const span = timed.spans.get(e.id)
        if (own?.rides && span) release(e, own, timed, Math.min(span.to - 1, Math.max(span.from, frame)))
        else e.rides.on = null
      }
      draft.elements = draft.elements.filter((e) => !ids.includes(e.id))
      for (const e of draft.elements) {
        const span = timed.spans.get(e.id)
        if (!span) continue
        for (const side of ['start', 'end'] as const) {
          const edge = e[side]
          if (edge.on === 'element' && ids.includes(edge.element))
            e[side] = { on: 'loose', frame: side === 'start' ? span.from : span.to }
          for (const pose of e.poses) {
            const move = pose[side]
            if (move.on === 'element' && ids.includes(move.element))
              pose[side] = { on: 'start', frames: (frameOfTie(timed, move) ?? move.last) - span.from }
          }
        }
      }
      // What read a gauge that is gone stands as it is by itself.
      for (const e of draft.elements)
        for (const [path, { gauge }] of Object.entries(e.reads)) if (ids.includes(gauge)) delete e.reads[path]
      for (const s of draft.staggers) {
        s.elements = s.elements.filter((id) => !ids.includes(id))
        for (const id of ids) delete s.shifts[id]
      }
      draft.staggers = draft.staggers.filter((s) => s.elements.length >= 2)
    },
)
/** Moves elements by pixels. A callout's tip keeps pointing where it points, unless `withTips`. */
export const moveElements = define(
  'moveElements',
  [Ids.elements, Num, Num, Flag.optional()],
  (ids, dx, dy, withTips = false) =>
    (draft) =>
      each(draft, ids, (e) => {
        e.x = Math.round((e.x + dx) * 100) / 100
        e.y = Math.round((e.y + dy) * 100) / 100
        letGo(e)
        const aim = aimOf(e)
        if (withTips && aim) aimAt(e, { x: aim.x + dx, y: aim.y + dy })
      }),
)
export const Restack = z.enum(['front', 'back', 'forward', 'backward'])
export type Restack = z.infer<typeof Restack>
export const restack = define('restack', [Ids.elements, Restack], (ids, where) => (draft) => {
  const mine = draft.elements.filter((e) => ids.includes(e.id))
  const rest = draft.elements.filter((e) => !ids.includes(e.id))
  if (mine.length === 0) return
  const first = draft.elements.indexOf(mine[0]!)
  const at =
    where === 'front'
      ? rest.length
      : where === 'back'
        ? 0
        : where === 'forward'
          ? Math.min(rest.length, first + 1)
          : Math.max(0, first - 1)
  draft.elements = [...rest.slice(0, at), ...mine, ...rest.slice(at)]
})
/**
 * Copies of elements, shifted in time so that the first starts at `frame` (loose), or in place when null. Ties among
 * them lead to the copies.
 */
export function copies(elements: Element[], timed: Timed, frame: number | null, newId: () => string): Element[] {
  const ids = new Map(elements.map((e) => [e.id, newId()]))
  const starts = elements.map((e) => timed.spans.get(e.id)?.from ?? 0)
  const shift = frame === null ? 0 : frame - Math.min(...starts)
  const taken = new Set(timed.lesson.elements.map((e) => e.name))
  const groups = new Map(elements.flatMap((e) => (e.group ? [[e.group, newId()] as const] : [])))
  return elements.map((e) => {
    const copy = plain(e)
    copy.id = ids.get(e.id)!
    copy.name = numbered(e.name, taken)
    const span = timed.spans.get(e.id)
    const move = (edge: Edge, side: 'start' | 'end'): Edge => {
      if (edge.on === 'element' && ids.has(edge.element)) return { ...edge, element: ids.get(edge.element)! }
      if (edge.on === 'length' || frame === null) return edge
      return { on: 'loose', frame: (span ? (side === 'start' ? span.from : span.to) : 0) + shift }
    }
    copy.start = move(copy.start, 'start')
    copy.end = move(copy.end, 'end')
    if (copy.group) copy.group = groups.get(copy.group) ?? copy.group
    if (copy.follows) copy.follows.first = ids.get(copy.follows.first) ?? copy.follows.first
    for (const r of Object.values(copy.reads)) r.gauge = ids.get(r.gauge) ?? r.gauge
    if (copy.rides?.on) copy.rides.on = ids.get(copy.rides.on) ?? copy.rides.on
    for (const pose of copy.poses) {
      for (const side of ['start', 'end'] as const) {
        const at = pose[side]
        if (at.on === 'element' && ids.has(at.element)) pose[side] = { ...at, element: ids.get(at.element)! }
        else if (frame !== null && span) pose[side] = loosened(timed, at, span.from)
      }
    }
    return copy
  })
}
export const addElements = define('addElements', [z.array(Element)], (list) => (draft) => {
  draft.elements.push(...plain(list))
})
/**
 * An element's end as it is after being put at `frame`: tied to what caught it; else it hangs on as before with another
 * offset; loose when asked.
 */
export function edgeAt(
  timed: Timed,
  e: Element,
  side: 'start' | 'end',
  { frame, caught = null, loose = false }: { frame: number; caught?: Caught | null; loose?: boolean },
): Edge {
  if (loose) return { on: 'loose', frame }
  if (caught) return { on: 'moment', moment: caught.moment.id, edge: caught.edge, offset: 0, last: frame }
  const edge = e[side]
  const span = timed.spans.get(e.id)!
  const now = side === 'start' ? span.from : span.to
  const lost = side === 'start' ? span.startLost : span.endLost
  if (lost) return { on: 'loose', frame }
  switch (edge.on) {
    case 'loose':
      return { on: 'loose', frame }
    case 'length':
      return { on: 'length', frames: Math.max(1, side === 'end' ? frame - span.from : span.to - frame) }
    default:
      return { ...edge, offset: edge.offset + frame - now, last: frame }
  }
}
export const setEdge = define(
  'setEdge',
  [Id.element, Side, Edge],
  (id, side, edge) => (draft) =>
    each(draft, [id], (e) => {
      e[side] = edge
    }),
)
/**
 * Moves whole elements in time by frames: loose ends move, tied ones change their offset. `tied` says which end of
 * which element caught a moment.
 */
export const shiftElements = define(
  'shiftElements',
  [Ids.elements, Num, z.object({ id: z.string(), side: Side, caught: Caught }).nullable().optional()],
  (ids, by, tied) =>
    (draft, { timed }) =>
      each(draft, ids, (e) => {
        const span = timed.spans.get(e.id)
        if (!span) return
        const catchOf = (side: 'start' | 'end') => (tied?.id === e.id && tied.side === side ? tied.caught : null)
        const along = (edge: Edge) =>
          edge.on === 'length' || (edge.on === 'element' && (edge.element === e.id || ids.includes(edge.element)))
        const length = span.to - span.from
        const before = { start: plainEdge(e.start), end: plainEdge(e.end) }
        if (!along(e.start) || catchOf('start'))
          e.start = edgeAt(timed, { ...e, ...before }, 'start', { frame: span.from + by, caught: catchOf('start') })
        if (catchOf('end')) {
          e.end = edgeAt(timed, { ...e, ...before }, 'end', { frame: span.to + by, caught: catchOf('end') })
          if (before.end.on === 'length') e.start = { on: 'length', frames: length }
        } else if (!along(e.end)) e.end = edgeAt(timed, { ...e, ...before }, 'end', { frame: span.to + by })
      }),
)
/** Breaks what stands for many up into one for each click of its span, each tied to its click. */
export const breakUp = define('breakUp', [Id.element], (id) => (draft, { timed, newId }) => {
  const at = draft.elements.findIndex((e) => e.id === id)
  const rule = draft.elements[at]
  const span = timed.spans.get(id)
  if (!rule || !span || !isRule(rule)) return
  const { title } = kindOf(rule)
  const one = marks(plain(rule))!.single()
  const singles = clicksIn(timed, span).map((click) => ({
    ...plain(rule),
    id: newId('ripple'),
    name: `${toWords(title)}: ${click.label}`.slice(0, 120),
    x: click.at.x,
    y: click.at.y,
    look: plain(one.look),
    arrival: noPassing(),
    departure: noPassing(),
    start: { on: 'moment' as const, moment: click.id, edge: 'start' as const, offset: 0, last: click.frame },
    end: { on: 'length' as const, frames: one.frames },
  }))
  draft.elements.splice(at, 1, ...singles)
})
/**
 * An edit of an element's end that pushes along what begins after it on its track, by as much as the end moved; with
 * what is taken together with it, on all their tracks. What follows by a tie of its own is not moved twice.
 */
export const pushing = define('pushing', [Id.element, Edit], (id, change) => (draft, given) => {
  make(change, draft, given)
  const { timed } = given
  const after = resolve(plain(draft)).spans
  const own = timed.lesson.elements.find((e) => e.id === id)
  const before = timed.spans.get(id)
  const by = own && before ? (after.get(id)?.to ?? before.to) - before.to : 0
  if (!own || by === 0) return
  // What is taken together with it and ends elsewhere along with it pushes on its own track.
  const ends = new Map<string, number>()
  for (const e of timed.lesson.elements) {
    const { to } = timed.spans.get(e.id)!
    const along = own.group !== null && e.group === own.group && (after.get(e.id)?.to ?? to) - to === by
    if (e.id === id || along) ends.set(e.track, Math.max(ends.get(e.track) ?? 0, to))
  }
  const later = timed.lesson.elements.filter((e) => {
    const { from } = timed.spans.get(e.id)!
    return e.id !== id && from >= (ends.get(e.track) ?? Infinity) && after.get(e.id)?.from === from
  })
  make(
    shiftElements(
      later.map((e) => e.id),
      by,
    ),
    draft,
    given,
  )
})
/** An edge of a move that is tied, or stays with a take, as frames from its element's start; others as they are. */
export function loosened(timed: Timed, edge: MoveEdge, from: number): MoveEdge {
  if (edge.on === 'moment' || edge.on === 'element')
    return { on: 'start', frames: (frameOfTie(timed, edge) ?? edge.last) - from }
  return edge.on === 'take'
    ? { on: 'start', frames: (frameOfMedium(timed.clips, edge.media, edge.us, timed.lesson.rate) ?? from) - from }
    : edge
}
/**
 * Puts whole elements, with all they do, so that the first of them starts at a frame. Their moves go along, also those
 * that were tied.
 */
export const retime = define('retime', [Ids.elements, Frame], (ids, frame) => (draft, given) => {
  const { timed } = given
  const first = Math.min(...ids.map((id) => timed.spans.get(id)?.from ?? Infinity))
  if (!Number.isFinite(first) || first === frame) return
  for (const e of draft.elements) {
    const span = timed.spans.get(e.id)
    if (!ids.includes(e.id) || !span) continue
    for (const pose of e.poses)
      for (const side of ['start', 'end'] as const) {
        const edge = pose[side]
        pose[side] = loosened(timed, edge, span.from)
      }
  }
  make(shiftElements(ids, frame - first), draft, given)
})
/** Gives elements a part of what another does or looks like. A look is taken over only by elements of its kind. */
export const takeOver = define(
  'takeOver',
  [Ids.elements, Id.element, z.enum(['arrival', 'departure', 'look'])],
  (ids, first, what) =>
    (draft, { timed }) => {
      const from = timed.lesson.elements.find((e) => e.id === first)!
      each(draft, ids, (e) => {
        if (e.id === first) return
        if (what !== 'look') {
          e[what] = plain(from[what])
          return
        }
        if (kindOf(e) !== kindOf(from)) return
        const look = plain(from.look)
        for (const part of kindOf(e).content ?? []) setAt(look, part, plain(valueAt(e.look, part)))
        e.look = look
        dropLostKeys(e)
      })
    },
)
