import type { FollowInput } from '../framing'
import type { Point } from '../geometry'

export const [W, H] = [1920, 1080]
/** A hand that goes from place to place, resting so many frames at each. */
export function hand(places: Point[], rest = 45, flight = 14): Point[] {
  const out: Point[] = []
  for (const [i, p] of places.entries()) {
    for (let f = 0; f < rest; f++) out.push(p)
    const q = places[i + 1]
    if (q)
      for (let f = 1; f <= flight; f++) {
        const k = f / flight
        const s = k * k * k * (10 + k * (6 * k - 15))
        out.push({ x: p.x + (q.x - p.x) * s, y: p.y + (q.y - p.y) * s })
      }
  }
  return out
}
/** What a framing is solved from for such a hand, with nothing else on the screen. */
export const followed = (pointer: Point[], change: Partial<FollowInput> = {}): FollowInput => ({
  width: W,
  height: H,
  fps: 30,
  pointer,
  stills: [],
  ...change,
})
