import { audible, clipEnd, isStretched, type Clip } from '../lesson/clips'
import { laid, type Rational } from '../lesson/timeMap'
import { posedAt, presence } from '../motion'
import type { Timed } from '../timing'
import { playing } from '../kinds/looks'
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
export function soundPlan(timed: Timed, from: number, to = Infinity): Heard[] {
  const { lesson } = timed
  const startUs = frameStartUs(from, lesson.rate)
  return timed.clips.flatMap((clip) => {
    if (!audible(lesson, clip)) return []
    const clipUs = frameStartUs(clip.at, lesson.rate)
    const heardFrom = frameStartUs(Math.max(from, clip.at), lesson.rate)
    const heardTo = frameStartUs(Math.min(to, clipEnd(clip)), lesson.rate)
    return laid(clip.map, lesson.rate).flatMap(({ fromUs, toUs, sourceUs, speed, lastSpeed, pace }): Heard[] => {
      const firstUs = Math.max(heardFrom, clipUs + fromUs)
      const longUs = Math.min(heardTo, clipUs + toUs) - firstUs
      // Backwards, and while its speed changes, it is silent.
      if (!pace || pace.num < 0 || speed !== lastSpeed || longUs <= 0) return []
      return [
        {
          clip,
          atUs: firstUs - startUs,
          longUs,
          sourceUs: sourceUs + (firstUs - clipUs - fromUs) * speed,
          speed,
          pace,
          stretched: isStretched(pace),
          levels: levelsOf(timed, clip, firstUs, firstUs + longUs),
        },
      ]
    })
  })
}

const gainOf = (levelDb: number): number => (levelDb <= SILENT_DB ? 0 : 10 ** (levelDb / 20))
/** At the lowest level that there is nothing is heard. */
const SILENT_DB = -60

/**
 * At which levels a clip is heard between two times of the lesson: as it is keyed, fading in as it arrives and out as
 * it departs; a level for each frame in which it changes.
 */
function levelsOf(timed: Timed, clip: Clip, fromUs: number, toUs: number): Heard['levels'] {
  const { element: e } = clip
  const { rate } = timed.lesson
  const fades = (p: typeof e.arrival) => p.how === 'fade' || (p.how !== 'none' && p.fades === true)
  const keyed = e.loop !== null || e.poses.some((p) => 'look.levelDb' in p.values)
  if (!keyed && !fades(e.arrival) && !fades(e.departure)) return [{ atUs: 0, gain: gainOf(clip.levelDb) }]
  const gainAt = (frame: number): number => {
    const levelDb = keyed ? (playing(posedAt(timed, e, frame)?.look ?? e.look)?.levelDb ?? clip.levelDb) : clip.levelDb
    const pass = presence(e.arrival, e.departure, frame - clip.at, clip.length)
    const there = pass && fades(pass.passing) ? Math.min(1, Math.max(0, pass.shown)) : 1
    return gainOf(levelDb) * there
  }
  const first = Math.floor((fromUs * rate.num) / (1e6 * rate.den))
  const last = Math.ceil((toUs * rate.num) / (1e6 * rate.den))
  const out: Heard['levels'] = []
  for (let f = first; f <= last; f++) {
    const gain = gainAt(Math.min(f, clipEnd(clip) - 1))
    const [before, earlier] = [out.at(-1), out.at(-2)]
    // Where it stays the same only the ends are told.
    if (before && earlier && before.gain === gain && earlier.gain === gain) out.pop()
    out.push({ atUs: Math.max(0, frameStartUs(f, rate) - fromUs), gain })
  }
  return out
}
