import { cornersOf } from '../values'
import type { Point } from '../geometry'
import type { Trace } from './events'

/** Corners of a pointer's way: microseconds of the take and pixels, in time order; straight between them. */
export type PointerPath = readonly (readonly [number, number, number])[]

const WITHIN_PX = 1
/** A log says nothing while the pointer stands; after so long without an event it stood. */
const STOOD_US = 60_000
const STEP_US = 33_000

/**
 * The pointer's way in as few corners as keep it within a pixel, in pixels of the take.
 *
 * @param take  the take's own size, when it differs from the trace's
 */
export function pathOf(trace: Trace, take: { width?: number; height?: number } = {}): [number, number, number][] {
  const kx = (take.width ?? trace.width) / trace.width
  const ky = (take.height ?? trace.height) / trace.height
  const points: [number, number, number][] = []
  for (const e of trace.events) {
    if (!('x' in e)) continue
    const us = Math.round(e.t * 1e6)
    const last = points.at(-1)
    if (last && us - last[0] > STOOD_US) points.push([us - STEP_US, last[1], last[2]])
    if (last && us <= last[0]) {
      points[points.length - 1] = [last[0], e.x * kx, e.y * ky]
      continue
    }
    points.push([us, e.x * kx, e.y * ky])
  }
  const tenth = (v: number) => Math.round(v * 10) / 10
  return cornersOf(
    points.length,
    (i) => {
      const [t, x, y] = points[i]!
      return { t, x, y }
    },
    WITHIN_PX,
  ).map((i) => [points[i]![0], tenth(points[i]![1]), tenth(points[i]![2])])
}

/**
 * The pointer's place at a time of the take, in pixels; before the first corner its place holds, after the last one
 * too.
 *
 * @returns null when the way has no corner
 */
export function pointerAt(path: PointerPath, us: number): Point | null {
  if (path.length === 0) return null
  let low = 0
  let high = path.length - 1
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (path[middle]![0] <= us) low = middle
    else high = middle - 1
  }
  const a = path[low]!
  const b = path[low + 1]
  if (!b || us <= a[0]) return { x: a[1], y: a[2] }
  const k = (us - a[0]) / (b[0] - a[0])
  return { x: a[1] + (b[1] - a[1]) * k, y: a[2] + (b[2] - a[2]) * k }
}

/** Of a shaky way, how far a place may be moved and over how long it is evened out. */
const SHAKE_PX = 3
const EVEN_US = 120_000

/**
 * A shaky way made smooth: each corner becomes the mean of what is around it, but never moves by more than a few
 * pixels; rests, given places (clicks) and the times of arrival stay as they are.
 *
 * @param keep  times, in microseconds, at which the place must not change
 */
export function smoothed(path: PointerPath, keep: readonly number[]): [number, number, number][] {
  return path.map(([us, x, y], i) => {
    const before = path[i - 1]
    const after = path[i + 1]
    const rests =
      (before && Math.hypot(before[1] - x, before[2] - y) < 0.5 && us - before[0] > EVEN_US) ||
      (after && Math.hypot(after[1] - x, after[2] - y) < 0.5 && after[0] - us > EVEN_US)
    if (!before || !after || rests || keep.some((k) => Math.abs(k - us) < EVEN_US)) return [us, x, y]
    let sx = 0
    let sy = 0
    let n = 0
    for (let t = us - EVEN_US; t <= us + EVEN_US; t += EVEN_US / 4) {
      const p = pointerAt(path, t)!
      sx += p.x
      sy += p.y
      n++
    }
    const d = { x: sx / n - x, y: sy / n - y }
    const far = Math.hypot(d.x, d.y)
    const share = far > SHAKE_PX ? SHAKE_PX / far : 1
    return [us, Math.round((x + d.x * share) * 10) / 10, Math.round((y + d.y * share) * 10) / 10]
  })
}

/** Two ways are the same where they stay this near to each other for so many places on end. */
const AGREES_PX = 4
const ON_END = 6

/**
 * A way with a piece of it found again: outwards from a time the piece takes its place, up to where both agree again.
 *
 * @param piece  a place for each frame around that time, in time order
 */
export function mended(path: PointerPath, piece: PointerPath, us: number): [number, number, number][] {
  if (piece.length === 0) return path.map(([t, x, y]) => [t, x, y])
  const agrees = (i: number) => {
    const p = piece[i]
    const old = p && pointerAt(path, p[0])
    return !p || (old !== null && old !== undefined && Math.hypot(old.x - p[1], old.y - p[2]) <= AGREES_PX)
  }
  const middle = piece.reduce((best, p, i) => (Math.abs(p[0] - us) < Math.abs(piece[best]![0] - us) ? i : best), 0)
  const until = (way: 1 | -1) => {
    for (let i = middle, same = 0; i >= 0 && i < piece.length; i += way) {
      same = agrees(i) ? same + 1 : 0
      if (same === ON_END) return i - way * (ON_END - 1)
    }
    return way > 0 ? piece.length - 1 : 0
  }
  // It may agree at the very place, when only what is around it was lost.
  const [first, last] = [Math.min(until(-1), middle), Math.max(until(1), middle)]
  const [from, to] = [piece[first]![0], piece[last]![0]]
  const own = piece.slice(first, last + 1)
  const kept = cornersOf(
    own.length,
    (i) => {
      const [t, x, y] = own[i]!
      return { t, x, y }
    },
    WITHIN_PX,
  ).map((i): [number, number, number] => [...own[i]!])
  const before = path.filter((p) => p[0] < from).map(([t, x, y]): [number, number, number] => [t, x, y])
  const after = path.filter((p) => p[0] > to).map(([t, x, y]): [number, number, number] => [t, x, y])
  // The old way holds up to just before the piece and from just after it.
  const edge = (t: number, none: boolean): [number, number, number][] => {
    const p = none ? null : pointerAt(path, t)
    return p ? [[t, Math.round(p.x * 10) / 10, Math.round(p.y * 10) / 10]] : []
  }
  const lead = from - 1000
  const tail = to + 1000
  return [
    ...before.filter((p) => p[0] < lead),
    ...edge(lead, before.length === 0 || lead <= 0),
    ...kept,
    ...edge(tail, after.length === 0),
    ...after.filter((p) => p[0] > tail),
  ]
}
