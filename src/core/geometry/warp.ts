import type { Point } from './geometry'

/** The four corners that a rectangle's own are brought to: its upper left, upper right, lower right, lower left. */
export type Quad = readonly [Point, Point, Point, Point]

/**
 * Where points of the unit square come to lie when its corners are brought to those of a quadrilateral, as seen in
 * perspective (Heckbert 1989, “Fundamentals of Texture Mapping and Image Warping”, 2.2.3).
 */
export function projection([p0, p1, p2, p3]: Quad): (u: number, v: number) => Point {
  const sx = p0.x - p1.x + p2.x - p3.x
  const sy = p0.y - p1.y + p2.y - p3.y
  const [dx1, dx2, dy1, dy2] = [p1.x - p2.x, p3.x - p2.x, p1.y - p2.y, p3.y - p2.y]
  const det = dx1 * dy2 - dx2 * dy1
  const g = det === 0 ? 0 : (sx * dy2 - dx2 * sy) / det
  const h = det === 0 ? 0 : (dx1 * sy - sx * dy1) / det
  const a = p1.x - p0.x + g * p1.x
  const b = p3.x - p0.x + h * p3.x
  const d = p1.y - p0.y + g * p1.y
  const e = p3.y - p0.y + h * p3.y
  return (u, v) => {
    const w = g * u + h * v + 1
    return { x: (a * u + b * v + p0.x) / w, y: (d * u + e * v + p0.y) / w }
  }
}
/** Whether the corners go round in one way without a fold, so that a picture can be seen in them. */
export function isConvex(q: Quad): boolean {
  let sign = 0
  for (let i = 0; i < 4; i++) {
    const [a, b, c] = [q[i]!, q[(i + 1) % 4]!, q[(i + 2) % 4]!]
    const cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x)
    if (Math.abs(cross) < 1e-9) return false
    if (sign !== 0 && Math.sign(cross) !== sign) return false
    sign = Math.sign(cross)
  }
  return true
}
