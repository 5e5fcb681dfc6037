import type { Lesson } from '../lesson/schema'
import type { TimedMoment } from './catalogue'
import { momentKind } from '../lesson/momentKinds'

/**
 * A place of a recording at a time, to be shown as a small picture: microseconds, its middle and its width in pixels of
 * the recording.
 */
export interface MomentSpot {
  sha256: string
  us: number
  x: number
  y: number
  w: number
}
/** So much of a recording's width is shown around a place. */
const SHARE = 0.14
/** Of what appears on the screen a little more is shown than itself, once it stands there. */
const AROUND = 1.15
const STANDS_US = 120_000

/** What a moment's small picture shows; null for a moment without a place on a recording. */
export function spotOf(lesson: Lesson, moment: TimedMoment): MomentSpot | null {
  const medium = moment.media === undefined ? undefined : lesson.media[moment.media]
  const own = medium?.moments.find((m) => m.id === moment.id)
  if (medium?.kind !== 'take' || !medium.width || !own) return null
  const least = Math.round(medium.width * SHARE)
  if (own.rect && momentKind(own).change === 'appears') {
    const [x, y, w, h] = own.rect
    return {
      sha256: medium.sha256,
      us: own.fromUs + STANDS_US,
      x: clean(x + w / 2),
      y: clean(y + h / 2),
      w: Math.min(medium.width, Math.max(least, Math.round(Math.max(w, (h * 16) / 9) * AROUND))),
    }
  }
  return own.at ? { sha256: medium.sha256, us: own.fromUs, x: clean(own.at.x), y: clean(own.at.y), w: least } : null
}
const clean = (v: number) => Math.max(0, Math.round(v))
