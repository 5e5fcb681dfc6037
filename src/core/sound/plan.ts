import { audible, clipEnd, isStretched, mapOf } from '../lesson/clips'
import { laid, type Rational } from '../lesson/timeMap'
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
  pace: Rational
  /** Whether its sound is stretched, so that it keeps its pitch; else the pitch goes with the speed. */
  stretched: boolean
  /** What samples are multiplied by at times from the piece's beginning on; in between evenly more or less. */
  levels: { atUs: number; gain: number }[]
}

/** By which the stretched sound of a piece is known: it is made once for a medium and a speed. */
export const stretchKey = ({ clip, pace }: Heard): string => `${clip.media} ${pace.num}/${pace.den}`

/**
 * What is heard of a lesson from one frame to another: the preview schedules it, the exporter mixes it, and both do no
 * more than that.
 *
 * @param to  the frame after the last one; the lesson's end when left out
 */
export function soundPlan(lesson: Lesson, from: number, to = Infinity): Heard[] {
  const startUs = frameStartUs(from, lesson.rate)
  return lesson.clips.flatMap((clip) => {
    if (!audible(lesson, clip)) return []
    const clipUs = frameStartUs(clip.at, lesson.rate)
    const heardFrom = frameStartUs(Math.max(from, clip.at), lesson.rate)
    const heardTo = frameStartUs(Math.min(to, clipEnd(clip)), lesson.rate)
    return laid(mapOf(clip), lesson.rate).flatMap(({ fromUs, toUs, sourceUs, speed, pace }): Heard[] => {
      const firstUs = Math.max(heardFrom, clipUs + fromUs)
      const longUs = Math.min(heardTo, clipUs + toUs) - firstUs
      if (!pace || longUs <= 0) return []
      return [
        {
          clip,
          atUs: firstUs - startUs,
          longUs,
          sourceUs: sourceUs + (firstUs - clipUs - fromUs) * speed,
          speed,
          pace,
          stretched: isStretched(pace),
          levels: [{ atUs: 0, gain: 10 ** (clip.levelDb / 20) }],
        },
      ]
    })
  })
}
