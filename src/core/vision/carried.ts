import type { Changes } from './changes'
import { patchOf } from './flashes'
import { hotSpotOf, type Stay } from './track'

interface Spot { x: number; y: number }

const HALF = 18
const REACH = 56
const STEP = 3
const LEAST_GAP = 4
const LONGEST = 400
/** What is not carried this far is no window; what it may end beside the known place is less, so that standing still is not taken for it. */
const MOVED = 40
const MISSES = 24
/** Mean difference of grey up to which a patch counts as found again. */
const ALIKE = 13

/**
 * Where an unknown look of the pointer goes while it carries something, such as a window by its bar: what lies around the place
 * at which the pointer was lost is followed from frame to frame, and believed when it leads to where the pointer is next known.
 *
 * @returns places by frame, for frames of the gaps between `links`
 */
export function carriedThrough(changes: Changes, links: Stay[]): Map<number, Spot> {
  const out = new Map<number, Spot>()
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

/** A way that goes on to a known place, put where it meets it: it was taken up a frame late, by as much as was carried in that frame. Null when it leads elsewhere. */
function led(way: Spot[] | null, to: Spot): Spot[] | null {
  const [before, last] = way?.slice(-2) ?? []
  if (!way || !before || !last) return null
  const off = { x: to.x - 2 * last.x + before.x, y: to.y - 2 * last.y + before.y }
  return Math.hypot(off.x, off.y) < MISSES ? way.map((s) => ({ x: s.x + off.x, y: s.y + off.y })) : null
}

/** Follows what is around a place from one frame to another; null when it is lost on the way. */
function tracked(changes: Changes, start: Spot, from: number, to: number, step: 1 | -1): Spot[] | null {
  const size = 2 * HALF + 1
  let at = { x: Math.round(start.x), y: Math.round(start.y) }
  let speed = { x: 0, y: 0 }
  const out: Spot[] = [{ ...at }]
  for (let t = from; t !== to; t += step) {
    const list = changes.lists[step === 1 ? t + 1 : t]!
    const near = new Set(changes.blocksOf(at.x - HALF, at.y - HALF, size, size))
    if (!list.some((b) => near.has(b))) { out.push({ ...at }); speed = { x: 0, y: 0 }; continue }
    const patch = patchOf(changes, t, at.x - HALF, at.y - HALF, size, size)
    const reach = REACH
    const wide = size + 2 * reach
    const left = at.x + speed.x - HALF - reach
    const top = at.y + speed.y - HALF - reach
    const field = patchOf(changes, t + step, left, top, wide, wide)
    let best = { off: Infinity, x: 0, y: 0 }
    const tryAt = (x: number, y: number) => {
      if (x < 0 || y < 0 || x > 2 * reach || y > 2 * reach) return
      let off = 0.02 * Math.hypot(x - reach, y - reach)
      const most = best.off
      let n = 0
      for (let py = 0; py < size; py += STEP) {
        for (let px = 0; px < size; px += STEP) {
          const d = patch[py * size + px]! - field[(y + py) * wide + x + px]!
          off += (d < 0 ? -d : d) / 169
          n++
        }
        if (off > most) return
      }
      if (off < best.off) best = { off, x, y }
    }
    for (let y = 0; y <= 2 * reach; y += 2) for (let x = 0; x <= 2 * reach; x += 2) tryAt(x, y)
    const rough = { ...best }
    for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) if (dx !== 0 || dy !== 0) tryAt(rough.x + dx, rough.y + dy)
    if (best.off > ALIKE) return null
    const next = { x: left + HALF + best.x, y: top + HALF + best.y }
    speed = { x: next.x - at.x, y: next.y - at.y }
    at = next
    out.push({ ...at })
  }
  return out
}
