import { isSettled, memo } from '../values'
import { clipEnd } from '../lesson/clips'
import type { Lesson } from '../lesson/schema'
import { framingAt, framingMatrix } from '../framing'
import { carriedAt, instantsOf, whereIn } from '../moments'
import { clipAt, reads } from '../motion'
import { solved, type Timed } from '../timing'
import { IDENTITY, type Matrix } from '../geometry'

/** From the lesson's frame to the picture at a frame; with `framed` false, as if nothing were zoomed. */
export function framingOf(timed: Timed, frame: number, framed = true): Matrix {
  if (!framed) return IDENTITY
  const view = framingAt(timed, frame)
  return view.w >= timed.lesson.frame.width ? IDENTITY : framingMatrix(view, timed.lesson.frame)
}

/**
 * A lesson solved, its moments in their places: where the clip that carries a moment stands at the moment's own frame,
 * posed and carried. The places of the moments hang on the poses, whose frames hang on the moments; so they come last.
 */
export const timedOf = memo((lesson: Lesson): Timed => inPlace(solved(lesson)), { settled: isSettled })

/** The same, of a lesson that is solved. */
export function inPlace(timed: Timed): Timed {
  const { lesson } = timed
  const restless = timed.clips.filter(({ element: e }) => e.poses.length > 0 || e.rides || reads(e))
  if (restless.length === 0) return timed
  const moments = new Map(timed.moments)
  for (const media of new Set(restless.map((c) => c.media))) {
    const medium = lesson.media[media]
    if (!medium) continue
    const own = timed.clips.filter((c) => c.media === media)
    for (const { id, fromUs, moment } of instantsOf(medium)) {
      const known = moments.get(id)
      const frame = known?.frame ?? null
      if (!known || frame === null || !(moment?.at || moment?.rect)) continue
      if (!restless.some((c) => c.media === media && c.at <= frame && frame < clipEnd(c))) continue
      const hit = carriedAt(own, id, fromUs, lesson.rate)
      if (!hit) continue
      moments.set(id, { ...known, ...whereIn(moment, clipAt(timed, hit.clip, hit.frame), medium, lesson.frame) })
    }
  }
  return { ...timed, moments }
}
