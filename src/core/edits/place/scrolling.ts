import { z } from 'zod'
import { hundredth } from '../../geometry'
import { sizeOf, carries } from '../../kinds'
import type { Element, Pose } from '../../lesson/schema'
import { atPose, poseAt } from '../../motion'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { define, Id, type Given } from '../ground/act'
import { Flag, Here, Num } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { keptAt } from '../motion/moveEdges'
import { framesLeft, putPose } from '../motion/posing'

/** How much of a screenful stays in sight when a page is scrolled on by one. */
const OVERLAP = 0.15
/** A page that is brought to a place shows so much of what is above that, as a share of its opening. */
const ABOVE = 0.06
/** A page takes at the least and at the most so long to a place, in seconds; and goes a window's height in one. */
const SCROLL_S = { least: 0.5, most: 3, opening: 1 }

/** How a page stands in its opening at a frame: its place down, and what that comes to. */
interface Page {
  y: number
  /** Of the page, in its place's pixels. */
  high: number
  opening: number
  /** One pixel of its place is so many of the window's. */
  k: number
  /** The places at which its top, and its end, are at those of its opening. */
  first: number
  last: number
}
/** What scrolls within a window; null for what is in none. */
function pageIn(timed: Timed, own: Element, frame: number): Page | null {
  const holder = own.rides?.on ? elementIn(timed.lesson, own.rides.on) : undefined
  if (!holder?.height) return null
  const now = atPose(timed, own, poseAt(timed, own, frame).pose)
  const [, , , carried, , shift] = own.rides!.by
  const k = carried || 1
  const high = sizeOf(now).h * Math.abs(now.scale.y)
  const top = -holder.anchor.y * holder.height
  const place = (y: number) => (carried === 0 ? y : shift + carried * y)
  const pageTop = now.y - now.anchor.y * high
  const first = now.y - (place(pageTop) - top) / k
  const last = now.y - Math.max(0, place(pageTop) + k * high - (top + holder.height)) / k
  return { y: now.y, high, opening: holder.height, k, first, last: Math.min(first, last) }
}

/** How much taller than its window a page is that can be scrolled in it; 1 for anything else. */
export function tallness(timed: Timed, own: Element, frame: number): number {
  const holder = own.rides?.on ? elementIn(timed.lesson, own.rides.on) : undefined
  if (!holder || !carries(holder)?.masks) return 1
  const page = pageIn(timed, own, frame)
  return page ? Math.max(1, (page.high * page.k) / page.opening) : 1
}

function scroll(draft: Parameters<typeof putPose>[1], given: Given, own: Element, here: Here, move: Scroll): void {
  const { timed, newId } = given
  const { y, easing, name } = move
  const frames = framesLeft(timed, own, here.frame, move.frames)
  const pose: Pose = {
    id: newId('pose'),
    start: keptAt(timed, own, here.frame, here.caught),
    end: { on: 'length', frames },
    easing,
    values: { y: hundredth(y) },
    curve: null,
    ...(name && { name }),
  }
  putPose(timed, draft, own, pose, here.frame + frames)
}
interface Scroll {
  y: number
  frames: number
  easing: string
  name?: string
}

/**
 * Scrolls what is seen through a window on by a share of its height, from the playhead on; never past its end.
 *
 * @param share  1 for a screenful less what stays in sight; below 0, back
 */
export const scrollOn = define('scrollOn', [Id.element, Num, Here], (id, share, here) => (draft, given) => {
  const own = elementIn(given.timed.lesson, id)
  const page = own && pageIn(given.timed, own, here.frame)
  if (!page) return
  const wanted = page.y - (share * (1 - OVERLAP) * page.opening) / page.k
  const y = Math.min(Math.max(wanted, page.last), page.first)
  const frames = Math.max(1, Math.round(framesPerSecond(draft.rate) * 0.8))
  scroll(draft, given, own, here, { y, frames, easing: 'ease-in-out' })
})

/**
 * Scrolls what is seen through a window to a place of it, from the playhead on, never past its end: a stop, which can
 * have a name.
 *
 * @param share   where on the page that is, 0 its top, 1 its end
 * @param evenly  at the same speed all the way; else softly off and to rest
 */
export const scrollTo = define(
  'scrollTo',
  [Id.element, Num, z.string().max(80), Here, Flag],
  (id, share, name, here, evenly) => (draft, given) => {
    const own = elementIn(given.timed.lesson, id)
    const page = own && pageIn(given.timed, own, here.frame)
    if (!page) return
    const wanted = page.first - share * page.high + (ABOVE * page.opening) / page.k
    const y = Math.min(Math.max(wanted, page.last), page.first)
    const seconds = (Math.abs(y - page.y) * page.k) / (page.opening / SCROLL_S.opening)
    const frames =
      here.frames ?? Math.min(SCROLL_S.most, Math.max(SCROLL_S.least, seconds)) * framesPerSecond(draft.rate)
    scroll(draft, given, own, here, {
      y,
      frames: Math.max(1, Math.round(frames)),
      easing: evenly ? 'linear' : 'ease-in-out',
      name,
    })
  },
)

/** The stops of a page: where on it each is, as a share of its height, in the order in which it is gone to. */
export function stopsOf(timed: Timed, own: Element): { pose: string; name: string; share: number }[] {
  const page = pageIn(timed, own, timed.spans.get(own.id)?.from ?? 0)
  if (!page) return []
  return own.poses.flatMap((p) => {
    const y = p.values.y
    if (typeof y !== 'number') return []
    return [{ pose: p.id, name: p.name ?? '', share: (page.first - y) / page.high }]
  })
}
