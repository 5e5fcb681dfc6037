import type { Point } from '../geometry'
import type { Changes } from './changes'
import { patchOf } from './flashes'
import { median } from '../values/median'
import { hotSpotOf, type Stay } from './track'

const HALF = 18
const REACH = 44
const STEP = 3
const LEAST_GAP = 4
const LONGEST = 400
/**
 * What is not carried this far is no window; what it may end beside the known place is less, so that standing still is
 * not taken for it.
 */
const MOVED = 40
const MISSES = 24
/** Mean difference of grey up to which a patch counts as found again. */
const ALIKE = 13
/** What differs by no more than this is it. */
const SURELY = 1.5

/**
 * Where an unknown look of the pointer goes while it carries something, such as a window by its bar: what lies around
 * the place at which the pointer was lost is followed from frame to frame, and believed when it leads to where the
 * pointer is next known.
 *
 * @returns places by frame, for frames of the gaps between `links`
 */
export function carriedThrough(changes: Changes, links: Stay[]): Map<number, Point> {
  const out = new Map<number, Point>()
  for (let i = 0; i + 1 < links.length; i++) {
    const a = links[i]!
    const b = links[i + 1]!
    const n = b.from - a.to - 1
    if (n < LEAST_GAP || n > LONGEST) continue
    const p = hotSpotOf(a)
    const q = hotSpotOf(b)
    if (Math.hypot(p.x - q.x, p.y - q.y) < MOVED) continue
    const forth = tracked(changes, p, a.to + 1, b.from - 1, 1)
    const back = tracked(changes, q, b.from - 1, a.to + 1, -1)
    const way = led(forth, q) ?? led(back, p)?.reverse()
    if (way) for (const [k, spot] of way.entries()) out.set(a.to + 1 + k, spot)
  }
  return out
}

/**
 * A way that goes on to a known place, put where it meets it: it was taken up a frame late, by as much as was carried
 * in that frame. Null when it leads elsewhere.
 */
function led(way: Point[] | null, to: Point): Point[] | null {
  const [before, last] = way?.slice(-2) ?? []
  if (!way || !before || !last) return null
  const off = { x: to.x - 2 * last.x + before.x, y: to.y - 2 * last.y + before.y }
  return Math.hypot(off.x, off.y) < MISSES ? way.map((s) => ({ x: s.x + off.x, y: s.y + off.y })) : null
}

/**
 * Where around the place a window is looked at: beside the pointer, and below it, as it is mostly held by its upper
 * bar.
 */
const ACROSS = [-150, -75, 0, 75, 150]
const DOWN = [-45, 0, 45, 95, 150]
/** So many of the places that show the most are followed; most of them have to agree, within so many pixels. */
const FOLLOWED = 4
const AGREE = 2
/** Mean step of grey from pixel to pixel, across and down, from which something is to be seen. */
const LEAST_SHOWN = 0.8
/**
 * What only one piece says changes its speed from one frame to the next by no more than so many pixels, in large
 * pictures by more; for so many frames it may be lost.
 */
const JERK = 18
const MOST_MISSED = 3

/** Follows what is around a place from one frame to another; null when it is lost on the way. */
function tracked(changes: Changes, start: Point, from: number, to: number, step: 1 | -1): Point[] | null {
  let at = { x: Math.round(start.x), y: Math.round(start.y) }
  let speed = { x: 0, y: 0 }
  let missed = 0
  const out: Point[] = [{ ...at }]
  for (let t = from; t !== to; t += step) {
    const list = new Set(changes.lists[step === 1 ? t + 1 : t]!)
    const near = changes.blocksOf(at.x - HALF, at.y - HALF, 2 * HALF + 1, 2 * HALF + 1)
    if (!near.some((b) => list.has(b))) {
      out.push({ ...at })
      speed = { x: 0, y: 0 }
      continue
    }
    const shift = shiftAround(changes, at, { t, step, speed, list })
    missed = shift ? 0 : missed + 1
    if (missed > MOST_MISSED) return null
    // For a frame or two it goes on as it went.
    const even = shift ?? speed
    speed = even
    at = { x: at.x + even.x, y: at.y + even.y }
    out.push({ ...at })
  }
  return out
}

const moves = (s: Point): boolean => Math.abs(s.x) + Math.abs(s.y) > 1
const alike = (a: Point, b: Point): boolean => Math.abs(a.x - b.x) <= AGREE && Math.abs(a.y - b.y) <= AGREE

/** How far what is around a place goes with a frame: what several pieces of it agree on. */
function shiftAround(
  changes: Changes,
  at: Point,
  { t, step, speed, list }: { t: number; step: 1 | -1; speed: Point; list: Set<number> },
): Point | null {
  const size = 2 * HALF + 1
  const pieces: { x: number; y: number; patch: Uint8Array; shows: number }[] = []
  for (const dy of DOWN)
    for (const dx of ACROSS) {
      const [x, y] = [at.x + dx - HALF, at.y + dy - HALF]
      if (
        x < 0 ||
        y < 0 ||
        x + size > changes.width ||
        y + size > changes.height ||
        !changes.blocksOf(x, y, size, size).some((b) => list.has(b))
      )
        continue
      const patch = patchOf(changes, t, { x, y, w: size, h: size })
      pieces.push({ x, y, patch, shows: shownIn(patch, size) })
    }
  pieces.sort((a, b) => b.shows - a.shows)
  const some = pieces.filter(
    (p, i) =>
      p.shows >= LEAST_SHOWN &&
      ((i < FOLLOWED && p.shows >= pieces[0]!.shows * 0.3) || (p.x === at.x - HALF && p.y === at.y - HALF)),
  )
  const shifts: Point[] = []
  for (const p of some) {
    const s = shiftOf(changes, p, t + step, speed)
    if (!s) continue
    shifts.push(s)
    if (moves(s) && shifts.filter((o) => alike(o, s)).length > 1) break
  }
  const jerk = (s: Point) => Math.hypot(s.x - speed.x, s.y - speed.y)
  // What the window moves over stands still.
  const moved = shifts.filter(moves)
  const groups = (moved.length > 0 ? moved : shifts).map((s, _, all) => all.filter((o) => alike(o, s)))
  const most = groups.sort((a, b) => b.length - a.length || jerk(a[0]!) - jerk(b[0]!))[0]
  if (!most || (most.length === 1 && jerk(most[0]!) > Math.max(JERK, (JERK * changes.width) / 1280))) return null
  return { x: Math.round(median(most.map((s) => s.x))), y: Math.round(median(most.map((s) => s.y))) }
}

/** How much is to be seen in a piece, across and down: along an even bar nothing can be followed. */
function shownIn(patch: Uint8Array, size: number): number {
  let [across, down] = [0, 0]
  for (let i = 0; i + size + 1 < patch.length; i++) {
    across += Math.abs(patch[i + 1]! - patch[i]!)
    down += Math.abs(patch[i + size]! - patch[i]!)
  }
  return Math.min(across, down) / patch.length
}

/** How far a piece of the picture has gone in another frame; null when it is not found there. */
function shiftOf(
  changes: Changes,
  { x: left, y: top, patch }: { x: number; y: number; patch: Uint8Array },
  t: number,
  speed: Point,
): Point | null {
  const size = 2 * HALF + 1
  const wide = size + 2 * REACH
  const field = patchOf(changes, t, { x: left + speed.x - REACH, y: top + speed.y - REACH, w: wide, h: wide })
  const looked = Math.ceil(size / STEP) ** 2
  let best = { off: Infinity, x: 0, y: 0 }
  const tryAt = (x: number, y: number) => {
    let off = 0.02 * Math.hypot(x - REACH, y - REACH)
    const most = best.off
    for (let py = 0; py < size; py += STEP) {
      for (let px = 0; px < size; px += STEP) {
        const d = patch[py * size + px]! - field[(y + py) * wide + x + px]!
        off += (d < 0 ? -d : d) / looked
      }
      if (off > most) return
    }
    best = { off, x, y }
  }
  // From where it is expected outwards: what is found early ends the rest soon.
  for (let ring = 0, found = Infinity; ring <= REACH && ring <= found + 1; ring++) {
    if (found === Infinity && best.off < SURELY) found = ring
    for (let k = -ring; k <= ring; k++) {
      tryAt(REACH + k, REACH - ring)
      if (ring > 0) tryAt(REACH + k, REACH + ring)
      if (k > -ring && k < ring) {
        tryAt(REACH - ring, REACH + k)
        tryAt(REACH + ring, REACH + k)
      }
    }
  }
  return best.off > ALIKE ? null : { x: speed.x + best.x - REACH, y: speed.y + best.y - REACH }
}
