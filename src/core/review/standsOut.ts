import { contrast } from '../values'

/** So many of all that lies below may be closer to a colour than what is told. */
const FEW = 0.05
/**
 * How much a colour stands out from others that it lies on: the contrast (WCAG 2.2) that all but a few of them have to
 * it.
 *
 * @param below  colours; each counts once
 */
export function standsOut(colour: string, below: readonly string[]): number {
  if (below.length === 0) return 21
  const all = below.map((c) => contrast(colour, c)).sort((a, b) => a - b)
  return all[Math.floor(all.length * FEW)]!
}
/** The colour among some that stands out most from what it lies on. */
export function mostSeen(among: readonly string[], below: readonly string[]): { colour: string; by: number } | null {
  const ranked = among.map((colour) => ({ colour, by: standsOut(colour, below) })).sort((a, b) => b.by - a.by)
  return ranked[0] ?? null
}
