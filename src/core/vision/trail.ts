import type { Point } from '../geometry'
import type { Changes } from './changes'
import type { Flash } from './flash'
import { FlashFinder } from './flashes'
import { hotSpotOf, type Stay } from './track'

/** Over so many frames in which it was not found the pointer's way is taken to be smooth. */
export const BRIDGE = 10
/** More squares than this at once are not the pointer's alone. */
const MOST_SQUARES = 30
/** It goes no further than this from one frame to the next. */
const STRIDE = 170
/** What goes no further than this has not moved. */
const STILL = 12
/** A pointer in another look is of like size. */
const SMALLER = 0.35
const LARGER = 2.2
/** What is this much taller than wide points with its middle, as text pointers do; the rest at its top left. */
const UPRIGHT = 1.9

/**
 * Where a pointer goes that has taken an unknown look, while nothing else on the screen moves: there is then only one
 * thing that comes and goes from frame to frame, and it leads from where the pointer was known to where it is known
 * next. Before it is first known, what leads there is followed back to where it stood still.
 *
 * @returns places by frame, for frames of the gaps between `links`
 */
export function trailThrough(changes: Changes, links: readonly Stay[]): Map<number, Point> {
  const out = new Map<number, Point>()
  const finder = new FlashFinder(changes)
  for (let i = -1; i + 1 < links.length; i++) {
    const [a, b] = [links[i], links[i + 1]!]
    // Over a few frames the smooth way between is nearer.
    if (a && b.from - a.to - 1 <= BRIDGE) continue
    const way = back(changes, finder, b, a?.to ?? -1)
    const first = way.at(-1)
    if (!first) continue
    if (a) {
      const known = hotSpotOf(a)
      // What only goes away and comes back in its place is hidden meanwhile.
      if (way.every((p) => Math.hypot(p.x - way[0]!.x, p.y - way[0]!.y) <= STILL)) continue
      if (first.frame - a.to > 2 || Math.hypot(first.x - known.x, first.y - known.y) > STRIDE) continue
    } else {
      const stood = standing(finder, first, b.shape)
      if (stood) for (let t = 0; t < first.frame; t++) out.set(t, stood)
    }
    for (const { frame, x, y } of way) out.set(frame, { x, y })
  }
  return out
}

/** The way back from where a pointer is known, frame by frame, for as long as one thing leads on. */
function back(changes: Changes, finder: FlashFinder, from: Stay, until: number): (Point & { frame: number })[] {
  const way: (Point & { frame: number })[] = []
  let at = hotSpotOf(from)
  for (let t = from.from - 1; t > until; t--) {
    if (changes.lists[t + 1]!.length === 0) {
      way.push({ ...at, frame: t })
      continue
    }
    if (changes.lists[t + 1]!.length > MOST_SQUARES) break
    const before = lastChange(changes, t) - 1
    if (before < Math.max(0, until)) break
    const found = nearest(finder.at(t, before, t + 1, { most: 6, same: 255, share: 0 }), at, from.shape)
    if (!found) break
    at = found
    way.push({ ...at, frame: t })
  }
  return way
}
/** The frame with which a picture came to look as it does at `t`. */
function lastChange(changes: Changes, t: number): number {
  let f = t
  while (f > 0 && changes.lists[f]!.length === 0) f--
  return f
}
/** What stood still before a way begins. */
const standing = (
  finder: FlashFinder,
  first: Point & { frame: number },
  size: { w: number; h: number },
): Point | null =>
  first.frame < 1
    ? null
    : nearest(finder.at(first.frame - 1, -1, first.frame + 1, { most: 12, same: 255, share: 0 }), first, size)

/** The place of what is nearest of like size, if it can have come from there. */
function nearest(flashes: Flash[], at: Point, size: { w: number; h: number }): Point | null {
  const usual = Math.max(size.w, size.h)
  const places = flashes
    .filter((f) => Math.max(f.w, f.h) >= usual * SMALLER && Math.max(f.w, f.h) <= usual * LARGER)
    .map((f) =>
      f.h > f.w * UPRIGHT ? { x: Math.round(f.x + f.w / 2), y: Math.round(f.y + f.h / 2) } : { x: f.x, y: f.y },
    )
  const away = (p: Point) => Math.hypot(p.x - at.x, p.y - at.y)
  const [best] = places.sort((p, q) => away(p) - away(q))
  return best && away(best) <= STRIDE ? best : null
}
