import { BLOCK } from './sizes'
import type { Changes } from './changes'
import { median } from '../values/median'

/** Where across what changed the rows are compared. */
const ACROSS = [0.25, 0.5, 0.75]
/** So many of these have to agree, within so many pixels. */
const FEWEST = 2
const ALIKE_PX = 2
const SHORTEST = 6 * BLOCK
const FARTHEST = 320
/** Compared row by row, grey levels: so much has changed, and so little is left of it once it is shifted. */
const CHANGED = 2.5
const LEFT = 0.35
/** Of every so many half rows one is looked at first, and it may be so many times as far off. */
const FEW = 15
const ROUGHLY = 1.7

/** How far one column of squares has gone up; null when no shift explains how it changed. */
function shiftOf(changes: Changes, t: number, column: number, top: number, bottom: number): number | null {
  const n = (bottom - top + 1) * BLOCK
  // Of each row the means of its halves.
  const [now, before] = [new Float32Array(n * 2), new Float32Array(n * 2)]
  for (let row = top; row <= bottom; row++) {
    const b = row * changes.columns + column
    const entry = changes.entry(b, t)
    for (const [out, pixels] of [
      [now, changes.pixels(b, entry)],
      [before, changes.pixels(b, changes.entry(b, t - 1))],
    ] as const) {
      for (let y = 0; y < BLOCK; y++)
        for (let half = 0; half < 2; half++) {
          let sum = 0
          for (let x = 0; x < 8; x++) sum += pixels[y * BLOCK + half * 8 + x]!
          out[((row - top) * BLOCK + y) * 2 + half] = sum / 8
        }
    }
  }
  /** How far the two are apart once shifted; more than `most` is not worked out. */
  const apart = (dy: number, most: number, each = 1) => {
    const from = Math.max(0, -dy) * 2
    const to = Math.min(n, n - dy) * 2
    const looked = Math.ceil((to - from) / each)
    const enough = most * looked
    let sum = 0
    for (let i = from; i < to && sum < enough; i += each) {
      const d = now[i]! - before[i + dy * 2]!
      sum += d < 0 ? -d : d
    }
    return sum / looked
  }
  const unmoved = apart(0, 256)
  if (unmoved < CHANGED) return null
  const most = Math.min(FARTHEST, Math.floor(n * 0.7))
  let best = 0
  let least = unmoved * LEFT
  for (let dy = -most; dy <= most; dy++) {
    // A few rows tell most of those that are far off.
    if (dy === 0 || apart(dy, least * ROUGHLY, FEW) >= least * ROUGHLY) continue
    const left = apart(dy, least)
    if (left < least) {
      least = left
      best = dy
    }
  }
  return best === 0 ? null : best
}

/**
 * How far what changed with a frame was scrolled, in pixels: positive when it went up, as by scrolling down.
 *
 * @param rect  around what changed, in pixels of the picture
 * @returns null when it was not scrolled
 */
export function scrolledBy(
  changes: Changes,
  t: number,
  rect: { x: number; y: number; w: number; h: number },
): number | null {
  if (rect.h < SHORTEST || t === 0) return null
  const top = Math.floor(rect.y / BLOCK)
  const bottom = Math.min(changes.rows - 1, Math.floor((rect.y + rect.h - 1) / BLOCK))
  const shifts: number[] = []
  for (const [i, share] of ACROSS.entries()) {
    if (shifts.length + ACROSS.length - i < FEWEST) return null
    const shift = shiftOf(
      changes,
      t,
      Math.min(changes.columns - 1, Math.floor((rect.x + rect.w * share) / BLOCK)),
      top,
      bottom,
    )
    if (shift !== null) shifts.push(shift)
  }
  if (shifts.length < FEWEST) return null
  const middle = median(shifts)
  return shifts.filter((s) => Math.abs(s - middle) <= ALIKE_PX).length >= Math.max(FEWEST, shifts.length * 0.6)
    ? Math.round(middle)
    : null
}
