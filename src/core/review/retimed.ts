import { clipEnd, lessonFrameOf, type Clip } from '../lesson/clips'
import { laid } from '../lesson/timeMap'
import { frameStartUs } from '../time'
import type { Timed } from '../timing'

/** How a stretch of a recording is gone through now, as against before: frames of the lesson, [from, to). */
export interface Retimed {
  clip: string
  was: { from: number; to: number }
  is: { from: number; to: number }
  /** `waits`: the picture stands still where it did not. */
  how: 'same' | 'slower' | 'faster' | 'waits'
  /** How many times as fast as before; 0 where it waits. */
  times: number
}
/** What differs by less counts as the same. */
const SAME = 0.02
/** Neighbours that differ by less are told together. */
const ALIKE = 0.15

/** How the recordings of a lesson are gone through, as against the lesson as it was before. */
export function retimedFrom(before: Timed, after: Timed): Retimed[] {
  const { rate } = after.lesson
  const frames = (us: number) => (us * rate.num) / (1e6 * rate.den)
  return after.clips.flatMap((clip): Retimed[] => {
    const own = before.clips.find((c) => c.id === clip.id)
    if (!own || after.lesson.media[clip.media]?.kind !== 'take') return []
    const out: Retimed[] = []
    for (const l of laid(clip.map, rate)) {
      const toUs = Math.min(l.toUs, frameStartUs(clip.length, rate))
      if (toUs <= l.fromUs) continue
      const share = Number.isFinite(l.toUs) ? (toUs - l.fromUs) / (l.toUs - l.fromUs) : 1
      const last = l.speed + (l.lastSpeed - l.speed) * share
      const ends = l.sourceUs + ((l.speed + last) / 2) * (toUs - l.fromUs)
      const was = { from: wasAt(own, l.sourceUs, before), to: wasAt(own, ends, before) }
      const is = { from: clip.at + frames(l.fromUs), to: clip.at + frames(toUs) }
      const times = (was.to - was.from) / Math.max(1e-6, is.to - is.from)
      const still = l.speed === 0 && l.lastSpeed === 0
      const how = still ? 'waits' : times > 1 + SAME ? 'faster' : times < 1 - SAME ? 'slower' : 'same'
      const prev = out.at(-1)
      if (prev && prev.how === how && Math.abs(prev.times - times) < ALIKE) {
        prev.was.to = was.to
        prev.is.to = is.to
        prev.times = (prev.was.to - prev.was.from) / Math.max(1e-6, prev.is.to - prev.is.from)
      } else out.push({ clip: clip.id, was, is, how, times: still ? 0 : times })
    }
    return out
  })
}
/** The frame at which a clip came to a time of its medium; the nearest that it has. */
function wasAt(clip: Clip, us: number, { lesson: { rate } }: Timed): number {
  const there = lessonFrameOf(clip, us, rate)
  if (there !== null) return there
  const first = laid(clip.map, rate)[0]
  return first && us < first.sourceUs ? clip.at : clipEnd(clip)
}
