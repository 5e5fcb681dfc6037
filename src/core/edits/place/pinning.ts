import { aimOf, pointsOf, sizeOf, below } from '../../kinds'
import { elementIn } from '../ground/chosen'
import { z } from 'zod'
import { clipEnd, placeOnLesson, sourceUsAt, takeAt, takePoint } from '../../lesson/clips'
import type { Element, Lesson, Pose } from '../../lesson/schema'
import { cornersOf, valueAt } from '../../values'
import { propertyOf, propertiesOf, clipAt } from '../../motion'
import { frameBoxOf } from '../../scene'
import { corners, tenth, boundsOf, type Point, type Rect } from '../../geometry'
import { resolve, type Timed } from '../../timing'
import { posesAlong } from '../ground/along'
import { define, Id } from '../ground/act'
import { plain } from '../ground/plain'

/** Where a pinned spot is at a time of the medium, in microseconds and pixels of the take. */
export const PinPlace = z.object({ us: z.number(), x: z.number(), y: z.number(), seen: z.boolean() })
export type PinPlace = z.infer<typeof PinPlace>
const Line = z.object({ t: z.number().min(0), x: z.number(), y: z.number(), seen: z.boolean() })

/** Reads the places of a spot, one to a line, as `vane pin` writes them. @throws ZodError when a line is none */
export const readPins = (text: string): PinPlace[] =>
  text
    .trim()
    .split('\n')
    .map((l) => {
      const { t, ...at } = Line.parse(JSON.parse(l))
      return { us: Math.round(t * 1e6), ...at }
    })

/**
 * What of a take is to be followed for an element: through which time, and what lies in which rectangle at its start,
 * in pixels of the take; `turns` of the wheel in that time, where they are known: microseconds, pixels to the right and
 * down.
 */
export interface PinSpot {
  media: string
  fromUs: number
  toUs: number
  rect: [number, number, number, number]
  turns: [number, number, number][]
}

const LARGEST = 360
/** Around a callout's tip this much is looked at, in pixels of the lesson's frame. */
const TIP = { w: 180, h: 70 }

/**
 * What an element marks when it starts: what is under it, or at a callout's tip.
 *
 * @returns null where no take is shown under it
 */
export function pinSpot(timed: Timed, element: Element): PinSpot | null {
  const { lesson } = timed
  const span = timed.spans.get(element.id)
  const clip = span && takeAt(timed, span.from)
  const medium = clip && lesson.media[clip.media]
  if (!span || !clip || medium?.kind !== 'take' || !medium.width || !medium.height) return null
  const e = { ...element, poses: [] }
  const { matrix, box } = frameBoxOf(timed, e, span.from, false)
  let r: Rect = boundsOf(matrix, box)
  const aim = aimOf(e)
  if (aim) r = { x: aim.x - TIP.w / 2, y: aim.y - TIP.h / 2, ...TIP }
  if (r.w > LARGEST) r = { ...r, x: r.x + (r.w - LARGEST) / 2, w: LARGEST }
  if (r.h > LARGEST) r = { ...r, y: r.y + (r.h - LARGEST) / 2, h: LARGEST }
  const cut = (from: number, size: number, whole: number): [number, number] => {
    const low = Math.min(whole - 8, Math.max(0, Math.round(from)))
    return [low, Math.max(8, Math.min(whole - low, Math.round(size)))]
  }
  const onTake = corners(r).map((p) => takePoint(p, clipAt(timed, clip, span.from), medium, lesson.frame))
  const [left, top] = [Math.min(...onTake.map((p) => p.x)), Math.min(...onTake.map((p) => p.y))]
  const [x, w] = cut(left, Math.max(...onTake.map((p) => p.x)) - left, medium.width)
  const [y, h] = cut(top, Math.max(...onTake.map((p) => p.y)) - top, medium.height)
  const [fromUs, toUs] = [
    sourceUsAt(clip, span.from, lesson.rate),
    sourceUsAt(clip, Math.min(span.to, clipEnd(clip)), lesson.rate),
  ]
  const turns = medium.moments.flatMap((m) => m.turns ?? []).filter(([us]) => us >= fromUs && us < toUs)
  return { media: clip.media, fromUs, toUs, rect: [x, y, w, h], turns }
}

const WITHIN_PX = 1.5

interface PinnedAt {
  x: number
  y: number
  seen: boolean
}
/**
 * What goes out of sight may still be half seen, under the edge of something, until it has gone as far as it is large:
 * so long it counts as in sight.
 */
function stayWhileInDoubt(at: PinnedAt[], { w, h }: { w: number; h: number }): void {
  let last: PinnedAt | undefined
  for (const p of at) {
    if (p.seen) last = p
    else if (last && Math.abs(p.x - last.x) < w && Math.abs(p.y - last.y) < h) p.seen = true
    else last = undefined
  }
}

/**
 * Pins an element to what it marks: it goes where that went, and is not shown while that is out of sight. Its way
 * becomes its poses; a callout's tail goes along.
 *
 * @param media   the take in which the spot was followed
 * @param places  where the spot was, a place a frame, the first when the element starts
 */
export const pinTo = define(
  'pinTo',
  [Id.element, Id.medium, z.array(PinPlace).readonly()],
  (id, media, places) => (draft) => {
    const lesson = plain(draft) as Lesson
    const e = elementIn(draft, id)
    const own = lesson.elements.find((x) => x.id === id)
    const timed = resolve(lesson)
    const span = timed.spans.get(id)
    const medium = lesson.media[media]
    const first = places[0]
    if (!e || !own || !span || !medium || !first || !propertyOf(own, 'x')) return
    const at: { t: number; x: number; y: number; seen: boolean }[] = []
    let a: Point | null = null
    for (let f = span.from, i = 0; f < span.to; f++) {
      const t = f - span.from
      const shown = takeAt(timed, f)
      const clip = shown && clipAt(timed, shown, f)
      if (!clip || clip.media !== media) {
        at.push({ x: 0, y: 0, ...at.at(-1), t, seen: false })
        continue
      }
      const us = sourceUsAt(clip, f, lesson.rate)
      while (i + 1 < places.length && places[i + 1]!.us <= us + 1000) i++
      const b = placeOnLesson(places[i]!, clip, medium, lesson.frame)
      a ??= placeOnLesson(first, clip, medium, lesson.frame)
      at.push({ t, x: b.x - a.x, y: b.y - a.y, seen: places[i]!.seen })
    }
    if (below(own)?.does === 'hide') stayWhileInDoubt(at, sizeOf(own))
    // What it points at goes along.
    const along = pointsOf(own).filter((p) => p.x !== 'x' && typeof valueAt(own, p.x) === 'number')
    const fades = propertiesOf(own).some((p) => p.path === 'opacity')
    const valuesAt = (f: number): Pose['values'] => ({
      x: tenth(own.x + at[f]!.x),
      y: tenth(own.y + at[f]!.y),
      ...(fades && { opacity: at[f]!.seen ? own.opacity : 0 }),
      ...Object.fromEntries(
        along.flatMap(({ x, y }) => [
          [x, tenth((valueAt(own, x) as number) + at[f]!.x)],
          [y, tenth((valueAt(own, y) as number) + at[f]!.y)],
        ]),
      ),
    })
    // View out of sight and coming back happen from one frame to the next.
    const turns = cornersOf(
      at.length,
      (f) => at[f]!,
      WITHIN_PX,
      (from, to) => at[to]!.seen === at[from]!.seen && at[from + 1]!.seen === at[from]!.seen,
    )
    e.space = 'framed'
    e.poses = posesAlong(`${id}-pin`, timed, span.from, turns, valuesAt)
  },
)
