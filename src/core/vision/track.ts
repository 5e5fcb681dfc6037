import { BLOCK } from './sizes'
import type { Changes } from './changes'
import type { Eyes, Which } from './eyes'
import { patchOf } from './flashes'
import { median } from '../values/median'
import { fitAt, type PointerShape } from './shapes'

/** Where the pointer is in a frame: the top left corner of its shape, and how well it fits. */
export interface Seen {
  x: number
  y: number
  shape: PointerShape
  share: number
}

/** A place at which a shape stood still, in frames [from, to]: one link of the pointer's way. */
export interface Stay extends Seen {
  from: number
  to: number
  /** A person said that the pointer is here in its first frame; `alone`, when it was not found there. */
  said?: 'found' | 'alone'
}

/** Where a person says that the pointer is, in a frame of a stretch, in pixels of the picture. */
export interface Pointed {
  frame: number
  x: number
  y: number
}

/** To be held where it was; to have come to a place near by; to have come to any place. */
const HELD = 0.64
const FOUND_NEAR = 0.64
const FOUND = 0.68
const NEAR = 260
/** Of a shape's pixels this share changes as it comes or goes. */
const NEWS = 0.22
/** More squares than this at once are searched near the last place only, and wholly now and then. */
const WIDE = 200
const NOW_AND_THEN = 6
/** While so much changes around a pointer that fits so well where it stood, no other is looked for. */
const PLAINLY = 0.85
const MOST_ALIVE = 8
/** A pointer that is held in place moves by so many pixels from one frame to the next. */
const TREMBLES = 3
const MOST_FOUND = 4
const MOST_BACK = 300
/** For so many frames a place where the pointer was lost is searched around. */
const LATELY = 25

/**
 * What searching the whole of what changed gave, by shape, picture and frame: a stretch is gone through again as shapes
 * are learned.
 */
export class Searched {
  private readonly by = new Map<PointerShape, Map<number, Seen[]>>()
  /** What `search` gives, or gave when it was asked the same before. */
  of(shape: PointerShape, which: Which, frame: number, search: () => Seen[]): Seen[] {
    let own = this.by.get(shape)
    if (!own) this.by.set(shape, (own = new Map()))
    const key = frame * 2 + (which === 'now' ? 0 : 1)
    let found = own.get(key)
    if (!found) own.set(key, (found = search()))
    return found
  }
}

/** Finds all the stays in a stretch: at each frame what came, what went, and what stood still. */
export class Watcher {
  readonly stays: Stay[] = []
  private alive: Stay[] = []
  private lately: Stay[] = []
  private readonly stamp: Int32Array
  constructor(
    private readonly changes: Changes,
    private readonly eyes: Eyes,
    private readonly shapes: PointerShape[],
    last: Seen | null,
    private readonly searched = new Searched(),
  ) {
    this.stamp = new Int32Array(changes.columns * changes.rows).fill(-1)
    changes.show('now', 0)
    changes.show('before', 0)
    if (last && eyes.fit(last.shape, last.x, last.y, HELD) > 0) this.begin({ ...last, from: 0, to: 0 })
  }

  run(): Stay[] {
    const { changes } = this
    let settled = 0
    for (let t = 1; t < changes.frames; t++) {
      const list = changes.lists[t]!
      if (list.length === 0) continue
      if (settled > 0) changes.show('before', settled)
      settled = t
      changes.show('now', t)
      this.eyes.compare(list)
      for (const b of list) this.stamp[b] = t
      this.step(t, list)
    }
    for (const s of this.alive) s.to = changes.frames - 1
    return this.stays
  }

  private begin(s: Stay): void {
    this.stays.push(s)
    this.alive.push(s)
  }

  private step(t: number, list: Int32Array): void {
    const ended: Stay[] = []
    const kept: Stay[] = []
    const moved: Stay[] = []
    for (const s of this.alive) {
      if (!this.touched(t, s)) {
        kept.push(s)
        continue
      }
      const here = this.eyes.fit(s.shape, s.x, s.y, HELD)
      const better =
        here < 0.96 ? this.eyes.around(s.shape, s.x, s.y, TREMBLES, Math.max(FOUND_NEAR, here + 0.03)) : null
      if (here > 0 && !better) {
        s.share = Math.min(0.9 * s.share + 0.1 * here, s.share)
        kept.push(s)
        continue
      }
      s.to = t - 1
      ended.push(s)
      if (better) moved.push({ ...better, shape: s.shape, from: t, to: t })
    }
    this.alive = kept
    for (const m of moved) this.begin(m)
    const wide = list.length > WIDE
    this.lately = [...this.lately.filter((s) => t - s.to < LATELY && !ended.includes(s)), ...ended].slice(-4)
    const froms = [...(wide ? kept : []), ...this.lately]
    const stands = wide && ended.length === 0 && kept.some((s) => s.share > PLAINLY && t - s.from > 1)
    let found = stands || (wide && t % NOW_AND_THEN !== 0) ? [] : this.search('now', t, list, FOUND, [])
    if (found.length === 0 && !stands && froms.length > 0) found = this.search('now', t, list, FOUND_NEAR, froms)
    found = this.apart(found)
    if (found.length > 0 && ended.length === 0 && !wide) {
      let gone = this.search('before', t, list, FOUND, [])
      if (gone.length === 0) gone = this.search('before', t, list, FOUND_NEAR, found)
      for (const left of this.apart(gone)) this.stays.push({ ...left, from: this.since(left, t - 1), to: t - 1 })
    }
    for (const f of found) this.begin({ ...f, from: t, to: t })
    if (this.alive.length > MOST_ALIVE) {
      const rank = (s: Stay) => s.share + Math.min(0.1, (t - s.from) * 0.001)
      this.alive.sort((a, b) => rank(b) - rank(a))
      for (const s of this.alive.splice(MOST_ALIVE)) s.to = t
    }
  }

  /** The best few that are not one on another, and not where something already stands. */
  private apart(found: Seen[]): Seen[] {
    const out: Seen[] = []
    for (const f of found.sort((a, b) => b.share - a.share)) {
      if (out.length === MOST_FOUND) break
      const near = (o: Seen) =>
        Math.abs(o.x + o.shape.hot.x - f.x - f.shape.hot.x) <= 6 &&
        Math.abs(o.y + o.shape.hot.y - f.y - f.shape.hot.y) <= 6
      if (!out.some(near) && !this.alive.some((a) => near(a) && a.share >= f.share - 0.02)) out.push(f)
    }
    return out
  }
  private touched(t: number, s: Seen): boolean {
    const { columns, rows } = this.changes
    const right = Math.min(columns - 1, Math.floor((s.x + s.shape.w - 1) / BLOCK))
    const bottom = Math.min(rows - 1, Math.floor((s.y + s.shape.h - 1) / BLOCK))
    for (let row = Math.max(0, Math.floor(s.y / BLOCK)); row <= bottom; row++)
      for (let column = Math.max(0, Math.floor(s.x / BLOCK)); column <= right; column++)
        if (this.stamp[row * columns + column] === t) return true
    return false
  }
  /**
   * Where a shape is in one of the two pictures whose pixels differ in the other; within reach of one of `near` if any
   * are given.
   */
  private search(which: Which, t: number, list: Int32Array, least: number, near: Seen[]): Seen[] {
    const { columns } = this.changes
    const out: Seen[] = []
    for (const shape of this.shapes) {
      const seek = (squares: Int32Array): Seen[] =>
        this.eyes.seek(which, shape, squares, least, NEWS).map((s) => ({ ...s, shape }))
      if (near.length === 0) {
        out.push(...this.searched.of(shape, which, t, () => seek(list)))
        continue
      }
      const { centre } = shape
      const squares = list.filter((b) => {
        const x = (b % columns) * BLOCK - centre.x
        const y = Math.floor(b / columns) * BLOCK - centre.y
        return near.some(
          (o) => x + BLOCK >= o.x - NEAR && x <= o.x + NEAR && y + BLOCK >= o.y - NEAR && y <= o.y + NEAR,
        )
      })
      if (squares.length > 0) out.push(...seek(squares))
    }
    return out
  }

  /** Since when a shape has stood at a place where it stands at frame `t`. */
  private since(s: Seen, t: number): number {
    const { changes } = this
    const { shape } = s
    const blocks = changes.blocksOf(s.x, s.y, shape.w, shape.h)
    const at: number[] = []
    for (const b of blocks) for (let e = changes.entry(b, t); e > 0; e--) at.push(changes.frameOf(b, e))
    at.sort((a, b) => b - a)
    let tried = 0
    for (let i = 0; i < at.length; i++) {
      if (i > 0 && at[i] === at[i - 1]) continue
      const patch = patchOf(changes, at[i]! - 1, { x: s.x - 2, y: s.y - 2, w: shape.w + 4, h: shape.h + 4 })
      if (
        ++tried > MOST_BACK ||
        fitAt({ pixels: patch, width: shape.w + 4, height: shape.h + 4 }, shape, { x: 2, y: 2 }, HELD) === 0
      )
        return at[i]!
    }
    return 0
  }
}

/** So far from the place that a person points at it may have been found. */
const MEANT = 12
/** What a person said counts for more than anything that speaks against it. */
const SAID = 10_000

/** In the frame of which a person said where the pointer is, it is nowhere else. */
export function heeding(stays: Stay[], { frame, x, y }: Pointed, shapes: readonly PointerShape[]): Stay[] {
  const out: Stay[] = []
  let near: Stay | null = null
  const off = (s: Stay) => Math.hypot(hotSpotOf(s).x - x, hotSpotOf(s).y - y)
  for (const s of stays) {
    if (s.from > frame || s.to < frame) {
      out.push(s)
      continue
    }
    if (s.from < frame) out.push({ ...s, to: frame - 1 })
    if (off(s) <= MEANT && (!near || off(s) < off(near))) near = { ...s, from: frame, said: 'found' }
    if (off(s) > MEANT && s.to > frame) out.push({ ...s, from: frame + 1 })
  }
  const shape = shapes[0]
  if (near) out.push(near)
  else if (shape)
    out.push({ x: x - shape.hot.x, y: y - shape.hot.y, shape, share: 1, from: frame, to: frame, said: 'alone' })
  return out
}

const GAP_COST = 0.06
/** What a stay is worth by its frames; long stillness proves little, for the whole screen stands still. */
const worth = (frames: number) => (frames <= 30 ? frames : 30 + (frames - 30) * 0.15)
const WINDOW = 90
/** Where the pointer points, in pixels of the picture. */
export const hotSpotOf = (s: Seen) => ({ x: s.x + s.shape.hot.x, y: s.y + s.shape.hot.y })

/**
 * The chain of stays that explains a stretch best: long ones, well fitting ones, near to one another in place and
 * time (dynamic programming over the stays in order of their beginnings; a stay may be left before it ends).
 *
 * @param usual  how well each look usually fits; what fits much worse counts for little
 * @returns the stays of the chain, their ends cut to where the next begins
 */
export function chain(stays: Stay[], usual?: Map<PointerShape, number>): Stay[] {
  const order = [...stays].sort((a, b) => a.from - b.from)
  const rate = order.map(
    (s) =>
      Math.min(1, Math.max(0.03, (s.share - 0.62) / 0.3)) *
      (s.share < (usual?.get(s.shape) ?? 0) - UNLIKE ? LITTLE : 1),
  )
  const value = order.map(() => 0)
  const gain = (i: number, frames: number) => (order[i]!.said ? SAID : 0) + rate[i]! * worth(frames)
  const via = order.map(() => -1)
  const xs = Float64Array.from(order, (s) => hotSpotOf(s).x)
  const ys = Float64Array.from(order, (s) => hotSpotOf(s).y)
  let open: number[] = []
  let old = { value: 0, at: -1, to: 0 }
  for (const [j, s] of order.entries()) {
    let best = old.at < 0 ? 0 : old.value - Math.min(3, GAP_COST * (s.from - old.to)) - 1.8
    via[j] = best > 0 ? old.at : -1
    best = Math.max(0, best)
    const still: number[] = []
    for (const i of open) {
      const o = order[i]!
      if (o.to < s.from - WINDOW) {
        const v = value[i]! + gain(i, o.to - o.from + 1)
        if (v > old.value - GAP_COST * Math.max(0, o.to - old.to)) old = { value: v, at: i, to: o.to }
        continue
      }
      still.push(i)
      if (o.from >= s.from) continue
      const [dx, dy] = [xs[i]! - xs[j]!, ys[i]! - ys[j]!]
      const away = Math.sqrt(dx * dx + dy * dy)
      const cut = o.to >= s.from
      const gap = cut ? 0 : s.from - o.to - 1
      const v =
        value[i]! +
        gain(i, Math.min(o.to + 1, s.from) - o.from) -
        GAP_COST * gap -
        0.15 -
        Math.min(1.6, away / (250 * (1 + gap))) -
        (cut ? 2 + Math.min(30, 0.3 * (o.to - s.from)) : 0)
      if (v > best) {
        best = v
        via[j] = i
      }
    }
    still.push(j)
    open = still
    value[j] = best
  }
  let end = -1
  let most = 0
  for (const [i, s] of order.entries()) {
    const v = value[i]! + gain(i, s.to - s.from + 1)
    if (v > most) {
      most = v
      end = i
    }
  }
  const out: Stay[] = []
  for (let i = end, until = Infinity; i >= 0; i = via[i]!) {
    const s = order[i]!
    out.push({ ...s, to: Math.min(s.to, until) })
    until = s.from - 1
  }
  return out.reverse()
}

const JOINED = 4
/** For so many frames a pointer is not found where it comes to and leaves ground on which it fits poorly. */
const LOST = 12
/** And goes so many pixels a frame meanwhile. */
const AMBLE = 8
const STRIDE = 500
const WEAK = 0.76
const LONG = 8
/** So much worse than usual is unlike a look. */
const UNLIKE = 0.2
const POORER = 0.15
const LITTLE = 0.25
const SHORT = 120
const SHORTEST = 40

/**
 * Leaves out of a chain what stands alone: a stay that nothing leads to or away from is likely a likeness of the
 * pointer.
 */
export function proven(links: Stay[]): Stay[] {
  const joined = (a: Stay | undefined, b: Stay | undefined, stride = STRIDE, gap = JOINED) => {
    if (!a || !b || b.from - a.to > gap) return false
    const p = hotSpotOf(a)
    const q = hotSpotOf(b)
    return Math.hypot(p.x - q.x, p.y - q.y) < stride
  }
  const ambled = (a: Stay | undefined, b: Stay | undefined) =>
    joined(a, b, SHORTEST + AMBLE * (b && a ? b.from - a.to : 0), LOST)
  const usual = usualShares(links)
  // Where a look fits no better anywhere, as in strongly compressed pictures, that tells nothing.
  const unlike = (s: Stay) =>
    !s.said && s.share < Math.max(usual.get(s.shape)! - POORER, usual.get(s.shape)! >= WEAK ? WEAK : 0)
  const poor = (s: Stay) => s.share < WEAK || unlike(s)
  // What fits poorly for long, in one place or going along as a caret does, has to be come to or left by a short way,
  // and by no leap; where the same look fits much better elsewhere, it has to be both come to and left by a very short
  // one.
  const stands = (run: Stay[], before: Stay | undefined, after: Stay | undefined) => {
    const [first, last] = [run[0]!, run.at(-1)!]
    if (first.said) return true
    if (!poor(first) || last.to - first.from <= LONG) return joined(before, first) || joined(last, after)
    const leapt =
      (joined(before, first) && !joined(before, first, SHORT)) || (joined(last, after) && !joined(last, after, SHORT))
    if (leapt) return false
    if (run.length > 1) return ambled(before, first) && ambled(last, after)
    return first.share > usual.get(first.shape)! - UNLIKE
      ? joined(before, first, SHORT) || joined(last, after, SHORT)
      : joined(before, first, SHORTEST) && joined(last, after, SHORTEST)
  }
  for (let left = links; ;) {
    const runs: Stay[][] = []
    for (const s of left) {
      const run = runs.at(-1)
      if (run && unlike(s) && unlike(run.at(-1)!) && joined(run.at(-1), s, SHORT)) run.push(s)
      else runs.push([s])
    }
    const kept = runs.filter((run, i) => stands(run, runs[i - 1]?.at(-1), runs[i + 1]?.[0])).flat()
    if (kept.length === left.length) return kept
    left = kept
  }
}
/** How well each look fits where it fits middling well. */
function usualShares(links: Stay[]): Map<PointerShape, number> {
  const shares = new Map<PointerShape, number[]>()
  for (const s of links) {
    const own = shares.get(s.shape)
    if (own) own.push(s.share)
    else shares.set(s.shape, [s.share])
  }
  return new Map([...shares].map(([shape, own]) => [shape, median(own)]))
}

/** The pointer's way through a stretch: its stays in order, with gaps where it is not seen. */
export function follow(
  changes: Changes,
  eyes: Eyes,
  shapes: PointerShape[],
  {
    before,
    pointed = null,
    searched = new Searched(),
  }: { before: Seen | null; pointed?: Pointed | null; searched?: Searched },
): Stay[] {
  if (shapes.length === 0) return []
  const stays = new Watcher(changes, eyes, shapes, before, searched).run()
  const all = pointed ? heeding(stays, pointed, shapes) : stays
  const links = chain(all)
  const usual = usualShares(links)
  return proven(links.some((s) => s.share < usual.get(s.shape)! - UNLIKE) ? chain(all, usual) : links)
}

const SLOW = 40
const FEWEST_CHANGES = 2
const SOON = 3

/**
 * The pointer does not jump as it takes another look: where one shape follows on another, the hot spot of the one seen
 * less is put where the other's was, and half a step on. An arrow is taken as it is, and what points with its middle.
 */
export function calibrate(shapes: readonly PointerShape[], links: readonly Stay[]): void {
  const step = (a: Stay | undefined, b: Stay | undefined) =>
    a && b && a.shape === b.shape && b.from - a.to <= 1 ? { x: b.x - a.x, y: b.y - a.y } : { x: 0, y: 0 }
  const sure = shapes.find((s) => !s.hot.middle && s.hot.x < s.w / 4) ?? shapes[0]
  for (const shape of shapes) {
    if (shape === sure || shape.hot.middle) continue
    const xs: number[] = []
    const ys: number[] = []
    for (let i = 0; i + 1 < links.length; i++) {
      const [a, b] = [links[i]!, links[i + 1]!]
      if ((a.shape === shape) === (b.shape === shape) || b.from - a.to > SOON) continue
      // How far it went meanwhile: as far as just before and just after.
      const before = a.to > a.from ? { x: 0, y: 0 } : step(links[i - 1], a)
      const after = b.to > b.from ? { x: 0, y: 0 } : step(b, links[i + 2])
      const k = (b.from - a.to) / 2
      const way = { x: (before.x + after.x) * k, y: (before.y + after.y) * k }
      if (Math.hypot(way.x, way.y) > SLOW) continue
      const own = a.shape === shape ? a : b
      const other = hotSpotOf(own === a ? b : a)
      const back = own === a ? -1 : 1
      xs.push(other.x + back * way.x - own.x)
      ys.push(other.y + back * way.y - own.y)
    }
    // One that was the pointer's but once, as before the first move, has no more to tell.
    if (xs.length < FEWEST_CHANGES && (xs.length === 0 || links.filter((s) => s.shape === shape).length > 2)) continue
    const [x, y] = [median(xs), median(ys)]
    const agreed = median(xs.map((v) => Math.abs(v - x))) <= 4 && median(ys.map((v) => Math.abs(v - y))) <= 4
    if (agreed && x >= -2 && y >= -2 && x <= shape.w + 1 && y <= shape.h + 1)
      shape.hot = { x: Math.round(x), y: Math.round(y) }
  }
}
