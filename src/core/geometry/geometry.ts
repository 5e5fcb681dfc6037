export interface Point {
  x: number
  y: number
}
export interface Rect {
  x: number
  y: number
  w: number
  h: number
}
/** A Canvas matrix: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0]
/** First `n`, then `m`. */
export const times = (m: Matrix, n: Matrix): Matrix => [
  m[0] * n[0] + m[2] * n[1],
  m[1] * n[0] + m[3] * n[1],
  m[0] * n[2] + m[2] * n[3],
  m[1] * n[2] + m[3] * n[3],
  m[0] * n[4] + m[2] * n[5] + m[4],
  m[1] * n[4] + m[3] * n[5] + m[5],
]
export const apply = (m: Matrix, p: Point): Point => ({
  x: m[0] * p.x + m[2] * p.y + m[4],
  y: m[1] * p.x + m[3] * p.y + m[5],
})
export function inverse(m: Matrix): Matrix {
  const det = m[0] * m[3] - m[1] * m[2]
  return [
    m[3] / det,
    -m[1] / det,
    -m[2] / det,
    m[0] / det,
    (m[2] * m[5] - m[3] * m[4]) / det,
    (m[1] * m[4] - m[0] * m[5]) / det,
  ]
}
/** Place, turn (degrees, clockwise) and scale. */
export function placeMatrix(x: number, y: number, degrees = 0, scale = 1): Matrix {
  const r = (degrees * Math.PI) / 180
  const cos = Math.cos(r) * scale
  const sin = Math.sin(r) * scale
  return [cos, sin, -sin, cos, x, y]
}
/** Place, turn, and scale each way. */
export function placedScaled(x: number, y: number, degrees: number, sx: number, sy: number): Matrix {
  const r = (degrees * Math.PI) / 180
  const cos = Math.cos(r)
  const sin = Math.sin(r)
  return [cos * sx, sin * sx, -sin * sy, cos * sy, x, y]
}
export const moved = (m: Matrix, dx: number, dy: number): Matrix => [m[0], m[1], m[2], m[3], m[4] + dx, m[5] + dy]
/** Whether a matrix squashes everything into a line or a point, so that it cannot be undone. */
export const isFlat = (m: Matrix): boolean => Math.abs(m[0] * m[3] - m[1] * m[2]) < 1e-9

export const corners = (r: Rect): Point[] => [
  { x: r.x, y: r.y },
  { x: r.x + r.w, y: r.y },
  { x: r.x + r.w, y: r.y + r.h },
  { x: r.x, y: r.y + r.h },
]
/** The upright rectangle around points. */
export function around(points: Point[]): Rect {
  const xs = points.map((p) => p.x)
  const ys = points.map((p) => p.y)
  const x = Math.min(...xs)
  const y = Math.min(...ys)
  return { x, y, w: Math.max(...xs) - x, h: Math.max(...ys) - y }
}
export const boundsOf = (m: Matrix, r: Rect): Rect => around(corners(r).map((p) => apply(m, p)))
export const grown = (r: Rect, by: number): Rect => ({ x: r.x - by, y: r.y - by, w: r.w + 2 * by, h: r.h + 2 * by })
export const meets = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h
export const union = (a: Rect, b: Rect): Rect => around([...corners(a), ...corners(b)])
export const intersection = (a: Rect, b: Rect): Rect => {
  const x = Math.max(a.x, b.x)
  const y = Math.max(a.y, b.y)
  return {
    x,
    y,
    w: Math.max(0, Math.min(a.x + a.w, b.x + b.w) - x),
    h: Math.max(0, Math.min(a.y + a.h, b.y + b.h) - y),
  }
}
export const areaOf = (r: Rect): number => Math.max(0, r.w) * Math.max(0, r.h)
/** The share of a rectangle that is outside another; a line counts as a little wide. */
export function shareOutside(r: Rect, of: Rect): number {
  const { w, h } = intersection({ ...r, w: Math.max(r.w, 1e-6), h: Math.max(r.h, 1e-6) }, of)
  return Math.max(0, 1 - (w * h) / (Math.max(r.w, 1e-6) * Math.max(r.h, 1e-6)))
}
/** Whether a rectangle holds a point, or one that is so many pixels beside it. */
export const holdsPoint = (r: Rect, p: Point, by = 0): boolean =>
  p.x >= r.x - by && p.y >= r.y - by && p.x <= r.x + r.w + by && p.y <= r.y + r.h + by
/** A coordinate written into a path: a thousandth of a pixel is enough. */
export const fix = (n: number): number => Math.round(n * 1000) / 1000
const THOUSANDTHS = Array.from({ length: 1000 }, (_, i) => (i === 0 ? '' : String(i / 1000).slice(1)))
/** Beyond this, thousandths are no whole numbers of 32 bits any more. */
const MOST_WRITTEN = 2_000_000
/** The same as a word: what `String` says of it, in a fraction of the time, as paths have a million of them. */
export function written(n: number): string {
  const all = Math.round(n * 1000)
  if (!(Math.abs(n) < MOST_WRITTEN)) return String(all / 1000)
  const size = Math.abs(all)
  const whole = Math.trunc(size / 1000)
  return (all < 0 ? '-' : '') + whole + THOUSANDTHS[size - whole * 1000]!
}
/** Pixels as they are stored: to a hundredth. */
export const hundredth = (v: number): number => Math.round(v * 100) / 100
/** Pixels of a way that was worked out: to a tenth. */
export const tenth = (v: number): number => Math.round(v * 10) / 10
