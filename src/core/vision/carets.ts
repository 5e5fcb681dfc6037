import type { PointerShape } from './shapes'
import { hotSpotOf, type Stay } from './track'

/** To go so far within so few frames is a leap. */
const LEAP = 60
const SOON = 20
/** To come back so near is to come back to where one was. */
const BACK = 32
const MOST_FRAMES = 400
const LINE = 8
/** Letters are no wider than this, and no more than one is typed in so many frames. */
const LETTER = 24
const STROKE = 4
/** A look that was astray for this share of its time never was the pointer’s. */
const MOSTLY = 0.5

/**
 * What was taken for the pointer while it was hidden: what the way leaps to, and whence it comes back to where it was
 * in the look that it had, is something else that moves meanwhile, as the caret does while someone types.
 *
 * @returns the links that are not the pointer’s, and the looks that mostly were not
 */
export function astray(links: readonly Stay[]): { links: Set<Stay>; looks: Set<PointerShape> } {
  const out = new Set<Stay>()
  for (let i = 0; i + 2 < links.length; i++) {
    const back = leaps(links[i]!, links[i + 1]!) ? cameBack(links, i) : -1
    if (back < 0) continue
    for (const s of links.slice(i + 1, back)) out.add(s)
    i = back - 1
  }
  const [all, away] = [framesOf(links), framesOf([...out])]
  return {
    links: out,
    looks: new Set([...away].filter(([look, n]) => n > all.get(look)! * MOSTLY).map(([look]) => look)),
  }
}

/** In how many frames each look was the pointer’s. */
function framesOf(links: readonly Stay[]): Map<PointerShape, number> {
  const frames = new Map<PointerShape, number>()
  for (const s of links) frames.set(s.shape, (frames.get(s.shape) ?? 0) + s.to - s.from + 1)
  return frames
}

const apart = (a: Stay, b: Stay): number => Math.hypot(hotSpotOf(a).x - hotSpotOf(b).x, hotSpotOf(a).y - hotSpotOf(b).y)
const leaps = (a: Stay, b: Stay): boolean => b.from - a.to <= SOON && apart(a, b) > LEAP

/** Whether something goes along one line of text by steps that are no wider than letters. */
function types(way: readonly Stay[]): boolean {
  const ys = way.map((s) => hotSpotOf(s).y)
  return (
    Math.max(...ys) - Math.min(...ys) <= LINE &&
    way.every((s, i) => i === 0 || apart(way[i - 1]!, s) <= LETTER * (1 + (s.from - way[i - 1]!.to) / STROKE))
  )
}

/**
 * The link with which the way is back where it left at link `i`, in the look that it had, off a line of text; -1 when
 * it does not.
 */
function cameBack(links: readonly Stay[], i: number): number {
  const left = links[i]!
  for (let j = i + 1; j < links.length && links[j]!.from - left.to < MOST_FRAMES; j++) {
    const s = links[j]!
    if (s.said) return -1
    const home = apart(left, s) <= BACK
    if (home && s.shape === left.shape && j > i + 1) return types(links.slice(i + 1, j)) ? j : -1
    if (s.shape === left.shape) return -1
  }
  return -1
}
