import { hasPlace } from '../kinds'
import type { Lesson } from '../lesson/schema'
import type { Timed } from '../timing'
import { frameBoxOf } from './hit'
import { elementsAt } from './layersAt'
import { atPose, motionOf, posedAt } from '../motion'
import { boundsOf, type Rect } from '../geometry'
import { inWords } from '../../words/words'

/** How far in from each edge, as a share: what every screen shows, and where titles are safe. */
export const SAFE_AREAS = { action: 0.05, title: 0.1 } as const

/** A line that things on the picture keep to, at a pixel of one axis: with what it is, and what lies along it. */
export interface SnapLine {
  axis: 'x' | 'y'
  at: number
  name: string
  rect?: Rect
  /** A place of its own that a thing was at in another pose: its middle catches there before anything else. */
  own?: true
}
export interface Snapped {
  dx: number
  dy: number
  lines: (SnapLine & { distance: number })[]
}

/**
 * All lines to keep to at a frame: the frame's edges and middle, safe areas, guides, a grid, and the other elements in
 * sight.
 */
export function snapLines(
  timed: Timed,
  frame: number,
  without: ReadonlySet<string>,
  given: { grid: number; safe: boolean; framed: boolean },
): SnapLine[] {
  const { width, height } = timed.lesson.frame
  const out: SnapLine[] = []
  const put = (axis: 'x' | 'y', at: number, name: string, rect?: Rect) =>
    out.push({ axis, at, name, ...(rect && { rect }) })
  const box = (r: Rect, name: string, rect?: Rect) => {
    put('x', r.x, inWords('snap.leftOf', name), rect)
    put('x', r.x + r.w / 2, inWords('snap.middleOf', name), rect)
    put('x', r.x + r.w, inWords('snap.rightOf', name), rect)
    put('y', r.y, inWords('snap.topOf', name), rect)
    put('y', r.y + r.h / 2, inWords('snap.middleOf', name), rect)
    put('y', r.y + r.h, inWords('snap.bottomOf', name), rect)
  }
  for (const x of timed.lesson.guides.x) put('x', x, 'guide')
  for (const y of timed.lesson.guides.y) put('y', y, 'guide')
  box({ x: 0, y: 0, w: width, h: height }, inWords('snap.theFrame'))
  if (given.safe)
    for (const [name, m] of Object.entries(SAFE_AREAS))
      box(
        { x: width * m, y: height * m, w: width * (1 - 2 * m), h: height * (1 - 2 * m) },
        inWords('snap.theSafeArea', name),
      )
  for (const own of elementsAt(timed, frame)) {
    if (without.has(own.id) || own.hidden || !hasPlace(own)) continue
    const e = posedAt(timed, own, frame)
    if (!e) continue
    const { matrix, box: b } = frameBoxOf(timed, e, frame, given.framed)
    const r = boundsOf(matrix, b)
    box(r, `“${own.name}”`, r)
  }
  for (const own of timed.lesson.elements) {
    if (!without.has(own.id) || own.poses.length === 0 || without.size > 1 || !hasPlace(own)) continue
    for (let n = 0; n <= motionOf(timed, own).moves.length; n++) {
      const { matrix, box: b } = frameBoxOf(timed, atPose(timed, own, n), frame, given.framed)
      const r = boundsOf(matrix, b)
      out.push({ axis: 'x', at: r.x + r.w / 2, name: inWords('snap.pose', n + 1), own: true })
      out.push({ axis: 'y', at: r.y + r.h / 2, name: inWords('snap.pose', n + 1), own: true })
    }
  }
  if (given.grid > 0) out.push(...gridLines(timed.lesson.frame, given.grid))
  return out
}
function gridLines(frame: Lesson['frame'], step: number): SnapLine[] {
  const lines = (axis: 'x' | 'y', most: number): SnapLine[] =>
    Array.from({ length: Math.floor(most / step) + 1 }, (_, i) => ({ axis, at: i * step, name: 'grid' }))
  return [...lines('x', frame.width), ...lines('y', frame.height)]
}

/**
 * By how much a rectangle is to move so that an edge or its middle lies on a line within `reach` pixels, each
 * axis by itself; with the lines it then keeps to and how far what lies along each is away.
 */
export function snapRect(r: Rect, lines: readonly SnapLine[], reach: number): Snapped {
  const out: Snapped = { dx: 0, dy: 0, lines: [] }
  for (const axis of ['x', 'y'] as const) {
    const spots = axis === 'x' ? [r.x, r.x + r.w / 2, r.x + r.w] : [r.y, r.y + r.h / 2, r.y + r.h]
    let best: { line: SnapLine; by: number } | null = null
    for (const line of lines) {
      if (line.axis !== axis) continue
      for (const s of line.own ? [spots[1]!] : spots) {
        const by = line.at - s
        if (Math.abs(by) > reach) continue
        const first = !best || (line.own && !best.line.own)
        if (first || (line.own === best!.line.own && Math.abs(by) < Math.abs(best!.by) - 1e-6)) best = { line, by }
      }
    }
    if (!best) continue
    if (axis === 'x') out.dx = best.by
    else out.dy = best.by
    out.lines.push({ ...best.line, distance: best.line.rect ? gapBetween(r, best.line.rect, axis) : 0 })
  }
  return out
}
/** How far two rectangles are apart along the line that both keep to. */
function gapBetween(a: Rect, b: Rect, axis: 'x' | 'y'): number {
  const [at, long] = axis === 'x' ? (['y', 'h'] as const) : (['x', 'w'] as const)
  return Math.max(0, Math.max(a[at], b[at]) - Math.min(a[at] + a[long], b[at] + b[long]))
}
