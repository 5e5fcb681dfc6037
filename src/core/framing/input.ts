import { z } from 'zod'
import type { Point, Rect } from '../geometry'

/** What a follow framing is asked for. */
export const FollowChoice = z.object({
  /** How many times larger than the whole take it shows things, at most; 1 is the whole. */
  zoom: z.number(),
  /** The share of the view at each side that the pointer keeps out of: 0.1 leaves the middle 80 %. */
  margin: z.number(),
  /** 0: quick short moves, soon in the middle again; 1: slow moves, only as far as needed. */
  calmness: z.number(),
})
export type FollowChoice = z.infer<typeof FollowChoice>
export const CALM: FollowChoice = { zoom: 2, margin: 0.1, calmness: 0.5 }

/** Something at a place from one frame to another, both included. */
export interface Whole {
  from: number
  to: number
  rect: Rect
}

/** What a follow framing is solved from; everything per frame or in frames, places in pixels of the take. */
export interface FollowInput {
  width: number
  height: number
  fps: number
  /** Where the pointer is in each frame. */
  pointer: readonly Point[]
  /** Frames at which the view has to stand still: clicks. */
  stills: readonly number[]
  /** What has to be seen whole for a while, where it is larger than the view. */
  opens?: readonly Whole[]
  /** What has to be seen whole for as long as it is there, beside the pointer: what is being explained. */
  wholes?: readonly Whole[]
  /** What is worked in, for as long as it is: seen whole while the view stands. */
  uses?: readonly Whole[]
  /** Views that a person has set: kept as they are. */
  locked?: readonly Stand[]
}

/** A view that stands still from one frame to another, both included; between two of them it moves. */
export interface Stand {
  from: number
  to: number
  view: Rect
}

/** The least and the greatest of some places, along both axes. */
export interface Extent {
  x0: number
  x1: number
  y0: number
  y1: number
}
export const NOTHING: Extent = { x0: Infinity, x1: -Infinity, y0: Infinity, y1: -Infinity }
export const joined = (a: Extent, b: Extent): Extent => ({
  x0: Math.min(a.x0, b.x0),
  x1: Math.max(a.x1, b.x1),
  y0: Math.min(a.y0, b.y0),
  y1: Math.max(a.y1, b.y1),
})
export const isNothing = (e: Extent): boolean => e.x0 > e.x1
/** Where the pointer is, from one frame to another, both included. */
export function extentOf(pointer: readonly Point[], from: number, to: number): Extent {
  const b = { ...NOTHING }
  for (let i = from; i <= to; i++) {
    const p = pointer[i]!
    if (p.x < b.x0) b.x0 = p.x
    if (p.x > b.x1) b.x1 = p.x
    if (p.y < b.y0) b.y0 = p.y
    if (p.y > b.y1) b.y1 = p.y
  }
  return b
}

/** The same, made ready: presses in order, and what has to be seen whole in each frame, or is worked in. */
export interface Prepared extends Omit<FollowInput, 'uses'> {
  opens: readonly Whole[]
  locked: readonly Stand[]
  needs: Places
  uses: Places
}
type Places = readonly (Extent | null)[]

/** A change of more than this share of the take is another page: there is nothing in it to be seen whole. */
const WHOLE = 0.7
export function prepared(given: FollowInput, { zoom }: FollowChoice): Prepared {
  const { width, height } = given
  const locked = inTurn(given.locked ?? [])
  return {
    ...given,
    locked,
    stills: [...given.stills].sort((a, b) => a - b),
    opens: (given.opens ?? [])
      .filter((o) => o.rect.w > width / zoom || o.rect.h > height / zoom)
      .filter((o) => o.rect.w * o.rect.h < width * height * WHOLE)
      .filter((o) => !locked.some((l) => o.from <= l.to && o.to >= l.from)),
    needs: placesIn(given, given.wholes),
    uses: placesIn(given, given.uses),
  }
}
/** What has to be seen in each frame of some things. */
function placesIn({ width, height, pointer }: FollowInput, things: readonly Whole[] = []): Places {
  const out: (Extent | null)[] = pointer.map(() => null)
  for (const { from, to, rect } of things) {
    const box: Extent = {
      x0: Math.max(0, rect.x),
      x1: Math.min(width, rect.x + rect.w),
      y0: Math.max(0, rect.y),
      y1: Math.min(height, rect.y + rect.h),
    }
    if (isNothing(box) || box.y0 > box.y1) continue
    for (let f = Math.max(0, from); f <= Math.min(to, out.length - 1); f++) {
      const had = out[f]
      out[f] = had ? joined(had, box) : box
    }
  }
  return out
}
/** Views in order, none of which stands while another does. */
const inTurn = (locked: readonly Stand[]): Stand[] =>
  locked
    .toSorted((a, b) => a.from - b.from)
    .map((l, i, all) => ({ ...l, to: Math.max(l.from, Math.min(l.to, (all[i + 1]?.from ?? Infinity) - 1)) }))

/** The first place in ascending numbers that is not below a value. */
export function lowest(sorted: readonly number[], value: number): number {
  let lo = 0
  let hi = sorted.length
  while (lo < hi) {
    const m = (lo + hi) >> 1
    if (sorted[m]! < value) lo = m + 1
    else hi = m
  }
  return lo
}
