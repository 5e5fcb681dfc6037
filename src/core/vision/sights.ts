import { intersection, union, type Point, type Rect } from '../geometry'
import type { Trace, TraceEvent } from '../trace'
import type { Altered, FoundPointer } from './finder'

/**
 * What was made of a frame: its time in seconds from the recording's first frame, the pointer where it is seen, what
 * else changed.
 */
export interface FrameSight {
  t: number
  found: FoundPointer | null
  altered: Altered | null
}

/**
 * Changes that follow each other within this belong together; longer runs are a scroll, a film or a window being moved.
 */
const QUIET_S = 0.12
const LONGEST_S = 0.7
/** A change shows on the screen when it fills so many squares. */
const LEAST_SQUARES = 10
/** Pixels of a square. */
const SQUARE = 256
const REST_PX = 2
const REST_S = 0.12
/** A pointer under which something lights up has just come. */
const HOVER_S = 0.07
/** Over so many frames in a row in which it is not seen a pointer may rest. */
const UNSEEN = 4
const PRESSED_S = 0.08
const DRAG_S = 0.2
const DRAG_PX = 24
/** A click shows within this. */
const ANSWER_S = 0.7
const NEAR_PX = 160
const MARK = 0.5

/** `fresh`: squares that came to look as they had not before, over all its frames. */
interface Burst {
  from: number
  to: number
  rect: Rect
  squares: number
  fresh: number
}

/** Runs of changes, as frames [from, to]. */
function burstsOf(sights: readonly FrameSight[]): Burst[] {
  const out: Burst[] = []
  for (const [i, { t, altered }] of sights.entries()) {
    if (!altered) continue
    const last = out.at(-1)
    const { squares, restored = 0, ...rect } = altered
    const fresh = squares - restored
    if (last && t - sights[last.to]!.t <= QUIET_S) {
      last.to = i
      last.rect = union(last.rect, rect)
      last.squares = Math.max(last.squares, squares)
      last.fresh += fresh
    } else out.push({ from: i, to: i, rect, squares, fresh })
  }
  return out
}
const away = (p: Point, r: Rect): number =>
  Math.hypot(Math.max(0, r.x - p.x, p.x - r.x - r.w), Math.max(0, r.y - p.y, p.y - r.y - r.h))

/**
 * From which frame to which the pointer rests at the place where it is in a frame, over frames in which it is not seen
 * as long as it is there again; whether it is out of sight then.
 */
function restAround(sights: readonly FrameSight[], frame: number): { since: number; until: number; hidden: boolean } {
  const at = sights[frame]!.found!
  const end = (way: 1 | -1) => {
    let last = frame
    for (let f = frame + way, unseen = 0; f >= 0 && f < sights.length && unseen < UNSEEN; f += way) {
      const p = sights[f]!.found
      if (!p) {
        unseen++
        continue
      }
      if (Math.hypot(p.x - at.x, p.y - at.y) > REST_PX) break
      last = f
      unseen = 0
    }
    return last
  }
  const until = end(1)
  return {
    since: end(-1),
    until,
    hidden: until + UNSEEN < sights.length && sights.slice(until + 1, until + 1 + UNSEEN).every((s) => !s.found),
  }
}

const AGAIN_S = 1.2
/** Whether a change comes again and again in one place, as scrolling and typing do. */
function repeated(bursts: Burst[], i: number, sights: readonly FrameSight[]): boolean {
  const b = bursts[i]!
  return [bursts[i - 1], bursts[i + 1]].some((o) => {
    if (!o || Math.max(sights[o.from]!.t - sights[b.to]!.t, sights[b.from]!.t - sights[o.to]!.t) > AGAIN_S) return false
    // Where the pointer went from one to the other, each is an answer of its own.
    const [p, q] = [o, b].map((x) => (sights[x.from - 1] ?? sights[x.from])!.found)
    if (p && q && Math.hypot(p.x - q.x, p.y - q.y) > 2 * REST_PX) return false
    if (Math.max(o.squares, b.squares) < LEAST_SQUARES)
      return Math.abs(o.rect.y - b.rect.y) < 24 && Math.abs(o.rect.x - b.rect.x) < 60
    const both = intersection(o.rect, b.rect)
    return Math.max(0, both.w) * Math.max(0, both.h) > 0.6 * Math.max(o.rect.w * o.rect.h, b.rect.w * b.rect.h)
  })
}

/** What scrolls stays in its own window; a window that is dragged does not. */
const STAYS_PUT = 1.2
const staysPut = (b: Burst, scrolls: FrameSight[]): boolean =>
  b.rect.h <= STAYS_PUT * Math.max(...scrolls.map((s) => s.altered!.h)) &&
  b.rect.w <= STAYS_PUT * Math.max(...scrolls.map((s) => s.altered!.w))
/** A burst is a scroll when this share of its larger changes is. */
const SCROLLING = 0.4
/** A wheel turns where the pointer is; where it is not seen, in the middle of what scrolls. */
function wheelAt(s: FrameSight, sights: readonly FrameSight[], b: Burst): Point {
  const p = s.found ?? sights.slice(Math.max(0, b.from - 3), b.from + 1).findLast((x) => x.found)?.found
  return p ? { x: p.x, y: p.y } : { x: Math.round(b.rect.x + b.rect.w / 2), y: Math.round(b.rect.y + b.rect.h / 2) }
}

interface Press {
  down: number
  up: number
  from: Point
  to: Point
  confidence: number
}
const moved = (p: Press): boolean => p.from.x !== p.to.x || p.from.y !== p.to.y

/** A change that goes along with the pointer from one rest to the next: something is dragged. */
function dragOf(b: Burst, sights: readonly FrameSight[]): Press | null {
  const frames = sights.slice(b.from, b.to + 1)
  const seen = frames.filter((s) => s.found && s.altered)
  if (seen.length < frames.length / 3) return unseenDragOf(b, sights)
  const [first, last] = [seen[0], seen.at(-1)]
  if (!first || !last || b.squares < LEAST_SQUARES || last.t - first.t < DRAG_S) return null
  const way = { x: last.found!.x - first.found!.x, y: last.found!.y - first.found!.y }
  const far = Math.hypot(way.x, way.y)
  if (far < DRAG_PX) return null
  const middle = (list: FrameSight[]) => {
    const r = list.map((s) => s.altered!)
    return {
      x: r.reduce((n, a) => n + a.x + a.w / 2, 0) / r.length,
      y: r.reduce((n, a) => n + a.y + a.h / 2, 0) / r.length,
    }
  }
  const third = Math.max(1, Math.floor(seen.length / 3))
  const [p, q] = [middle(seen.slice(0, third)), middle(seen.slice(-third))]
  // What changes moves as the pointer does; seen over thirds, two thirds of the whole way.
  const along = ((q.x - p.x) * way.x + (q.y - p.y) * way.y) / (far * far)
  const carries = seen.filter((s) => s.found!.carries).length > seen.length / 3
  if (!carries && (along < 0.3 || along > 1.3)) return null
  const start = sights[Math.max(0, b.from - 1)]!.found ?? first.found!
  return {
    down: Math.max(0, sights[b.from]!.t - PRESSED_S),
    up: sights[b.to]!.t,
    from: start,
    to: last.found!,
    confidence: carries ? 0.85 : 0.65,
  }
}

/** The first frame from one on, forth or back, in which the pointer is seen, if that is soon. */
function seenFrom(sights: readonly FrameSight[], from: number, way: 1 | -1): FrameSight | null {
  for (let f = from; f >= 0 && f < sights.length && Math.abs(sights[f]!.t - sights[from]!.t) <= 2 * DRAG_S; f += way)
    if (sights[f]!.found) return sights[f]!
  return null
}

/**
 * The same by a pointer that is not seen meanwhile, as it takes another look: it was inside what changes, and is
 * elsewhere after.
 */
function unseenDragOf(b: Burst, sights: readonly FrameSight[]): Press | null {
  const [start, end] = [seenFrom(sights, b.from - 1, -1), seenFrom(sights, b.to, 1)]
  const [first, last] = [sights[b.from]!, sights[b.to]!]
  if (!start || !end || last.t - first.t < 2 * DRAG_S || b.squares < LEAST_SQUARES) return null
  const [from, to] = [start.found!, end.found!]
  return Math.hypot(to.x - from.x, to.y - from.y) < DRAG_PX || away(from, b.rect) > 0
    ? null
    : { down: Math.max(0, first.t - PRESSED_S), up: last.t, from, to, confidence: 0.6 }
}

/** What was opened by a press is put away by another one here. */
const SAME_PLACE_PX = 40
/**
 * Of what is only put away, no more than this share is new, where the pointer itself had stood; and it fills so much of
 * the rectangle around it.
 */
const NEW = 0.2
const FILLS = 0.5
/**
 * Something that lay over the screen for a while is gone, and nothing else came of it. A press at the place from which
 * it was opened does that; elsewhere it was put away by a key, and of what a press next to it would do there is no more
 * to see.
 */
function putAway(b: Burst, at: Point, presses: readonly Press[]): boolean {
  const filled = b.squares * SQUARE > b.rect.w * b.rect.h * FILLS
  return (
    b.squares >= LEAST_SQUARES &&
    filled &&
    b.fresh <= b.squares * NEW &&
    !presses.slice(-3).some((p) => Math.hypot(p.from.x - at.x, p.from.y - at.y) < SAME_PLACE_PX)
  )
}

/**
 * A change that comes while the pointer rests, near to it or large, or the only one meanwhile: the answer to a click.
 */
function clickOf(
  bursts: readonly Burst[],
  i: number,
  sights: readonly FrameSight[],
  presses: readonly Press[],
): Press | null {
  const b = bursts[i]!
  const t = sights[b.from]!.t
  // Before the change came, the pointer was there; the frame of the change itself may hide it.
  const before = [b.from - 1, b.from - 2, b.from].find((f) => f >= 0 && sights[f]!.found)
  if (before === undefined || sights[b.to]!.t - t > LONGEST_S * 2) return null
  const at = sights[before]!.found!
  const { since, until, hidden } = restAround(sights, before)
  const rested = t - sights[since]!.t
  // A pointer is often hidden once something is typed into what was clicked.
  const stays = hidden ? Math.max(REST_S, sights[until]!.t - t) : sights[until]!.t - t
  if (since === 0 || rested + stays < REST_S || stays < 0 || putAway(b, at, presses)) return null
  const large = b.squares >= LEAST_SQUARES
  const far = away(at, b.rect)
  let sure = 0.35
  if (far < NEAR_PX / 4) sure += 0.25
  else if (far < NEAR_PX) sure += 0.1
  if (large) sure += 0.15
  if (b.squares >= 60) sure += 0.1
  if (rested < 1.5) {
    const alone = ![bursts[i - 1], bursts[i + 1]].some((o) => o && o.to >= since && o.from <= until)
    sure += alone && b.fresh > 1 && far < 2 * NEAR_PX ? 0.2 : 0.1
  }
  // Typing changes a little again and again while the pointer rests for long.
  if (!large && rested > 1.5) sure -= 0.3
  if (rested > 4) sure -= 0.25
  // What lights up under a pointer that just came is no answer to a click; what opens then is.
  if (rested < HOVER_S && !large) sure -= 0.2
  if (at.confidence < 0.5) sure -= 0.1
  return sure < MARK
    ? null
    : {
        down: Math.max(sights[since]!.t, t - PRESSED_S),
        up: t,
        from: at,
        to: at,
        confidence: Math.round(Math.min(0.95, sure) * 100) / 100,
      }
}

/**
 * The trace that the frames of a recording tell of: the pointer wherever it is seen, what appeared on the screen, and
 * likely presses: the pointer at rest and a change right then, near to it or large and out of stillness; or a change
 * that goes along with it.
 */
export function traceOf(sights: readonly FrameSight[], width: number, height: number): Trace {
  const us = (t: number) => Math.round(t * 1e6) / 1e6
  const events: TraceEvent[] = []
  for (const { t, found } of sights)
    if (found) events.push({ type: 'pointermove', t: us(t), x: found.x, y: found.y, confidence: found.confidence })
  const bursts = burstsOf(sights)
  const presses: Press[] = []
  for (const [i, b] of bursts.entries()) {
    const t = sights[b.from]!.t
    const frames = sights.slice(b.from, b.to + 1)
    const drag = dragOf(b, sights)
    const scrolls = drag ? [] : frames.filter((s) => s.altered?.scrolled !== undefined)
    if (
      scrolls.length > 0 &&
      staysPut(b, scrolls) &&
      scrolls.length >= frames.filter((s) => s.altered && s.altered.squares >= LEAST_SQUARES).length * SCROLLING
    ) {
      for (const s of scrolls)
        events.push({
          type: 'wheel',
          t: us(s.t),
          ...wheelAt(s, sights, b),
          deltaX: 0,
          deltaY: s.altered!.scrolled!,
          confidence: 0.8,
        })
      continue
    }
    const again = repeated(bursts, i, sights)
    if (!drag && b.squares >= LEAST_SQUARES && sights[b.to]!.t - t <= LONGEST_S && !again)
      events.push({ type: 'screenchange', t: us(t), rect: [b.rect.x, b.rect.y, b.rect.w, b.rect.h], confidence: 0.8 })
    const press = drag ?? (again ? null : clickOf(bursts, i, sights, presses))
    if (!press) continue
    // Of the answers to one click, a button that lights up and the page that comes, the surest counts; what settles
    // after a drag is none.
    const last = presses.at(-1)
    const elsewhere = last && Math.hypot(press.from.x - last.to.x, press.from.y - last.to.y) > 2 * REST_PX
    if (!last || press.down - last.up >= ANSWER_S || (elsewhere && (drag || away(press.from, b.rect) < NEAR_PX / 4)))
      presses.push(press)
    else if (!elsewhere && !moved(last) && press.confidence >= last.confidence) presses[presses.length - 1] = press
  }
  for (const { down, up, from, to, confidence } of presses)
    events.push(
      { type: 'pointerdown', t: us(down), x: from.x, y: from.y, button: 0, confidence },
      { type: 'pointerup', t: us(up), x: to.x, y: to.y, button: 0, confidence },
    )
  return {
    width,
    height,
    events: events
      .map((e, i) => ({ e, i }))
      .sort((a, b) => a.e.t - b.e.t || a.i - b.i)
      .map(({ e }) => e),
  }
}
