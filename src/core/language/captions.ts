import { frameStartUs } from '../time'
import type { Timed } from '../timing'
import type { Cue } from '../voice/cues'
import { phrasesSaid } from '../moments'

/**
 * What is said in a passage of a lesson, a cue a phrase, by the passage's own time.
 *
 * @param from  the first frame of the passage
 * @param to    the frame after its last one; the lesson's end when left out
 */
export function captionsOf({ lesson, moments, length }: Timed, from = 0, to = length): Cue[] {
  const us = (frame: number) => frameStartUs(Math.min(Math.max(frame, from), to) - from, lesson.rate)
  const cues = phrasesSaid(moments)
    .filter((m) => m.frame < to && (m.untilFrame ?? m.frame) > from)
    .map((m): Cue => ({ text: m.label, fromUs: us(m.frame), toUs: us(m.untilFrame ?? m.frame + 1) }))
  // One is gone when the next one comes.
  return cues.flatMap((c, i) => {
    const toUs = Math.min(c.toUs, cues[i + 1]?.fromUs ?? Infinity)
    return toUs > c.fromUs ? [{ ...c, toUs }] : []
  })
}
