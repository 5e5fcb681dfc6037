import { z } from 'zod'
import type { Point, Rect } from '../geometry'
import { ease } from '../values'
import { COMFORT } from './comfort'
import { still1d } from './stands'

/** What a follow framing is asked for. */
export const FollowChoice = z.object({
  /** How many times larger than the whole take it shows things; 1 is the whole. */
  zoom: z.number(),
  /** The share of the view at each side that the pointer keeps out of: 0.1 leaves the middle 80 %. */
  margin: z.number(),
  /** 0: quick short moves, soon in the middle again; 1: slow moves, only as far as needed. */
  calmness: z.number(),
})
export type FollowChoice = z.infer<typeof FollowChoice>
export const CALM: FollowChoice = { zoom: 2, margin: 0.1, calmness: 0.5 }

/** What a follow framing is solved from; everything per frame or in frames, places in pixels of the take. */
export interface FollowInput {
  width: number
  height: number
  fps: number
  /** Where the pointer is in each frame. */
  pointer: readonly Point[]
  /** Frames at which the view has to stand still: clicks. */
  stills: readonly number[]
  /** What has to be seen whole for a while, where it is larger than the view. */
  opens?: readonly { from: number; to: number; rect: Rect }[]
  /** Views that a person has set: kept as they are. */
  locked?: readonly Stand[]
}

/** A view that stands still from one frame to another, both included; between two of them it moves. */
export interface Stand {
  from: number
  to: number
  view: Rect
}

interface Box {
  x0: number
  x1: number
  y0: number
  y1: number
}
const NOTHING: Box = { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity }

/** A frame at which the view may go over from one stand to the next, and the pointer's flight around it. */
interface Break {
  at: number
  from: number
  to: number
}

const FLYING = 3
const MOST_FLIGHT_S = 0.5
const SLOW_STEP_S = 0.35

/** Frames where the pointer flies fastest, and where it creeps, one every third of a second. */
function breaksOf(pointer: readonly Point[], fps: number): Break[] {
  const n = pointer.length
  const speed = pointer.map((p, i) => (i === 0 ? 0 : Math.hypot(p.x - pointer[i - 1]!.x, p.y - pointer[i - 1]!.y)))
  const smooth = speed.map((_, i) => (speed[Math.max(0, i - 1)]! + 2 * speed[i]! + speed[Math.min(n - 1, i + 1)]!) / 4)
  const most = Math.round(MOST_FLIGHT_S * fps)
  const least = FLYING * (30 / fps)
  const out: Break[] = []
  const add = (at: number) => {
    const floor = smooth[at]! * 0.3
    let from = at
    let to = at
    while (from > 0 && at - from < most && smooth[from - 1]! > floor) from--
    while (to < n - 1 && to - at < most && smooth[to + 1]! > floor) to++
    out.push({ at, from, to })
  }
  let last = -Infinity
  for (let i = 1; i < n - 1; i++) {
    const peak = smooth[i]! >= least && smooth[i]! >= smooth[i - 1]! && smooth[i]! > smooth[i + 1]!
    const creep = smooth[i]! > 0.2 && i - last >= SLOW_STEP_S * fps
    if (!peak && !creep) continue
    if (peak && i - last < 0.12 * fps && out.length > 0) {
      if (smooth[i]! <= smooth[out.at(-1)!.at]!) continue
      out.pop()
    }
    add(i)
    last = i
  }
  return out
}

/** A stretch in which the view stands, with what has to be in it. */
interface Stretch {
  from: number
  to: number
  box: Box
  w: number
  h: number
  fixed: Rect | null
  /** What is to be seen whole in it. */ opened: Rect | null
}

/**
 * A camera operator's framing: the view stands still while the pointer works inside its middle, sets off as the pointer
 * flies to somewhere else, and is there before the click. First the fewest stretches in which standing is possible
 * (dynamic programming over the pointer's flights), then for each the place with the least way between them (the linear
 * program of L1-optimal camera paths, Grundmann, Kwatra & Essa 2011, with true stills for its first differences; solved
 * exactly at its corners), then for each move the time at which the pointer is best kept.
 *
 * @returns stands in order; the first holds from frame 0, the last to the end
 */
export function followStands(given: FollowInput, choice: FollowChoice): Stand[] {
  const input = {
    ...given,
    opens: (given.opens ?? [])
      .filter((o) => o.rect.w > given.width / choice.zoom || o.rect.h > given.height / choice.zoom)
      .filter((o) => o.rect.w * o.rect.h < given.width * given.height * WHOLE),
  }
  const n = input.pointer.length
  if (n === 0) return []
  const breaks = breaksOf(input.pointer, input.fps)
  let best: { stretches: Stretch[]; stands: Stand[]; off: number } | null = null
  for (const price of [0.06, 0.15, 0.4]) {
    const stretches = split(input, choice, breaks, price)
    const stands = standsOf(stretches, input, choice)
    const off = outside(stands, input, choice.margin)
    if (!best || off < best.off) best = { stretches, stands, off }
    if (off <= n * 0.02) break
  }
  return inComfort(best!.stretches, best!.stands, input, choice)
}
const standsOf = (stretches: Stretch[], input: FollowInput, choice: FollowChoice): Stand[] =>
  kept(timed(standsFor(stretches, input, choice), input, choice), input, choice)

const nearer = (a: Stand, b: Stand): Stand => (a.view.w <= b.view.w ? a : b)
/** How much more of the take is shown around a move that would be too fast, each time, and how often. */
const OPENS_BY = 1.1
const MOST_OPENED = 40
/**
 * Moves that are too fast to be followed in comfort, even begun as early as can be, are made where more is shown: there
 * they are shorter. It is the nearer of the two views that shows more, or both where they show as much.
 */
function inComfort(stretches: Stretch[], first: Stand[], input: FollowInput, choice: FollowChoice): Stand[] {
  let now = stretches
  let stands = first
  for (let round = 0; round < MOST_OPENED; round++) {
    const fast = stands.flatMap((a, i) => {
      const b = stands[i + 1]
      if (!b || b.from - a.to >= comfortable(a.view, b.view, input.fps) - 1e-6) return []
      return [
        {
          from: Math.min(a.to, nearer(a, b).from),
          to: Math.max(b.from, nearer(a, b).to),
          below: nearer(a, b).view.w * 1.05,
        },
      ]
    })
    if (fast.length === 0) break
    // Between two stretches the pointer is on its way: what happens then is of both.
    const touched = fast.map((m) => ({
      ...m,
      first: now.findLastIndex((s) => s.from <= m.from),
      next: now.findIndex((s) => s.to >= m.to),
    }))
    const opened = now.map((s, i) => {
      const meets = (m: (typeof touched)[number]) =>
        (s.from <= m.to && s.to >= m.from) || (i >= m.first && (m.next < 0 || i <= m.next))
      if (s.fixed || !touched.some((m) => s.w < m.below && meets(m))) return s
      const k = Math.min(OPENS_BY, input.width / s.w, input.height / s.h)
      return { ...s, w: s.w * k, h: s.h * k }
    })
    if (opened.every((s, i) => s.w === now[i]!.w)) break
    now = opened
    stands = standsOf(now, input, choice)
  }
  return stands
}

/** The steepest that `ease-in-out` gets, against an even move. */
const STEEPEST = 1.75
/** How many frames a move between two views takes when it stays within comfort. */
function comfortable(a: Rect, b: Rect, fps: number): number {
  const widths = Math.hypot(a.x + a.w / 2 - b.x - b.w / 2, a.y + a.h / 2 - b.y - b.h / 2) / Math.min(a.w, b.w)
  const doublings = Math.abs(Math.log2(b.w / a.w))
  return fps * STEEPEST * Math.max(widths / COMFORT.pan, doublings / COMFORT.zoom)
}

/**
 * Where the pointer is lost from view for a moment, as it darts somewhere and back, the view goes along as far as it
 * must.
 */
function kept(stands: Stand[], input: FollowInput, choice: FollowChoice): Stand[] {
  let now = stands
  for (let round = 0; round < 3; round++) {
    const at = viewer(now)
    const runs: { from: number; to: number }[] = []
    for (let f = 0; f < input.pointer.length; f++) {
      const v = at(f)
      const p = input.pointer[f]!
      if (p.x >= v.x && p.y >= v.y && p.x <= v.x + v.w && p.y <= v.y + v.h) continue
      const last = runs.at(-1)
      if (last && f - last.to < input.fps / 3) last.to = f
      else runs.push({ from: f, to: f })
    }
    if (runs.length === 0) break
    const next = now.map((s) => ({ ...s }))
    for (const r of runs) {
      const base = at(Math.round((r.from + r.to) / 2))
      const box = boxOf(input.pointer, r.from, r.to)
      const into = (v: number, low: number, high: number, size: number, whole: number) =>
        Math.min(whole - size, Math.max(0, Math.min(low - size * SAFE, Math.max(v, high - size * (1 - SAFE)))))
      const view = {
        x: into(base.x, box.x0, box.x1, base.w, input.width),
        y: into(base.y, box.y0, box.y1, base.h, input.height),
        w: base.w,
        h: base.h,
      }
      const k = next.findLastIndex((s) => s.from <= r.from)
      const s = next[Math.max(0, k)]!
      const extra: Stand[] = [{ from: r.from, to: r.to, view }]
      if (s.to > r.to) extra.push({ ...s, from: Math.min(s.to, r.to + 1) })
      s.to = Math.max(s.from, Math.min(s.to, r.from - 1))
      next.splice(Math.max(0, k) + 1, 0, ...extra)
    }
    now = timed(next, input, choice)
  }
  return now
}

/** How many frames the pointer is outside the middle of the view, where it could be inside it. */
function outside(stands: Stand[], input: FollowInput, margin: number): number {
  let off = 0
  const at = viewer(stands)
  for (let f = 0; f < input.pointer.length; f++) if (missed(at(f), input.pointer[f]!, margin, input)) off++
  return off
}
/** Whether a point is outside a view's middle; at the take's own edges the view can do no more. */
function missed(v: Rect, p: Point, margin: number, { width, height }: { width: number; height: number }): boolean {
  const mx = v.w * margin
  const my = v.h * margin
  return (
    (p.x < v.x + mx && v.x > 0.5) ||
    (p.x > v.x + v.w - mx && v.x + v.w < width - 0.5) ||
    (p.y < v.y + my && v.y > 0.5) ||
    (p.y > v.y + v.h - my && v.y + v.h < height - 0.5)
  )
}

/**
 * From where to where a view's left edge may lie so that [low, high] is inside its middle; as near as the take allows.
 */
function reach(low: number, high: number, size: number, margin: number, whole: number): [number, number] {
  const most = Math.max(0, whole - size)
  const clamp = (v: number) => Math.min(most, Math.max(0, v))
  return [clamp(high - size * (1 - margin)), clamp(low - size * margin)]
}
const fits = (box: Box, w: number, h: number, margin: number, input: FollowInput): boolean => {
  const [x0, x1] = reach(box.x0, box.x1, w, margin, input.width)
  const [y0, y1] = reach(box.y0, box.y1, h, margin, input.height)
  return x0 <= x1 + 1e-6 && y0 <= y1 + 1e-6
}
const joined = (a: Box, b: Box): Box => ({
  x0: Math.min(a.x0, b.x0),
  x1: Math.max(a.x1, b.x1),
  y0: Math.min(a.y0, b.y0),
  y1: Math.max(a.y1, b.y1),
})
function boxOf(pointer: readonly Point[], from: number, to: number): Box {
  const b = { ...NOTHING }
  for (let i = from; i <= to; i++) {
    const p = pointer[i]!
    if (p.x < b.x0) b.x0 = p.x
    if (p.x > b.x1) b.x1 = p.x
    if (p.y < b.y0) b.y0 = p.y
    if (p.y > b.y1) b.y1 = p.y
  }
  return b
}

/** A change of more than this share of the take is another page: there is nothing in it to be seen whole. */
const WHOLE = 0.7
const INSIDE = 0.01
const SAFE = 0.05
const MOST_BACK = 3000

/** The view's size in a stretch: the zoom's, or what has to be seen whole. */
function sizeFor(input: FollowInput, choice: FollowChoice, from: number, to: number): { w: number; h: number } {
  let share = 1 / choice.zoom
  for (const o of input.opens ?? [])
    if (o.from <= to && o.to >= from)
      share = Math.max(
        share,
        Math.min(1, (o.rect.w * 1.04) / input.width),
        Math.min(1, (o.rect.h * 1.04) / input.height),
      )
  return { w: input.width * share, h: input.height * share }
}

/**
 * Cuts the time into stretches, at the pointer's flights. `price` is what a frame outside the middle costs, in moves.
 */
function split(input: FollowInput, choice: FollowChoice, all: Break[], price: number): Stretch[] {
  const { pointer, fps } = input
  const n = pointer.length
  const still = [...input.stills].sort((a, b) => a - b)
  const stillIn = (from: number, to: number) => (still[lowest(still, from)] ?? Infinity) <= to
  const forced = (input.opens ?? [])
    .flatMap((o) => [o.from, o.to])
    .concat((input.locked ?? []).flatMap((l) => [l.from, l.to]))
    .filter((f) => f > 0 && f < n - 1)
  const breaks = [...all, ...forced.map((f) => ({ at: f, from: f, to: f }))].sort((a, b) => a.at - b.at)
  const starts: Break[] = [{ at: 0, from: 0, to: 0 }, ...breaks, { at: n - 1, from: n - 1, to: n - 1 }]
  const cost = new Float64Array(starts.length).fill(Infinity)
  const via = new Int32Array(starts.length).fill(-1)
  cost[0] = 0
  for (let v = 1; v < starts.length; v++) {
    const b = starts[v]!
    let box: Box = { ...NOTHING }
    let until = b.at === n - 1 ? n - 1 : b.from
    let done = until + 1
    for (let u = v - 1; u >= 0 && v - u < MOST_BACK; u--) {
      const a = starts[u]!
      const from = u === 0 ? 0 : Math.min(a.to, until)
      if (from < done) {
        box = joined(box, boxOf(pointer, from, done - 1))
        done = from
      }
      const size = sizeFor(input, choice, a.at + 1, b.at - 1)
      const inside = fits(box, size.w, size.h, choice.margin, input)
      if (!inside && !fits(box, size.w, size.h, INSIDE, input)) {
        if (u < v - 1) break
        until = from
      }
      // What opens up does so for its own time only.
      if (input.opens?.some((o) => (o.from > a.at && o.from < b.at) || (o.to > a.at && o.to < b.at))) break
      const seconds = Math.max(0, until - from) / fps
      let c = cost[u]! + 1 + (seconds < 1 ? 0.8 * (1 - seconds) : 0)
      if (!inside) c += 0.15 + price * Math.min(40, outsideBest(pointer, { from, to: until, box }, size, choice.margin))
      if (u > 0 && stillIn(a.from, a.to)) c += 1.5
      if (c < cost[v]!) {
        cost[v] = c
        via[v] = u
      }
    }
  }
  const out: Stretch[] = []
  for (let v = starts.length - 1; v > 0; v = via[v]!) {
    const u = via[v]!
    const a = starts[u]!
    const b = starts[v]!
    const to = b.at === n - 1 ? n - 1 : b.from
    const from = u === 0 ? 0 : Math.min(a.to, to)
    const lock = input.locked?.find((l) => (l.from + l.to) / 2 >= a.at && (l.from + l.to) / 2 <= b.at)
    out.push({
      from,
      to,
      box: boxOf(pointer, from, to),
      ...sizeFor(input, choice, a.at + 1, b.at - 1),
      fixed: lock?.view ?? null,
      opened: input.opens?.find((o) => o.from <= b.at - 1 && o.to >= a.at + 1)?.rect ?? null,
    })
  }
  return out.reverse()
}

/**
 * How many frames of a stretch are outside the middle at best, nearly: with the view in the middle of where they lie.
 */
function outsideBest(
  pointer: readonly Point[],
  { from, to, box }: { from: number; to: number; box: Box },
  size: { w: number; h: number },
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

/** Gives each stretch its place: as little way as possible between them, and not far from where the pointer works. */
function standsFor(stretches: Stretch[], input: FollowInput, choice: FollowChoice): Stand[] {
  const pull = 0.06 - 0.05 * choice.calmness
  const along = (axis: 'x' | 'y') =>
    still1d(
      stretches.map((s, i) => {
        const size = axis === 'x' ? s.w : s.h
        const whole = axis === 'x' ? input.width : input.height
        const [low, high] = axis === 'x' ? [s.box.x0, s.box.x1] : [s.box.y0, s.box.y1]
        let [from, to] = reach(low, high, size, choice.margin, whole)
        if (from > to) from = to = Math.min(Math.max(0, whole - size), Math.max(0, (low + high) / 2 - size / 2))
        if (s.fixed) from = to = axis === 'x' ? s.fixed.x : s.fixed.y
        const values = input.pointer
          .slice(s.from, s.to + 1)
          .map((p) => p[axis])
          .sort((a, b) => a - b)
        const opened = s.opened && (axis === 'x' ? s.opened.x + s.opened.w / 2 : s.opened.y + s.opened.h / 2)
        const usual = (opened ?? values[values.length >> 1] ?? (low + high) / 2) - size / 2
        const next = stretches[i + 1]
        return {
          from,
          to,
          wish: Math.min(to, Math.max(from, usual)),
          pull: s.opened ? 2 : pull * Math.min(1, (s.to - s.from) / input.fps / 2),
          scale: size,
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

/** What a move twice as fast as comfort allows costs, in frames in which the pointer is outside the middle. */
const TOO_FAST = 60
/** Puts stands that are the same into one, and finds for each move between two the frames in which it is made. */
function timed(all: Stand[], input: FollowInput, choice: FollowChoice): Stand[] {
  const { fps, pointer } = input
  const stands: Stand[] = []
  for (const s of all) {
    const last = stands.at(-1)
    if (last && apart(last.view, s.view) < 0.5) last.to = s.to
    else stands.push({ ...s })
  }
  const still = [...input.stills].sort((a, b) => a - b)
  stands[0]!.from = 0
  stands.at(-1)!.to = pointer.length - 1
  let away = { frame: -Infinity, x: 0, y: 0 }
  for (let i = 0; i + 1 < stands.length; i++) {
    const a = stands[i]!
    const b = stands[i + 1]!
    const after = stands[i + 2]
    const far = apart(a.view, b.view) / a.view.w
    const least = comfortable(a.view, b.view, fps)
    const usual = Math.max(least, fps * (0.55 + 0.35 * Math.min(1.5, far)) * (0.7 + 0.6 * choice.calmness))
    const way = {
      x: b.view.x + b.view.w / 2 - a.view.x - a.view.w / 2,
      y: b.view.y + b.view.h / 2 - a.view.y - a.view.h / 2,
    }
    const opposite = way.x * away.x + way.y * away.y < 0
    // Not before the view has come to this stand, nor past the middle of the next.
    const first = a.from
    const last = after ? Math.max(b.from, Math.floor((b.from + b.to) / 2)) : pointer.length - 1
    let best = { cost: Infinity, from: a.to, to: b.from }
    for (const share of [1, 0.8, 0.62, 0.48, 0.36, 0.26]) {
      const length = Math.max(3, Math.ceil(usual * share))
      for (
        let from = Math.max(first, a.to - Math.round(usual * 1.6));
        from + length <= Math.min(last, b.from + Math.round(usual * 1.2));
        from++
      ) {
        const to = from + length
        let cost =
          (1 - share) * 6 +
          TOO_FAST * Math.max(0, least / length - 1) +
          0.03 * Math.abs((from + to - a.to - b.from) / 2)
        if (opposite && from - away.frame < fps) cost += 12 + 0.5 * (fps - (from - away.frame))
        for (let k = lowest(still, from - 1); k < still.length && still[k]! <= to + 1; k++) cost += 300
        for (let f = Math.min(from, a.to); f <= Math.max(to, b.from) && cost < best.cost; f++) {
          const v =
            f <= from ? a.view : f >= to ? b.view : mixed(a.view, b.view, ease('ease-in-out', (f - from) / length))
          const p = pointer[f]!
          if (p.x < v.x || p.y < v.y || p.x > v.x + v.w || p.y > v.y + v.h) cost += 1000
          else if (missed(v, p, choice.margin, input)) cost += 1
        }
        if (cost < best.cost) best = { cost, from, to }
      }
    }
    a.to = best.from
    b.from = best.to
    if (b.to < b.from) b.to = b.from
    away = { frame: best.to, ...way }
  }
  return stands
}
const lowest = (sorted: number[], value: number): number => {
  let lo = 0
  let hi = sorted.length
  while (lo < hi) {
    const m = (lo + hi) >> 1
    if (sorted[m]! < value) lo = m + 1
    else hi = m
  }
  return lo
}
const apart = (a: Rect, b: Rect): number =>
  Math.hypot(a.x + a.w / 2 - b.x - b.w / 2, a.y + a.h / 2 - b.y - b.h / 2) + Math.abs(a.w - b.w)
const mixed = (a: Rect, b: Rect, k: number): Rect => ({
  x: a.x + (b.x - a.x) * k,
  y: a.y + (b.y - a.y) * k,
  w: a.w + (b.w - a.w) * k,
  h: a.h + (b.h - a.h) * k,
})

/** The view at a frame, from stands: still in each, eased between two. Frames are best asked for in order. */
export function viewer(stands: readonly Stand[]): (frame: number) => Rect {
  let i = 0
  return (frame) => {
    if (i > 0 && stands[i]!.from > frame) i = 0
    while (i + 1 < stands.length && stands[i + 1]!.from <= frame) i++
    const a = stands[i]!
    const b = stands[i + 1]
    if (!b || frame <= a.to) return a.view
    return mixed(a.view, b.view, ease('ease-in-out', (frame - a.to) / (b.from - a.to)))
  }
}
