import { intersection, union, type Point, type Rect } from '../scene/geometry'
import type { Trace, TraceEvent } from '../trace'
import type { Altered, Found } from './finder'

/** What was made of a frame: its time in seconds from the recording's first frame, the pointer where it is seen, what else changed. */
export interface FrameSight { t: number; found: Found | null; altered: Altered | null }

/** Changes that follow each other within this belong together; longer runs are a scroll, a film or a window being moved. */
const QUIET_S = 0.12
const LONGEST_S = 0.7
/** A change shows on the screen when it fills so many squares. */
const LEAST_SQUARES = 10
const REST_PX = 2
const REST_S = 0.12
/** A click shows within this. */
const ANSWER_S = 0.7
const NEAR_PX = 160
const MARK = 0.5

interface Burst { from: number; to: number; rect: Rect; squares: number }

/** Runs of changes, as frames [from, to]. */
function burstsOf(sights: readonly FrameSight[]): Burst[] {
  const out: Burst[] = []
  for (const [i, { t, altered }] of sights.entries()) {
    if (!altered) continue
    const last = out.at(-1)
    const { squares, ...rect } = altered
    if (last && t - sights[last.to]!.t <= QUIET_S) {
      last.to = i
      last.rect = union(last.rect, rect)
      last.squares = Math.max(last.squares, squares)
    } else out.push({ from: i, to: i, rect, squares })
  }
  return out
}
const away = (p: Point, r: Rect): number => Math.hypot(Math.max(0, r.x - p.x, p.x - r.x - r.w), Math.max(0, r.y - p.y, p.y - r.y - r.h))

/** Since which frame the pointer has rested at the place where it is in a frame; -1 where it is not seen. */
function restingSince(sights: readonly FrameSight[], frame: number): number {
  const at = sights[frame]?.found
  if (!at) return -1
  let from = frame
  while (from > 0) {
    const before = sights[from - 1]!.found
    if (!before || Math.hypot(before.x - at.x, before.y - at.y) > REST_PX) break
    from--
  }
  return from
}

const AGAIN_S = 1.2
/** Whether a change comes again and again in one place, as scrolling and typing do. */
function repeated(bursts: Burst[], i: number, sights: readonly FrameSight[]): boolean {
  const b = bursts[i]!
  return [bursts[i - 1], bursts[i + 1]].some((o) => {
    if (!o || Math.max(sights[o.from]!.t - sights[b.to]!.t, sights[b.from]!.t - sights[o.to]!.t) > AGAIN_S) return false
    if (Math.max(o.squares, b.squares) < LEAST_SQUARES) return Math.abs(o.rect.y - b.rect.y) < 24 && Math.abs(o.rect.x - b.rect.x) < 60
    const both = intersection(o.rect, b.rect)
    return Math.max(0, both.w) * Math.max(0, both.h) > 0.6 * Math.max(o.rect.w * o.rect.h, b.rect.w * b.rect.h)
  })
}

/**
 * The trace that the frames of a recording tell of: the pointer wherever it is seen, what appeared on the screen, and likely
 * clicks: the pointer at rest, and right after it a change that is near to it or large and comes out of stillness.
 */
export function traceOf(sights: readonly FrameSight[], width: number, height: number): Trace {
  const us = (t: number) => Math.round(t * 1e6) / 1e6
  const events: TraceEvent[] = []
  for (const { t, found } of sights) if (found) events.push({ type: 'pointermove', t: us(t), x: found.x, y: found.y, confidence: found.confidence })
  const bursts = burstsOf(sights)
  const likely: { down: number; up: number; x: number; y: number; confidence: number }[] = []
  for (const [i, b] of bursts.entries()) {
    const t = sights[b.from]!.t
    const lasts = sights[b.to]!.t - t
    const large = b.squares >= LEAST_SQUARES
    const again = repeated(bursts, i, sights)
    if (large && lasts <= LONGEST_S && !again) events.push({ type: 'screenchange', t: us(t), rect: [b.rect.x, b.rect.y, b.rect.w, b.rect.h], confidence: 0.8 })
    // Before the change came, the pointer was there; the frame of the change itself may hide it.
    const before = [b.from - 1, b.from - 2, b.from].find((f) => f >= 0 && sights[f]!.found)
    if (before === undefined || lasts > LONGEST_S * 2 || again) continue
    const at = sights[before]!.found!
    const since = restingSince(sights, before)
    const rested = t - sights[since]!.t
    const far = away(at, b.rect)
    if (rested < REST_S || since === 0) continue
    let sure = 0.35
    if (far < NEAR_PX / 4) sure += 0.25
    else if (far < NEAR_PX) sure += 0.1
    if (large) sure += 0.15
    if (b.squares >= 60) sure += 0.1
    if (rested < 1.5) sure += 0.1
    // Typing changes a little again and again while the pointer rests for long.
    if (!large && rested > 1.5) sure -= 0.3
    if (rested > 4) sure -= 0.25
    if (at.confidence < 0.5) sure -= 0.1
    if (sure < MARK) continue
    const click = { down: Math.max(sights[since]!.t, t - 0.08), up: t, x: at.x, y: at.y, confidence: Math.round(Math.min(0.95, sure) * 100) / 100 }
    // Of the answers to one click, a button that lights up and the page that comes, the surest counts.
    const last = likely.at(-1)
    if (last && t - last.up < ANSWER_S) { if (click.confidence >= last.confidence) likely[likely.length - 1] = click } else likely.push(click)
  }
  for (const { down, up, x, y, confidence } of likely) events.push({ type: 'pointerdown', t: us(down), x, y, button: 0, confidence }, { type: 'pointerup', t: us(up), x, y, button: 0, confidence })
  return { width, height, events: events.map((e, i) => ({ e, i })).sort((a, b) => a.e.t - b.e.t || a.i - b.i).map(({ e }) => e) }
}
