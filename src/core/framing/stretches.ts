import type { Point, Rect } from '../geometry'
import type { Break } from './breaks'
import {
  extentOf,
  isNothing,
  joined,
  lowest,
  NOTHING,
  type Extent,
  type FollowChoice,
  type Prepared,
  type Stand,
} from './input'
import { still1d } from './stands'

/** A stretch in which the view stands, with what has to be in it. */
export interface StandStretch {
  from: number
  to: number
  /** Where the pointer works. */
  box: Extent
  /** What has to be seen whole beside it; nothing where there is none. */
  need: Extent
  /** What is worked in while it stands. */
  use: Extent
  w: number
  h: number
  fixed: Rect | null
  /** What is to be seen whole in it. */ opened: Rect | null
}

/**
 * From where to where a view's left edge may lie so that [low, high] is inside its middle; as near as the take allows.
 */
function reach(low: number, high: number, size: number, margin: number, whole: number): [number, number] {
  const most = Math.max(0, whole - size)
  const clamp = (v: number) => Math.min(most, Math.max(0, v))
  return [clamp(high - size * (1 - margin)), clamp(low - size * margin)]
}
const fits = (box: Extent, { w, h }: Size, margin: number, input: Prepared): boolean => {
  const [x0, x1] = reach(box.x0, box.x1, w, margin, input.width)
  const [y0, y1] = reach(box.y0, box.y1, h, margin, input.height)
  return x0 <= x1 + 1e-6 && y0 <= y1 + 1e-6
}
const INSIDE = 0.01
const MOST_BACK = 3000
/** So much of its own size is seen around what is seen whole, at each side. */
const AROUND = 0.02
interface Size {
  w: number
  h: number
}

/** The share of the take that shows all of something, with a little around it. */
const shareOf = (w: number, h: number, input: Prepared): number =>
  Math.min(1, Math.max(w / input.width, h / input.height) * (1 + 2 * AROUND))
/** The view's size where `need` and the pointer, in `box`, have to be seen together. */
export function sizeOf(input: Prepared, least: number, need: Extent, box: Extent): Size {
  const all = isNothing(need) ? null : joined(need, box)
  const share = all ? Math.max(least, shareOf(all.x1 - all.x0, all.y1 - all.y0, input)) : least
  return { w: input.width * share, h: input.height * share }
}
/** The share of the take that a view shows in a stretch: the zoom's, or what opens up in it. */
function shareIn(input: Prepared, choice: FollowChoice, from: number, to: number): number {
  let share = 1 / choice.zoom
  for (const o of input.opens)
    if (o.from <= to && o.to >= from) share = Math.max(share, shareOf(o.rect.w, o.rect.h, input))
  return share
}
/** What has to be seen whole from one frame to another, both included. */
const needIn = (input: Prepared, from: number, to: number): Extent => allOf(input.needs, from, to)
function allOf(places: Prepared['needs'], from: number, to: number): Extent {
  let all = NOTHING
  for (let f = Math.max(0, from); f <= to; f++) {
    const p = places[f]
    if (p) all = joined(all, p)
  }
  return all
}
/** Where what a row of frames shows becomes another: the last frame before, and the first after. */
const changesOf = (places: Prepared['needs']): number[] =>
  places.flatMap((n, f) => (f > 0 && n !== places[f - 1] ? [f - 1, f] : []))
/** A pointer that goes no further than this in a frame rests. */
const RESTS_PX = 2
const rests = ({ pointer }: Prepared, f: number): boolean => {
  const [a, b] = [pointer[Math.max(0, f - 1)]!, pointer[Math.min(pointer.length - 1, f + 1)]!]
  return Math.hypot(b.x - a.x, b.y - a.y) <= 2 * RESTS_PX
}

/** The frames at which the view may go over to the next stand: the pointer’s flights, and what comes or goes. */
function placesToBreak(input: Prepared, flights: readonly Break[]): Break[] {
  const last = input.pointer.length - 1
  const forced = [
    ...[...input.opens, ...input.locked].flatMap((o) => [o.from, o.to]),
    ...changesOf(input.needs),
    // What the pointer goes into is gone over to with it; what comes while it rests, when it comes.
    ...changesOf(input.uses).filter((f) => rests(input, f)),
  ].filter((f) => f > 0 && f < last)
  const breaks = [...flights, ...forced.map((f) => ({ at: f, from: f, to: f }))]
    .filter((b) => !input.locked.some((l) => b.at > l.from && b.at < l.to))
    .sort((a, b) => a.at - b.at)
  return [{ at: 0, from: 0, to: 0 }, ...breaks, { at: last, from: last, to: last }]
}

/** What a second in a view twice as wide as was asked for costs, in moves: then it rather goes there and back. */
const WIDER = 0.6
/**
 * Cuts the time into stretches, at the pointer's flights. `price` is what a frame outside the middle costs, in moves.
 */
export function split(input: Prepared, choice: FollowChoice, all: Break[], price: number): StandStretch[] {
  const { pointer, fps, stills } = input
  const n = pointer.length
  const stillIn = (from: number, to: number) => (stills[lowest(stills, from)] ?? Infinity) <= to
  const starts = placesToBreak(input, all)
  const cost = new Float64Array(starts.length).fill(Infinity)
  const via = new Int32Array(starts.length).fill(-1)
  cost[0] = 0
  for (let v = 1; v < starts.length; v++) {
    const b = starts[v]!
    const last = b.at === n - 1 ? n - 1 : b.at - 1
    let box: Extent = { ...NOTHING }
    let until = b.at === n - 1 ? n - 1 : b.from
    let done = until + 1
    let [need, use] = [NOTHING, NOTHING]
    let seen = last + 1
    for (let u = v - 1; u >= 0 && v - u < MOST_BACK; u--) {
      const a = starts[u]!
      const from = u === 0 ? 0 : Math.min(a.to, until)
      if (from < done) {
        box = joined(box, extentOf(pointer, from, done - 1))
        use = joined(use, allOf(input.uses, from, done - 1))
        done = from
      }
      const first = u === 0 ? 0 : a.at + 1
      if (first < seen) {
        need = joined(need, needIn(input, first, seen - 1))
        seen = first
      }
      const least = shareIn(input, choice, a.at + 1, b.at - 1)
      const size = sizeOf(input, least, joined(need, use), box)
      const inside = fits(box, size, choice.margin, input)
      if (!inside && !fits(box, size, INSIDE, input)) {
        if (u < v - 1) break
        until = from
      }
      // What opens up does so for its own time only.
      if (input.opens.some((o) => (o.from > a.at && o.from < b.at) || (o.to > a.at && o.to < b.at))) break
      const seconds = Math.max(0, until - from) / fps
      let c = cost[u]! + 1 + (seconds < 1 ? 0.8 * (1 - seconds) : 0)
      if (!inside) c += 0.15 + price * Math.min(40, outsideBest(pointer, { from, to: until, box }, size, choice.margin))
      if (u > 0 && stillIn(a.from, a.to)) c += 1.5
      const locks = lockedIn(input, a, b)
      if (locks.length > 1) break
      if (locks[0]) c += BLIND * Math.min(40, blindIn(locks[0], input, { from, to: until }))
      c += WIDER * Math.log2(size.w / (least * input.width)) * ((b.at - a.at) / fps)
      if (c < cost[v]!) {
        cost[v] = c
        via[v] = u
      }
    }
  }
  const out: StandStretch[] = []
  for (let v = starts.length - 1; v > 0; v = via[v]!) out.push(stretchBetween(input, choice, starts, via[v]!, v))
  return out.reverse()
}

/** The views that were set by hand between two breaks. */
const lockedIn = (input: Prepared, a: Break, b: Break): Stand[] =>
  input.locked.filter((l) => (l.from + l.to) / 2 >= a.at && (l.from + l.to) / 2 <= b.at)
/** What a frame costs, in moves, in which a view set by hand stands longer and does not show what it should. */
const BLIND = 0.3
function blindIn(lock: Stand, input: Prepared, { from, to }: { from: number; to: number }): number {
  let n = 0
  for (let f = from; f <= to; f++)
    if ((f < lock.from || f > lock.to) && !shows(lock.view, input.pointer[f]!, input.needs[f])) n++
  return n
}
const shows = (v: Rect, p: Point, need: Extent | null | undefined): boolean => {
  const all = joined({ x0: p.x, x1: p.x, y0: p.y, y1: p.y }, need ?? NOTHING)
  return all.x0 >= v.x && all.y0 >= v.y && all.x1 <= v.x + v.w && all.y1 <= v.y + v.h
}

/** The stretch from one break to another. */
function stretchBetween(input: Prepared, choice: FollowChoice, starts: Break[], u: number, v: number): StandStretch {
  const { pointer } = input
  const n = pointer.length
  const [a, b] = [starts[u]!, starts[v]!]
  const to = b.at === n - 1 ? n - 1 : b.from
  const from = u === 0 ? 0 : Math.min(a.to, to)
  const [lock] = lockedIn(input, a, b)
  const box = extentOf(pointer, from, to)
  const need = needIn(input, u === 0 ? 0 : a.at + 1, b.at === n - 1 ? n - 1 : b.at - 1)
  const use = allOf(input.uses, from, to)
  return {
    from,
    to,
    box,
    need,
    use,
    ...sizeOf(input, shareIn(input, choice, a.at + 1, b.at - 1), joined(need, use), box),
    fixed: lock?.view ?? null,
    opened: input.opens.find((o) => o.from <= b.at - 1 && o.to >= a.at + 1)?.rect ?? null,
  }
}

/**
 * How many frames of a stretch are outside the middle at best, nearly: with the view in the middle of where they lie.
 */
function outsideBest(
  pointer: readonly Point[],
  { from, to, box }: { from: number; to: number; box: Extent },
  size: Size,
  margin: number,
): number {
  const cx = (box.x0 + box.x1) / 2
  const cy = (box.y0 + box.y1) / 2
  const rx = size.w * (0.5 - margin)
  const ry = size.h * (0.5 - margin)
  let off = 0
  for (let i = from; i <= to; i++) if (Math.abs(pointer[i]!.x - cx) > rx || Math.abs(pointer[i]!.y - cy) > ry) off++
  return off
}

/** From where to where a stretch's view may lie along an axis, and where it would rather. */
function placesOf(
  s: StandStretch,
  axis: 'x' | 'y',
  input: Prepared,
  margin: number,
): { from: number; to: number; wish: number } {
  const size = axis === 'x' ? s.w : s.h
  const whole = axis === 'x' ? input.width : input.height
  const ends = (e: Extent) => (axis === 'x' ? ([e.x0, e.x1] as const) : ([e.y0, e.y1] as const))
  const middle = (a: number, b: number) => Math.min(Math.max(0, whole - size), Math.max(0, (a + b) / 2 - size / 2))
  const [low, high] = ends(s.box)
  if (s.fixed) return { from: s.fixed[axis], to: s.fixed[axis], wish: s.fixed[axis] }
  const inMiddle = reach(low, high, size, margin, whole)
  if (inMiddle[0] > inMiddle[1]) inMiddle.fill(middle(low, high))
  const inView = reach(low, high, size, INSIDE, whole)
  const around = (e: Extent): Places => {
    if (isNothing(e)) return [0, Math.max(0, whole - size)]
    const r = reach(...ends(e), size, AROUND / 2, whole)
    return r[0] > r[1] ? [middle(...ends(e)), middle(...ends(e))] : r
  }
  // What is explained comes first, then that the pointer is seen, then what is worked in, then the middle.
  const [need, use] = [around(s.need), around(s.use)]
  const [from, to] =
    meeting(need, use, inMiddle) ??
    meeting(need, use, inView) ??
    meeting(need, inMiddle) ??
    meeting(need, inView) ??
    ([nearest(need, inMiddle[0]), nearest(need, inMiddle[0])] as const)
  const values = input.pointer
    .slice(s.from, s.to + 1)
    .map((p) => p[axis])
    .sort((a, b) => a - b)
  const shown = isNothing(s.need) ? s.use : s.need
  const opened = s.opened && (axis === 'x' ? s.opened.x + s.opened.w / 2 : s.opened.y + s.opened.h / 2)
  const worked = isNothing(shown) ? values[values.length >> 1] : (ends(shown)[0] + ends(shown)[1]) / 2
  const usual = (opened ?? worked ?? (low + high) / 2) - size / 2
  return { from, to, wish: Math.min(to, Math.max(from, usual)) }
}
type Places = readonly [from: number, to: number]
const nearest = ([from, to]: Places, v: number): number => Math.min(to, Math.max(from, v))
/** What several ranges have in common; null where that is nothing. */
function meeting(...all: Places[]): Places | null {
  const [from, to] = [Math.max(...all.map((a) => a[0])), Math.min(...all.map((a) => a[1]))]
  return from <= to ? [from, to] : null
}

/** Gives each stretch its place: as little way as possible between them, and not far from where the pointer works. */
export function standsFor(stretches: StandStretch[], input: Prepared, choice: FollowChoice): Stand[] {
  const pull = 0.06 - 0.05 * choice.calmness
  const along = (axis: 'x' | 'y') =>
    still1d(
      stretches.map((s, i) => {
        const next = stretches[i + 1]
        return {
          ...placesOf(s, axis, input, choice.margin),
          pull: s.opened ? 2 : pull * Math.min(1, (s.to - s.from) / input.fps / 2),
          scale: axis === 'x' ? s.w : s.h,
          soon: next !== undefined && s.to - s.from < input.fps * 1.1,
        }
      }),
    )
  const xs = along('x')
  const ys = along('y')
  return stretches.map((s, i) => ({
    from: s.from,
    to: s.to,
    view: s.fixed ?? { x: xs[i]!, y: ys[i]!, w: s.w, h: s.h },
  }))
}
