import { commandsOf } from './absolute'
import { fix, type Point } from './geometry'

/** A run of straight pieces; `closed`, it ends where it began. */
export interface Polyline {
  points: Point[]
  closed: boolean
}

/** How many straight pieces stand for a curve. */
const PIECES = 24

/** SVG path data in absolute commands (SVG 2, M L H V Q C A Z) as straight pieces. */
export function flattened(d: string): Polyline[] {
  const out: Polyline[] = []
  let run: Polyline = { points: [], closed: false }
  let at: Point = { x: 0, y: 0 }
  const to = (p: Point) => {
    run.points.push(p)
    at = p
  }
  for (const [letter, ...n] of commandsOf(d)) {
    if (letter === 'Z' || letter === 'z') {
      const first = run.points[0]
      if (first) {
        run.closed = true
        run.points.push(first)
        at = first
        out.push(run)
        run = { points: [at], closed: false }
      }
      continue
    }
    if (letter === 'M') {
      if (run.points.length > 1) out.push(run)
      at = { x: n[0]!, y: n[1]! }
      run = { points: [at], closed: false }
    } else if (letter === 'L') to({ x: n[0]!, y: n[1]! })
    else if (letter === 'H') to({ x: n[0]!, y: at.y })
    else if (letter === 'V') to({ x: at.x, y: n[0]! })
    else {
      const curve = letter === 'A' ? arcFrom(at, n) : bezierFrom(at, n)
      for (let k = 1; k <= PIECES; k++) to(curve(k / PIECES))
    }
  }
  if (run.points.length > 1) out.push(run)
  return out
}

/** A point of a quadratic or cubic Bézier curve. */
function bezierFrom(p: Point, n: readonly number[]): (k: number) => Point {
  const points = [p, { x: n[0]!, y: n[1]! }, { x: n[2]!, y: n[3]! }, ...(n.length > 4 ? [{ x: n[4]!, y: n[5]! }] : [])]
  return (k) => {
    let list = points
    while (list.length > 1)
      list = list
        .slice(1)
        .map((q, i) => ({ x: list[i]!.x + (q.x - list[i]!.x) * k, y: list[i]!.y + (q.y - list[i]!.y) * k }))
    return list[0]!
  }
}

/** A point of an elliptical arc that is not turned: its centre by SVG 2, appendix B.2.4. */
function arcFrom(p: Point, [rx0, ry0, , large, sweep, x, y]: readonly number[]): (k: number) => Point {
  const to = { x: x!, y: y! }
  const half = { x: (p.x - to.x) / 2, y: (p.y - to.y) / 2 }
  const over = Math.sqrt((half.x / rx0!) ** 2 + (half.y / ry0!) ** 2)
  const grow = Math.max(1, over)
  const rx = rx0! * grow
  const ry = ry0! * grow
  const sum = (half.x / rx) ** 2 + (half.y / ry) ** 2
  const s = (large === sweep ? -1 : 1) * Math.sqrt(Math.max(0, 1 / (sum || 1) - 1))
  const c = { x: (p.x + to.x) / 2 + (s * rx * half.y) / ry, y: (p.y + to.y) / 2 - (s * ry * half.x) / rx }
  const angle = (q: Point) => Math.atan2((q.y - c.y) / ry, (q.x - c.x) / rx)
  const from = angle(p)
  let by = angle(to) - from
  if (sweep && by < 0) by += 2 * Math.PI
  if (!sweep && by > 0) by -= 2 * Math.PI
  return (k) => ({ x: c.x + rx * Math.cos(from + by * k), y: c.y + ry * Math.sin(from + by * k) })
}

const lengths = new Map<string, number>()
const MOST = 500
/** How long a path is, all its runs together. */
export function pathLength(d: string): number {
  const known = lengths.get(d)
  if (known !== undefined) return known
  const long = flattened(d).reduce((sum, { points }) => sum + lengthOf(points), 0)
  if (lengths.size >= MOST) lengths.clear()
  lengths.set(d, long)
  return long
}
export const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, p, i) => (i === 0 ? 0 : sum + Math.hypot(p.x - points[i - 1]!.x, p.y - points[i - 1]!.y)), 0)

/** The first part of a path, as long as a share of the whole; its runs are drawn one after another. */
export function partOfPath(d: string, share: number): string {
  let left = pathLength(d) * Math.min(1, Math.max(0, share))
  let out = ''
  for (const { points } of flattened(d)) {
    if (left <= 0) break
    out += `M${fix(points[0]!.x)} ${fix(points[0]!.y)}`
    for (let i = 1; i < points.length && left > 0; i++) {
      const [a, b] = [points[i - 1]!, points[i]!]
      const long = Math.hypot(b.x - a.x, b.y - a.y)
      const k = long <= left ? 1 : left / long
      out += ` L${fix(a.x + (b.x - a.x) * k)} ${fix(a.y + (b.y - a.y) * k)}`
      left -= long
    }
  }
  return out
}

/** Points at even distances along a run, its two ends among them. */
export function evenly(points: readonly Point[], apart: number): Point[] {
  const long = lengthOf(points)
  const n = Math.max(1, Math.round(long / apart))
  const out: Point[] = [points[0]!]
  let gone = 0
  let next = 1
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    const piece = Math.hypot(b.x - a.x, b.y - a.y)
    while (next < n && piece > 0 && gone + piece >= (next * long) / n) {
      const k = ((next * long) / n - gone) / piece
      out.push({ x: a.x + (b.x - a.x) * k, y: a.y + (b.y - a.y) * k })
      next++
    }
    gone += piece
  }
  out.push(points.at(-1)!)
  return out
}
