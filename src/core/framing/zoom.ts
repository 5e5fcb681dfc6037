import { goingOf, type View } from '../kinds'
import type { Element, Lesson } from '../lesson/schema'
import type { Matrix, Rect } from '../geometry'
import { atPose, poseAt, posedAt } from '../motion'
import { ease, memo } from '../values'
import type { Timed } from '../timing'
import { smoothWay } from './smoothWay'

/** The rectangle a zoom shows: of the frame's own shape, inside the frame. */
export function zoomRect(e: Pick<Element, 'x' | 'y' | 'width' | 'height' | 'anchor'>, frame: Lesson['frame']): Rect {
  const w = Math.min(frame.width, Math.max(16, e.width))
  const h = (w * frame.height) / frame.width
  const x = e.x - e.anchor.x * e.width + e.width / 2 - w / 2
  const y = e.y - e.anchor.y * e.height + e.height / 2 - h / 2
  return { x: Math.min(frame.width - w, Math.max(0, x)), y: Math.min(frame.height - h, Math.max(0, y)), w, h }
}

/**
 * Between two framings: the zoom changes by equal factors in equal shares, around the point that both show in the same
 * place.
 */
export function between(a: Rect, b: Rect, k: number): Rect {
  if (k <= 0) return a
  if (k >= 1) return b
  const w = a.w * (b.w / a.w) ** k
  const h = a.h * (b.h / a.h) ** k
  const share = Math.abs(b.w - a.w) < 1e-6 ? k : (w - a.w) / (b.w - a.w)
  return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share, w, h }
}

/** A way between views that does not leave the frame. */
const inside =
  (way: typeof between, frame: Lesson['frame']): typeof between =>
  (a, b, k) => {
    const v = way(a, b, k)
    const s = Math.min(1, frame.width / v.w, frame.height / v.h)
    const w = v.w * s
    const h = v.h * s
    return {
      x: Math.min(frame.width - w, Math.max(0, v.x + (v.w - w) / 2)),
      y: Math.min(frame.height - h, Math.max(0, v.y + (v.h - h) / 2)),
      w,
      h,
    }
  }

/** What a zoom shows by itself; a smooth one goes the smooth way from one of its views to the next, too. */
function viewOf(timed: Timed, e: Element, frame: number, smooth = false): Rect {
  const { lesson } = timed
  const { pose, moving } = smooth && !e.loop ? poseAt(timed, e, frame) : { pose: 0, moving: null }
  if (!moving || moving.pose.curve || moving.to <= moving.from)
    return zoomRect(posedAt(timed, e, frame) ?? e, lesson.frame)
  const k = ease(moving.pose.easing, (frame - moving.from) / (moving.to - moving.from))
  return inside(smoothWay, lesson.frame)(
    zoomRect(atPose(timed, e, pose), lesson.frame),
    zoomRect(atPose(timed, e, pose + 1), lesson.frame),
    k,
  )
}

interface Zoom {
  e: Element
  going: View
}
/** The zooms among elements; these are gone through once, however many frames are asked about. */
const zoomsOf = memo((elements: readonly Element[]): Zoom[] =>
  elements.flatMap((e) => {
    const going = goingOf(e)
    return going ? [{ e, going }] : []
  }),
)

/** Which part of the lesson's frame fills the picture at a frame. A zoom that starts during another goes on from it. */
export function framingAt(timed: Timed, frame: number): Rect {
  const { width, height } = timed.lesson.frame
  let view: Rect = { x: 0, y: 0, w: width, h: height }
  for (const { e, going } of zoomsOf(timed.lesson.elements)) {
    const span = timed.spans.get(e.id)
    if (!span || frame < span.from || frame >= span.to) continue
    const squeeze = Math.min(1, (span.to - span.from) / Math.max(1, going.inFrames + going.backFrames))
    const rise = going.inFrames * squeeze
    const fall = going.backFrames * squeeze
    const inShare = rise > 0 ? (frame - span.from + 1) / rise : 1
    const outShare = fall > 0 ? (span.to - frame) / (fall + 1) : 1
    view = (going.smooth ? inside(smoothWay, timed.lesson.frame) : between)(
      view,
      viewOf(timed, e, frame, going.smooth),
      Math.min(ease(going.easing, inShare), ease(going.easing, outShare)),
    )
  }
  return view
}

/** From the lesson's frame to the picture, when `view` fills it. */
export const framingMatrix = (view: Rect, frame: Lesson['frame']): Matrix => {
  const s = frame.width / view.w
  return [s, 0, 0, s, -view.x * s, -view.y * s]
}
