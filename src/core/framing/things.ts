import { areaOf, holdsPoint, intersection, type Point, type Rect } from '../geometry'
import type { Whole } from './input'

/** What a recording tells of things on its screen, in frames and in pixels of the take. */
export interface OnScreen {
  width: number
  height: number
  fps: number
  /** Where the pointer is in each frame. */
  pointer: readonly Point[]
  /** What came on the screen, and when: dialogs, windows, panels. */
  came: readonly { at: number; rect: Rect }[]
  /** What was pressed: buttons, rows, fields. */
  pressed: readonly { at: number; rect: Rect }[]
  /** Windows, dialogs and panels around the pointer, as the pixels tell of them. */
  around: readonly Whole[]
}

/** A thing is shown whole where it fits into a view that is so many times larger than the whole take, or more. */
const NEAREST_WHOLE = 1.3
/** What came is looked at for so long, wherever the pointer is. */
const LOOKED_AT_S = 2.5
const BEFORE_S = 0.2
/** The pointer may be away from a thing for so long, and it is still the one that is worked in. */
const AWAY_S = 1.5
/** What the pointer is in for less than this it passes over. */
const PASSING_S = 0.7
/** How long what is pressed is looked at, before and after. */
const AIMED_S = 0.5
const ANSWERED_S = 1
/** A later change that covers so much of a thing has taken its place. */
const REPLACED = 0.8
const REACH_PX = 8
/** A change that lies so far within a window is one of its own. */
const IN_IT = 0.9
/** What comes is looked at by itself when it fills so much of the take, and did not come just before. */
const LARGE = 0.04
const AGAIN_S = 6

const meet = (a: Rect, b: Rect): number => areaOf(intersection(a, b))

/** Whether a thing is shown whole while it is worked in: it can be, and closer than all of the take. */
const isSeenWhole = (r: Rect, { width, height }: { width: number; height: number }): boolean =>
  r.w > 0 && r.h > 0 && Math.max(r.w / width, r.h / height) * NEAREST_WHOLE * 1.04 <= 1

/**
 * The things that are worked in, and when: what came on the screen and the pointer is in, the smallest of those in
 * each other; and what is pressed. Those that are too large to be seen whole at a closer look are left out.
 */
export function thingsInUse({ width, height, fps, pointer, came, pressed, around }: OnScreen): Whole[] {
  const n = pointer.length
  const fits = ({ rect }: { rect: Rect }) => isSeenWhole(rect, { width, height })
  const frames = (s: number) => Math.round(s * fps)
  const inAnother = ({ at, rect }: { at: number; rect: Rect }) =>
    around.some((a) => a.from <= at && a.to >= at && fits(a) && meet(a.rect, rect) > IN_IT * areaOf(rect))
  const things = came.flatMap(({ at, rect }, i) => {
    if (inAnother({ at, rect })) return []
    const covers = (c: { rect: Rect }) => meet(c.rect, rect) >= REPLACED * areaOf(rect)
    const next = came.find((c) => c.at > at && covers(c))?.at ?? n
    // What was gone before the passage begins is nothing in it.
    if (next <= 0) return []
    const again = came.findLastIndex((c, k) => k < i && covers(c))
    const isLarge = areaOf(rect) >= LARGE * width * height && !(again >= 0 && at - came[again]!.at < frames(AGAIN_S))
    const from = Math.max(0, at - frames(BEFORE_S))
    return [{ from, until: isLarge ? at + frames(LOOKED_AT_S) : from, rect, to: next }]
  })
  const all = [...things, ...around.map((a) => ({ ...a, until: a.to }))]
  const chosen = new Int32Array(n).fill(-1)
  for (const [i, t] of all.entries()) {
    for (let f = Math.max(0, t.from); f < Math.min(n, t.to); f++) {
      if (f > t.until && !holdsPoint(t.rect, pointer[f]!, REACH_PX)) continue
      const other = all[chosen[f]!]
      if (!other || areaOf(t.rect) <= areaOf(other.rect)) chosen[f] = i
    }
  }
  const out: Whole[] = []
  for (const [i, t] of all.entries()) {
    if (!fits(t)) continue
    for (const { from, to } of runsOf(chosen, i, frames(AWAY_S)))
      if (to - from >= frames(PASSING_S)) out.push({ from, to, rect: t.rect })
  }
  for (const p of pressed.filter(fits))
    out.push({
      from: Math.max(0, p.at - frames(AIMED_S)),
      to: Math.min(n - 1, p.at + frames(ANSWERED_S)),
      rect: p.rect,
    })
  return out
}

/** What comes that is too large to be seen whole at a closer look: the view opens for it, for a while. */
export function opensIn({ width, height, fps, pointer, came }: OnScreen): Whole[] {
  return came.flatMap(({ at, rect }) => {
    if (at < 0 || areaOf(rect) <= 0 || isSeenWhole(rect, { width, height })) return []
    const from = Math.max(0, at - Math.round(BEFORE_S * fps))
    return [{ from, to: Math.min(pointer.length - 1, at + Math.round(LOOKED_AT_S * fps)), rect }]
  })
}

/** From where to where a number stands in a row, gaps of some length left out of account. */
function runsOf(row: Int32Array, value: number, gap: number): { from: number; to: number }[] {
  const out: { from: number; to: number }[] = []
  for (let f = row.indexOf(value); f >= 0; f = row.indexOf(value, f + 1)) {
    const last = out.at(-1)
    if (last && f - last.to <= gap) last.to = f
    else out.push({ from: f, to: f })
  }
  return out
}
