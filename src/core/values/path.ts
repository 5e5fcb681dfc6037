import type { Point } from '../geometry'

/** The two handles of a curved way, each from its own end: of the start and of the landing. */
export interface Handles {
  start: Point
  landing: Point
}

const SAMPLES = 48
const at = (a: Point, b: Point, c: Point, d: Point, t: number): Point => {
  const u = 1 - t
  const [p, q, r, s] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
  return { x: p * a.x + q * b.x + r * c.x + s * d.x, y: p * a.y + q * b.y + r * c.y + s * d.y }
}
const lengths = (a: Point, b: Point, c: Point, d: Point): number[] => {
  const sums = [0]
  let last = a
  for (let i = 1; i <= SAMPLES; i++) {
    const p = at(a, b, c, d, i / SAMPLES)
    sums.push(sums[i - 1]! + Math.hypot(p.x - last.x, p.y - last.y))
    last = p
  }
  return sums
}
const controls = (from: Point, to: Point, h: Handles): [Point, Point, Point, Point] => [
  from,
  { x: from.x + h.start.x, y: from.y + h.start.y },
  { x: to.x + h.landing.x, y: to.y + h.landing.y },
  to,
]

/**
 * The point that a share `k` of the way along a cubic Bézier curve lies at, measured by length; beyond its ends,
 * straight on.
 */
export function alongPath(from: Point, to: Point, handles: Handles | null, k: number): Point {
  if (!handles) return { x: from.x + (to.x - from.x) * k, y: from.y + (to.y - from.y) * k }
  const [a, b, c, d] = controls(from, to, handles)
  if (k <= 0 || k >= 1) {
    const over = k <= 0 ? k : k - 1
    const total = pathLength(from, to, handles)
    const [p, q, end] = k <= 0 ? [a, at(a, b, c, d, 0.001), a] : [at(a, b, c, d, 0.999), d, d]
    const l = Math.hypot(q.x - p.x, q.y - p.y) || 1
    return { x: end.x + ((q.x - p.x) / l) * total * over, y: end.y + ((q.y - p.y) / l) * total * over }
  }
  const sums = lengths(a, b, c, d)
  const goal = sums[SAMPLES]! * k
  let i = 1
  while (i < SAMPLES && sums[i]! < goal) i++
  const step = sums[i]! - sums[i - 1]!
  return at(a, b, c, d, (i - 1 + (step > 0 ? (goal - sums[i - 1]!) / step : 0)) / SAMPLES)
}

/** The length of a way in pixels. */
export function pathLength(from: Point, to: Point, handles: Handles | null): number {
  if (!handles) return Math.hypot(to.x - from.x, to.y - from.y)
  return lengths(...controls(from, to, handles))[SAMPLES]!
}
