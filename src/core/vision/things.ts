import type { Rect } from '../geometry'
import type { TraceEvent } from '../trace'
import { boxAround, type Lines } from './boxes'
import type { FrameSight } from './sights'

/** The straight lines of a frame, at its time in seconds. */
export interface Looked {
  t: number
  lines: Lines
}
/** What is larger than this share of the take, in width or height, is not told apart from all of it. */
const MOST = 0.74
/** Sides that differ by no more than this are the same. */
const SAME_PX = 6

const alike = (a: Rect | null, b: Rect | null): boolean =>
  a === b ||
  (a !== null &&
    b !== null &&
    Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y)) <= SAME_PX &&
    Math.max(Math.abs(a.x + a.w - b.x - b.w), Math.abs(a.y + a.h - b.y - b.h)) <= SAME_PX)

/**
 * What the pointer works in, from when: the window, dialog or panel around it, by its edges in the pixels. Each is told
 * where it begins; all of the take where there is none. What is there at one look only is passed over.
 */
export function thingsAround(
  sights: readonly FrameSight[],
  looks: readonly Looked[],
  size: { width: number; height: number },
): Extract<TraceEvent, { type: 'thing' }>[] {
  let s = 0
  const seen = looks.flatMap(({ t, lines }) => {
    while (s + 1 < sights.length && sights[s + 1]!.t <= t + 1e-6) s++
    const at = sights[s]?.found
    return at ? [{ t, box: boxAround(lines, at, size, MOST) }] : []
  })
  const out: Extract<TraceEvent, { type: 'thing' }>[] = []
  let now: Rect | null = null
  for (const [i, { t, box }] of seen.entries()) {
    if (alike(now, box)) continue
    const next = seen[i + 1]
    if (next && !alike(next.box, box)) continue
    now = box
    const { x, y, w, h } = box ?? { x: 0, y: 0, w: size.width, h: size.height }
    out.push({ type: 'thing', t, rect: [x, y, w, h] })
  }
  return out
}
