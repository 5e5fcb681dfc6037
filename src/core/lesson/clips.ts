import { playing } from '../kinds/looks'
import type { Element, Lesson, Medium } from './schema'
import type { Rate, Us } from '../time'
import { frameOf, isStill, laid, sourceAt, wholeFrames, type TimeMap } from './timeMap'
import { apply, inverse, isFlat, placedScaled, times, type Matrix, type Point, type Rect } from '../geometry'

/** An element of footage or sound with the frames that it stands in: `length` frames from `at`. */
export interface Clip {
  id: string
  track: string
  media: string
  at: number
  length: number
  map: TimeMap
  /** Whether it takes its size and place from the frame. */
  fitted: boolean
  muted: boolean
  levelDb: number
  element: Element
  /** What carries it at the frame that is asked about; absent where nothing does. */
  carry?: Matrix
}
/** An element as a clip; null when it plays nothing. */
export function clipOf(element: Element, span: { from: number; to: number }): Clip | null {
  const plays = playing(element.look)
  if (!plays) return null
  const { media, muted, levelDb } = plays
  const fitted = 'fit' in plays && plays.fit !== 'free'
  const { id, track } = element
  return { id, track, media, at: span.from, length: span.to - span.from, map: plays, fitted, muted, levelDb, element }
}

export const clipEnd = (clip: Pick<Clip, 'at' | 'length'>): number => clip.at + clip.length

/** The medium's time that is heard or shown at a lesson frame. */
export const sourceUsAt = (clip: Pick<Clip, 'at' | 'map'>, frame: number, rate: Rate): Us =>
  sourceAt(clip.map, frame - clip.at, rate)

/** Which of the medium's own frames is shown at a lesson frame; never past its last. */
export function sourceFrameAt(clip: Pick<Clip, 'at' | 'map'>, frame: number, lessonRate: Rate, medium: Medium): number {
  const shown = wholeFrames(sourceUsAt(clip, frame, lessonRate), medium.rate ?? lessonRate)
  return Math.max(0, medium.frames ? Math.min(shown, medium.frames - 1) : shown)
}

/** The lesson frame at which a time of the medium falls, or null when this clip does not show it. */
export function lessonFrameOf(clip: Clip, us: Us, rate: Rate): number | null {
  const shown = frameOf(clip.map, us, rate)
  if (shown === null) return null
  const frame = clip.at + shown
  return frame >= clip.at && frame < clipEnd(clip) ? frame : null
}

/** Where a medium of this size lies in the lesson's frame. */
export function fitRect(
  fit: 'fit' | 'fill' | 'stand',
  size: { width: number; height: number },
  frame: Lesson['frame'],
): Rect {
  const sx = frame.width / size.width
  const sy = frame.height / size.height
  const scale = fit === 'stand' ? 1 : fit === 'fit' ? Math.min(sx, sy) : Math.max(sx, sy)
  const w = size.width * scale
  const h = size.height * scale
  return { x: (frame.width - w) / 2, y: (frame.height - h) / 2, w, h }
}

/** From the pixels of a clip's medium to those of the lesson's frame, as the clip says that it stands, unzoomed. */
export function placeMatrixOf({ element: e, carry }: Clip, medium: Medium, frame: Lesson['frame']): Matrix {
  const size = { w: medium.width ?? frame.width, h: medium.height ?? frame.height }
  const own: Matrix = [e.width / size.w, 0, 0, e.height / size.h, -e.anchor.x * e.width, -e.anchor.y * e.height]
  const stands = times(placedScaled(e.x, e.y, e.rotation, e.scale.x, e.scale.y), own)
  return carry ? times(carry, stands) : stands
}
/** A point of a take in pixels of the lesson's frame, unzoomed. */
export const placeOnLesson = (p: Point, clip: Clip, medium: Medium, frame: Lesson['frame']): Point =>
  apply(placeMatrixOf(clip, medium, frame), p)

/** A point of the lesson's frame, unzoomed, in pixels of a take: the way back from `placeOnLesson`. */
export function takePoint(p: Point, clip: Clip, medium: Medium, frame: Lesson['frame']): Point {
  const matrix = placeMatrixOf(clip, medium, frame)
  return isFlat(matrix) ? { x: 0, y: 0 } : apply(inverse(matrix), p)
}

/**
 * The lesson frame at which a medium comes to one of its times; of a time that was cut out, the cut.
 *
 * @returns null when the medium is not among the clips
 */
export function frameOfMedium(clips: readonly Clip[], media: string, us: Us, rate: Rate): number | null {
  const own = clips.filter((c) => c.media === media && !isStill(c.map))
  let before: Clip | null = null
  let after: Clip | null = null
  for (const clip of own) {
    const frame = lessonFrameOf(clip, us, rate)
    if (frame !== null) return frame
    if (clip.map.inUs > us) {
      if (!after || clip.map.inUs < after.map.inUs) after = clip
    } else if (!before || clip.map.inUs > before.map.inUs) before = clip
  }
  return before ? clipEnd(before) : (after?.at ?? null)
}

/** A lesson with its clips, as far as they are known. */
interface WithClips {
  lesson: Lesson
  clips: readonly Clip[]
}
/**
 * The time of the take that is shown at a frame, for a move that is to stay with what it shows; null where none is, or
 * it stands still.
 */
export function takeTimeAt(timed: WithClips, frame: number): { on: 'take'; media: string; us: Us } | null {
  const { lesson } = timed
  const clip = takeAt(timed, frame)
  return clip && !isStill(clip.map) && lesson.media[clip.media]?.kind === 'take'
    ? { on: 'take', media: clip.media, us: sourceUsAt(clip, frame, lesson.rate) }
    : null
}

/** The footage that is the picture at a frame: the uppermost that is fitted to the frame, else the uppermost. */
export function takeAt({ lesson, clips }: WithClips, frame: number): Clip | undefined {
  let free: Clip | undefined
  for (const track of lesson.tracks) {
    if (track.kind !== 'picture') continue
    const here = clips.filter((c) => c.track === track.id && c.at <= frame && frame < clipEnd(c))
    const fitted = here.findLast((c) => c.fitted)
    if (fitted) return fitted
    free ??= here.at(-1)
  }
  return free
}

export const isMuted = (lesson: Lesson, track: string): boolean =>
  lesson.tracks.find((t) => t.id === track)?.muted === true
/** Whether a clip is heard: it has sound, and neither it nor its track is muted; a freeze is silent. */
export const audible = (lesson: Lesson, clip: Clip): boolean =>
  !clip.muted &&
  !clip.element.hidden &&
  !isStill(clip.map) &&
  !isMuted(lesson, clip.track) &&
  lesson.media[clip.media]?.sound === true

/** How many frames of a clip, from its start on, its medium has to give; Infinity for what never ends. */
export function framesToGive(map: TimeMap, medium: Medium | undefined, rate: Rate): number {
  if (!medium || medium.kind === 'picture' || isStill(map) || medium.durationUs === undefined) return Infinity
  const stretches = map.stretches.map((s) =>
    'speed' in s && s.toUs === null && s.speed.num > 0 ? { ...s, toUs: medium.durationUs! } : s,
  )
  const all = laid({ inUs: map.inUs, stretches }, rate)
  return Math.max(1, Math.ceil(((all.at(-1)?.toUs ?? 0) * rate.num) / (1e6 * rate.den) - 0.02))
}

/** The slowest and the fastest that sound can go by with its pitch kept; beyond that, speech is no speech any more. */
const SLOWEST = 0.05
const FASTEST = 20
/** Whether sound at this speed is stretched, so that it keeps its pitch. */
export const isStretched = ({ num, den }: { num: number; den: number }): boolean =>
  num !== den && num / den >= SLOWEST && num / den <= FASTEST

/**
 * The two clips of a clip's track whose cut lies nearest to a frame, of those that it touches; null where it touches
 * none.
 */
export function cutNear({ clips }: WithClips, clip: Clip, frame: number): readonly [Clip, Clip] | null {
  const own = clips.filter((c) => c.track === clip.track && c.id !== clip.id)
  const before = own.find((c) => clipEnd(c) === clip.at)
  const after = own.find((c) => c.at === clipEnd(clip))
  const later = after && (!before || frame - clip.at > clipEnd(clip) - frame)
  if (later) return [clip, after]
  return before ? [before, clip] : null
}
