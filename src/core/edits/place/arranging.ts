import { z } from 'zod'
import { hundredth, type Rect } from '../../geometry'
import { croppedBox, isClip, letGo, newElement, settle } from '../../kinds'
import type { Element, Lesson, Pose } from '../../lesson/schema'
import { poseAt, propertyOf } from '../../motion'
import { framesPerSecond, secondsToFrames } from '../../time'
import type { KeyValue } from '../../values'
import { define, Id, Ids, type Given } from '../ground/act'
import { Count, Frame, Here, NewId, Num } from '../ground/args'
import { elementIn, elementsIn } from '../ground/chosen'
import { trackFree } from '../clips/clips'
import { keptAt } from '../motion/moveEdges'
import { numbered } from '../ground/names'
import { framesLeft, putPose } from '../motion/posing'
import { inWords } from '../../../words/words'

/** Where in the frame something small can stand: a corner, the middle of an edge, the middle. */
export const FrameSpot = z.enum([
  'top-left',
  'top',
  'top-right',
  'left',
  'middle',
  'right',
  'bottom-left',
  'bottom',
  'bottom-right',
])
export type FrameSpot = z.infer<typeof FrameSpot>
/** What stands in a corner keeps so much of the frame's height free around it. */
const MARGIN = 0.04

/** The values with which what is seen of an element stands in a rectangle, as large as it can be in it, whole. */
export function valuesIn(e: Element, r: Rect): Record<'x' | 'y' | 'scale.x' | 'scale.y', number> {
  const { x, y, w, h } = croppedBox(e)
  const scale = w > 0 && h > 0 ? Math.min(r.w / w, r.h / h) : 1
  const fine = Math.round(scale * 1e4) / 1e4
  // Mirrored, its far side is the near one.
  const first = (at: number, long: number, sign: number) => (sign < 0 ? -(at + long) : at) * scale
  return {
    x: hundredth(r.x + (r.w - w * scale) / 2 - first(x, w, e.scale.x)),
    y: hundredth(r.y + (r.h - h * scale) / 2 - first(y, h, e.scale.y)),
    'scale.x': Math.sign(e.scale.x || 1) * fine,
    'scale.y': Math.sign(e.scale.y || 1) * fine,
  }
}
/** The rectangle of a spot for something so wide, as a share of the frame, and as high as goes with it. */
export function spotRect(e: Element, spot: FrameSpot, share: number, frame: Lesson['frame']): Rect {
  const margin = frame.height * MARGIN
  const size = croppedBox(e)
  const shape = size.w > 0 ? size.h / size.w : 1
  const w = Math.min(frame.width * share, (frame.height - 2 * margin) / shape)
  const h = w * shape
  const x = spot.endsWith('left') ? margin : spot.endsWith('right') ? frame.width - margin - w : (frame.width - w) / 2
  const y = spot.startsWith('top')
    ? margin
    : spot.startsWith('bottom')
      ? frame.height - margin - h
      : (frame.height - h) / 2
  return { x, y, w, h }
}

/**
 * Brings elements to values of their own: from the playhead on by a move of so many frames; where they have not begun
 * yet, or begin right there, and have no moves, they stand there from the first.
 */
export function bring(
  draft: Lesson,
  given: Given,
  ids: readonly string[],
  { here, frames }: { here: Here; frames: number },
  valuesFor: (e: Element, n: number) => Record<string, KeyValue>,
): void {
  const { timed, newId } = given
  elementsIn(draft, ids).forEach((e, n) => {
    const own = elementIn(timed.lesson, e.id)
    const span = timed.spans.get(e.id)
    // What is only heard, and what is a view, cannot be put anywhere.
    if (!own || !span || !propertyOf(own, 'scale.x')) return
    letGo(e)
    const values = valuesFor(own, n)
    if (here.frame <= span.from && own.poses.length === 0) {
      e.x = values.x as number
      e.y = values.y as number
      e.scale = { x: values['scale.x'] as number, y: values['scale.y'] as number }
      return
    }
    const { moving } = poseAt(timed, own, here.frame)
    const lasting = framesLeft(timed, own, here.frame, frames)
    const pose: Pose = {
      id: newId('pose'),
      start: keptAt(timed, own, here.frame, here.caught),
      end: { on: 'length', frames: lasting },
      easing: 'ease-in-out',
      values,
      curve: null,
    }
    // A move that is under way there would go on beside it.
    if (moving && moving.from < here.frame) {
      const under = e.poses.find((p) => p.id === moving.pose.id)
      if (under) under.end = keptAt(timed, own, here.frame, here.caught)
    }
    putPose(timed, draft, own, pose, here.frame + lasting)
  })
}

/**
 * Lets elements stand small at a spot of the frame, from the playhead on.
 *
 * @param share   how wide they are then, as a share of the frame
 * @param frames  for how long they go there
 */
export const standAt = define(
  'standAt',
  [Ids.elements, FrameSpot, Num, Here, Count],
  (ids, spot, share, here, frames) => (draft, given) => {
    const wide = Math.min(1, Math.max(0.02, share))
    bring(draft, given, ids, { here, frames }, (e) => valuesIn(e, spotRect(e, spot, wide, draft.frame)))
  },
)
/** Lets elements fill the frame whole again, from the playhead on. */
export const standWhole = define('standWhole', [Ids.elements, Here, Count], (ids, here, frames) => (draft, given) => {
  const { width, height } = draft.frame
  bring(draft, given, ids, { here, frames }, (e) => valuesIn(e, { x: 0, y: 0, w: width, h: height }))
})

/** How things are laid beside each other: in equal parts; or one large, the others small beside it. */
export const Layout = z.enum(['equal', 'first-large'])
export type Layout = z.infer<typeof Layout>
/** So much of the frame's width the large one of several takes. */
const LARGE = 0.72

/** The rectangles in which so many stand side by side, `gap` pixels apart and from the edges of the frame. */
export function cellsFor(n: number, layout: Layout, gap: number, { width, height }: Lesson['frame']): Rect[] {
  const inner = { w: width - 2 * gap, h: height - 2 * gap }
  if (layout === 'equal' || n < 2) {
    const across = n <= 3 ? n : Math.ceil(Math.sqrt(n))
    const down = Math.ceil(n / across)
    const w = (inner.w - gap * (across - 1)) / across
    const h = (inner.h - gap * (down - 1)) / down
    return Array.from({ length: n }, (_, i) => ({
      x: gap + (i % across) * (w + gap),
      y: gap + Math.floor(i / across) * (h + gap),
      w,
      h,
    }))
  }
  const large = (inner.w - gap) * LARGE
  const w = inner.w - gap - large
  const h = (inner.h - gap * (n - 2)) / (n - 1)
  return [
    { x: gap, y: gap, w: large, h: inner.h },
    ...Array.from({ length: n - 1 }, (_, i) => ({ x: gap + large + gap, y: gap + i * (h + gap), w, h })),
  ]
}
/**
 * Lays elements side by side, whole, in the order in which they are named, from the playhead on.
 *
 * @param gap     pixels between them and around them
 * @param frames  for how long they go there
 */
export const sideBySide = define(
  'sideBySide',
  [Ids.elements, Layout, Num, Here, Count],
  (ids, layout, gap, here, frames) => (draft, given) => {
    const cells = cellsFor(ids.length, layout, Math.max(0, gap), draft.frame)
    // By the order in which they were chosen, not in which they are stacked.
    for (const [n, id] of ids.entries()) bring(draft, given, [id], { here, frames }, (e) => valuesIn(e, cells[n]!))
  },
)

/**
 * Lays a medium over the picture: on the uppermost track with room for it, else on a new one in front. A take fills the
 * frame until it is put elsewhere.
 *
 * @param at  the frame at which it begins
 */
export const layOver = define('layOver', [Id.medium, NewId, Frame], (mediaId, clipId, at) => (draft, given) => {
  const medium = draft.media[mediaId]
  if (!medium) return
  const heard = medium.kind === 'sound'
  const kind = heard ? 'sound' : 'picture'
  const seconds = medium.kind === 'picture' ? 5 : (medium.durationUs ?? 1e6) / 1e6
  const start = Math.max(0, at)
  // What is laid over a lesson does not make it longer.
  const { length: whole, clips } = given.timed
  const room = clips.length > 0 && start < whole ? whole - start : Infinity
  const length = Math.max(1, Math.min(room, secondsToFrames(seconds, draft.rate)))
  const front = draft.tracks.find((t) => t.kind === kind)
  const ground = draft.elements.some((e) => e.track === front?.id && isClip(e))
  const free = front && (heard || ground) && trackFree(draft, given, front.id, start, start + length) ? front : null
  const track = free?.id ?? given.newId('track')
  if (!free) {
    const name = heard ? inWords('edits.moreSound') : inWords('edits.inFront')
    const place = draft.tracks.findIndex((t) => t.kind === kind)
    draft.tracks.splice(Math.max(0, place), 0, { id: track, kind, name })
  }
  const e = newElement(draft, heard ? 'sound' : 'footage', clipId, {
    start: { on: 'loose', frame: start },
    end: { on: 'length', frames: length },
  })
  const taken = new Set(draft.elements.map((x) => x.name))
  const name = medium.name.replace(/\.[^.]*$/, '').slice(0, 110)
  Object.assign(e, { track, space: heard ? e.space : 'fixed', name: name ? numbered(name, taken) : e.name })
  Object.assign(e.look, { media: mediaId })
  settle(e, draft)
  draft.elements.push(e)
})
/** As long as a move into a corner takes when nothing says otherwise. */
export const usualMove = (lesson: Pick<Lesson, 'rate'>): number => Math.round(framesPerSecond(lesson.rate) * 2)
