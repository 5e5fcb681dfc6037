import { audible, clipEnd, isStretched } from '../lesson/clips'
import type { Clip, Lesson } from '../lesson/schema'
import { frameStartUs } from '../time'

/** A piece of a medium that is heard in a passage. All times in microseconds. */
export interface Heard {
  clip: Clip
  /** From the start of the passage. */
  atUs: number
  longUs: number
  /** Where in the medium it begins, and how fast the medium goes by. */
  sourceUs: number
  speed: number
  /** Whether its sound is stretched, so that it keeps its pitch; else the pitch goes with the speed. */
  stretched: boolean
  /** What every sample is multiplied by. */
  gain: number
}

/**
 * What is heard of a lesson from one frame to another: the preview schedules it, the exporter mixes it, and both do no
 * more than that.
 *
 * @param to  the frame after the last one; the lesson's end when left out
 */
export function soundPlan(lesson: Lesson, from: number, to = Infinity): Heard[] {
  const startUs = frameStartUs(from, lesson.rate)
  return lesson.clips.flatMap((clip) => {
    const end = Math.min(to, clipEnd(clip))
    const first = Math.max(from, clip.at)
    if (!audible(lesson, clip) || first >= end) return []
    const speed = clip.speed.num / clip.speed.den
    const firstUs = frameStartUs(first, lesson.rate)
    return [
      {
        clip,
        atUs: firstUs - startUs,
        longUs: frameStartUs(end, lesson.rate) - firstUs,
        sourceUs: clip.inUs + (firstUs - frameStartUs(clip.at, lesson.rate)) * speed,
        speed,
        stretched: isStretched(clip.speed),
        gain: 10 ** (clip.levelDb / 20),
      },
    ]
  })
}
