import type { Point, Rect } from '../geometry'
import { ease } from '../values'
import { COMFORT } from './comfort'
import {
  extentOf,
  joined,
  lowest,
  isNothing,
  NOTHING,
  type Extent,
  type FollowChoice,
  type Prepared,
  type Stand,
} from './input'
import { sizeOf } from './stretches'

/** The steepest that `ease-in-out` gets, against an even move. */
const STEEPEST = 1.75
/** How many frames a move between two views takes when it stays within comfort. */
export function comfortable(a: Rect, b: Rect, fps: number): number {
  const widths = Math.hypot(a.x + a.w / 2 - b.x - b.w / 2, a.y + a.h / 2 - b.y - b.h / 2) / Math.min(a.w, b.w)
  const doublings = Math.abs(Math.log2(b.w / a.w))
  return fps * STEEPEST * Math.max(widths / COMFORT.pan, doublings / COMFORT.zoom)
}

/** The share of what has to be seen whole that is outside a view. */
export function hiddenOf(need: Extent | null | undefined, v: Rect): number {
  if (!need) return 0
  const area = Math.max(1e-6, need.x1 - need.x0) * Math.max(1e-6, need.y1 - need.y0)
  const w = Math.max(0, Math.min(need.x1, v.x + v.w) - Math.max(need.x0, v.x))
  const h = Math.max(0, Math.min(need.y1, v.y + v.h) - Math.max(need.y0, v.y))
  return Math.max(0, 1 - (w * h) / area)
}
/** As much of what is to be seen whole may be cut while the view moves. */
const A_LITTLE = 0.02
const isLost = (p: Point, v: Rect): boolean => p.x < v.x || p.y < v.y || p.x > v.x + v.w || p.y > v.y + v.h

const SAFE = 0.05
/**
 * Where the pointer, or what has to be seen whole, is lost from view for a moment, as the pointer darts somewhere and
 * back, the view goes along as far as it must.
 */
export function kept(stands: Stand[], input: Prepared, choice: FollowChoice): Stand[] {
  let now = stands
  for (let round = 0; round < 3; round++) {
    const at = viewer(now)
    const runs: { from: number; to: number; need: Extent }[] = []
    for (let f = 0; f < input.pointer.length; f++) {
      const v = at(f)
      const need = input.needs[f]
      const cut = need && hiddenOf(need, v) > A_LITTLE ? need : NOTHING
      if (!isLost(input.pointer[f]!, v) && isNothing(cut)) continue
      const last = runs.at(-1)
      if (last && f - last.to < input.fps / 3) {
        last.to = f
        last.need = joined(last.need, cut)
      } else runs.push({ from: f, to: f, need: cut })
    }
    const free = runs.filter((r) => !input.locked.some((l) => r.from <= l.to && r.to >= l.from))
    if (free.length === 0) break
    const next = now.map((s) => ({ ...s }))
    for (const r of free) {
      const base = at(Math.round((r.from + r.to) / 2))
      const box = joined(extentOf(input.pointer, r.from, r.to), r.need)
      const size = isNothing(r.need) ? base : sizeOf(input, base.w / input.width, r.need, box)
      const into = (v: number, low: number, high: number, size: number, whole: number) =>
        Math.min(whole - size, Math.max(0, Math.min(low - size * SAFE, Math.max(v, high - size * (1 - SAFE)))))
      const view = {
        x: into(base.x, box.x0, box.x1, size.w, input.width),
        y: into(base.y, box.y0, box.y1, size.h, input.height),
        w: size.w,
        h: size.h,
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

/** How many frames the pointer is outside the middle of the view, where it could be inside it, or something is cut. */
export function lost(stands: Stand[], input: Prepared, margin: number): number {
  let off = 0
  const at = viewer(stands)
  for (let f = 0; f < input.pointer.length; f++) {
    const v = at(f)
    if (missed(v, input.pointer[f]!, margin, input) || hiddenOf(input.needs[f], v) > A_LITTLE) off++
  }
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

/** What a move twice as fast as comfort allows costs, in frames in which the pointer is outside the middle. */
const TOO_FAST = 60
/** What a frame costs in which what has to be seen whole is cut: more than one in which the pointer is lost. */
const CUT = 3000
/** What a frame costs in which what is worked in is cut. */
const HALF_SEEN = 2
/** Puts stands that are the same into one, and finds for each move between two the frames in which it is made. */
export function timed(all: Stand[], input: Prepared, choice: FollowChoice): Stand[] {
  const { fps, pointer } = input
  const stands: Stand[] = []
  for (const s of all) {
    const last = stands.at(-1)
    if (last && apart(last.view, s.view) < 0.5) last.to = s.to
    else stands.push({ ...s })
  }
  const still = input.stills
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
        cost = costOfMove({ from, to, a, b, cost, most: best.cost }, input, choice.margin)
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
/** How far a move of so many frames has come at each of them. */
const eased = new Map<number, Float64Array>()
function easedOver(length: number): Float64Array {
  let table = eased.get(length)
  if (!table) eased.set(length, (table = Float64Array.from({ length }, (_, f) => ease('ease-in-out', f / length))))
  return table
}
/** What it costs to move from one stand to the next in some frames, as soon as it is more than `most`. */
function costOfMove(
  m: { from: number; to: number; a: Stand; b: Stand; cost: number; most: number },
  input: Prepared,
  margin: number,
): number {
  const { pointer, needs, uses } = input
  const { from, to, a, b, most } = m
  const shares = easedOver(to - from)
  const way: Rect = { ...a.view }
  let cost = m.cost
  const end = Math.max(to, b.from)
  for (let f = Math.min(from, a.to); f <= end && cost < most; f++) {
    const v = f <= from ? a.view : f >= to ? b.view : mix(way, a.view, b.view, shares[f - from]!)
    const p = pointer[f]!
    const need = needs[f]
    if (need) {
      const cut = hiddenOf(need, v)
      if (cut > A_LITTLE) cost += CUT * Math.min(1, cut * 5)
    }
    const use = uses[f]
    if (use && hiddenOf(use, v) > A_LITTLE) cost += HALF_SEEN
    if (isLost(p, v)) cost += 1000
    else if (missed(v, p, margin, input)) cost += 1
  }
  return cost
}
const apart = (a: Rect, b: Rect): number =>
  Math.hypot(a.x + a.w / 2 - b.x - b.w / 2, a.y + a.h / 2 - b.y - b.h / 2) + Math.abs(a.w - b.w)
function mix(into: Rect, a: Rect, b: Rect, k: number): Rect {
  into.x = a.x + (b.x - a.x) * k
  into.y = a.y + (b.y - a.y) * k
  into.w = a.w + (b.w - a.w) * k
  into.h = a.h + (b.h - a.h) * k
  return into
}

/** The view at a frame, from stands: still in each, eased between two. Frames are best asked for in order. */
export function viewer(stands: readonly Stand[]): (frame: number) => Rect {
  let i = 0
  return (frame) => {
    if (i > 0 && stands[i]!.from > frame) i = 0
    while (i + 1 < stands.length && stands[i + 1]!.from <= frame) i++
    const a = stands[i]!
    const b = stands[i + 1]
    if (!b || frame <= a.to) return a.view
    return mix({ ...a.view }, a.view, b.view, ease('ease-in-out', (frame - a.to) / (b.from - a.to)))
  }
}
