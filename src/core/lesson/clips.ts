import { isSettled, memo } from '../values'
import type { Clip, Lesson, Medium } from './schema'
import type { Rate, Us } from '../time'
import { frameOf, sourceAt, timeMapOf, wholeFrames, type TimeMap } from './timeMap'
import type { Point, Rect } from '../geometry'

export const clipEnd = (clip: Clip): number => clip.at + clip.length

/** The time map of a clip. */
export const mapOf: (clip: Clip) => TimeMap = memo(timeMapOf, { settled: isSettled })

/** The medium's time that is heard or shown at a lesson frame. */
export const sourceUsAt = (clip: Clip, frame: number, rate: Rate): Us => sourceAt(mapOf(clip), frame - clip.at, rate)

/** Which of the medium's own frames is shown at a lesson frame; never past its last. */
export function sourceFrameAt(clip: Clip, frame: number, lessonRate: Rate, medium: Medium): number {
  const shown = wholeFrames(sourceUsAt(clip, frame, lessonRate), medium.rate ?? lessonRate)
  return Math.max(0, medium.frames ? Math.min(shown, medium.frames - 1) : shown)
}

/** The lesson frame at which a time of the medium falls, or null when this clip does not show it. */
export function lessonFrameOf(clip: Clip, us: Us, rate: Rate): number | null {
  const shown = frameOf(mapOf(clip), us, rate)
  if (shown === null) return null
  const frame = clip.at + shown
  return frame >= clip.at && frame < clipEnd(clip) ? frame : null
}

/** How many lesson frames, in fractions, so many microseconds of a clip's source take at its own speed. */
export const framesOfSource = ({ speed }: Clip, us: Us, rate: Rate): number =>
  ((us * speed.den) / speed.num / 1e6) * (rate.num / rate.den)

/** Where a medium of this size lies in the lesson's frame. */
export function fitRect(fit: Clip['fit'], size: { width: number; height: number }, frame: Lesson['frame']): Rect {
  const sx = frame.width / size.width
  const sy = frame.height / size.height
  const scale = fit === 'stand' ? 1 : fit === 'fit' ? Math.min(sx, sy) : Math.max(sx, sy)
  const w = size.width * scale
  const h = size.height * scale
  return { x: (frame.width - w) / 2, y: (frame.height - h) / 2, w, h }
}

/** A point of a take in pixels of the lesson's frame, unzoomed. */
export function placeOnLesson(p: Point, clip: Clip, medium: Medium, frame: Lesson['frame']): Point {
  const size = { width: medium.width ?? frame.width, height: medium.height ?? frame.height }
  const r = fitRect(clip.fit, size, frame)
  return { x: r.x + (p.x * r.w) / size.width, y: r.y + (p.y * r.h) / size.height }
}

/** A point of the lesson's frame, unzoomed, in pixels of a take: the way back from `placeOnLesson`. */
export function takePoint(p: Point, clip: Clip, medium: Medium, frame: Lesson['frame']): Point {
  const size = { width: medium.width ?? frame.width, height: medium.height ?? frame.height }
  const r = fitRect(clip.fit, size, frame)
  return { x: ((p.x - r.x) * size.width) / r.w, y: ((p.y - r.y) * size.height) / r.h }
}

/** The lesson's length in frames: as set, else to the end of its last clip, else to its last loose end. */
export function lessonLength(lesson: Lesson): number {
  if (lesson.length !== null) return lesson.length
  if (lesson.clips.length > 0) return Math.max(...lesson.clips.map(clipEnd))
  // Without a clip it is as long as what stands in it by itself.
  const ends = lesson.elements.map((e) =>
    e.end.on === 'loose'
      ? e.end.frame
      : e.end.on === 'length' && e.start.on === 'loose'
        ? e.start.frame + e.end.frames
        : 0,
  )
  return Math.max(1, ...ends)
}

/**
 * The lesson frame at which a medium comes to one of its times; of a time that was cut out, the cut.
 *
 * @returns null when the medium is not in the lesson
 */
export function frameOfMedium(lesson: Lesson, media: string, us: Us): number | null {
  const own = lesson.clips.filter((c) => c.media === media && !c.freeze)
  let before: Clip | null = null
  let after: Clip | null = null
  for (const clip of own) {
    const frame = lessonFrameOf(clip, us, lesson.rate)
    if (frame !== null) return frame
    if (clip.inUs > us) {
      if (!after || clip.inUs < after.inUs) after = clip
    } else if (!before || clip.inUs > before.inUs) before = clip
  }
  return before ? clipEnd(before) : (after?.at ?? null)
}

/**
 * The time of the take that is shown at a frame, for a move that is to stay with what it shows; null where none is, or
 * it stands still.
 */
export function takeTimeAt(lesson: Lesson, frame: number): { on: 'take'; media: string; us: Us } | null {
  const clip = takeAt(lesson, frame)
  return clip && !clip.freeze && lesson.media[clip.media]?.kind === 'take'
    ? { on: 'take', media: clip.media, us: sourceUsAt(clip, frame, lesson.rate) }
    : null
}

/** The take clip on top at a frame: the one on the highest track. */
export function takeAt(lesson: Lesson, frame: number): Clip | undefined {
  for (const track of lesson.tracks) {
    if (track.kind !== 'takes') continue
    const clip = lesson.clips.find((c) => c.track === track.id && c.at <= frame && frame < clipEnd(c))
    if (clip) return clip
  }
  return undefined
}

/** Whether a clip is heard: it has sound, and neither it nor its track is muted; a freeze is silent. */
export const audible = (lesson: Lesson, clip: Clip): boolean =>
  !clip.muted &&
  !clip.freeze &&
  !lesson.tracks.find((t) => t.id === clip.track)?.muted &&
  lesson.media[clip.media]?.sound === true

/** The slowest and the fastest that sound can go by with its pitch kept; beyond that, speech is no speech any more. */
const SLOWEST = 0.05
const FASTEST = 20
/** Whether the sound of a clip at this speed is stretched, so that it keeps its pitch. */
export const isStretched = ({ num, den }: Clip['speed']): boolean =>
  num !== den && num / den >= SLOWEST && num / den <= FASTEST
