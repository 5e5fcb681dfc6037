import { isMuted } from '../lesson/clips'
import { frameStartUs } from '../time'
import type { Timed } from '../timing'
import { memo } from '../values'
import type { Level } from './levels'
import { wordsSaid } from '../moments'

/** A stretch of the lesson in which somebody speaks, in microseconds. */
interface Speech {
  media: string
  fromUs: number
  toUs: number
}
/** When words are spoken in a lesson, by the words' own times; those of what is muted are not. */
const speechIn = memo((timed: Timed): readonly Speech[] => {
  const { lesson, moments, clips } = timed
  const heard = new Set(clips.filter((c) => !c.muted && !isMuted(lesson, c.track)).map((c) => c.media))
  return wordsSaid(moments)
    .flatMap((m): Speech[] =>
      m.media !== undefined && heard.has(m.media)
        ? [
            {
              media: m.media,
              fromUs: frameStartUs(m.frame, lesson.rate),
              toUs: frameStartUs(Math.max(m.frame + 1, m.untilFrame ?? 0), lesson.rate),
            },
          ]
        : [],
    )
    .sort((a, b) => a.fromUs - b.fromUs)
})

/** What is lowered while words are spoken in other media: by how much, how fast, and how fast it comes back. */
export interface Ducks {
  media: string
  duckDb: number
  duckInMs: number
  duckOutMs: number
}

/**
 * What a clip's sound is multiplied by between two times of the lesson while words are spoken elsewhere: lowered as
 * they begin, back after them; in pauses that are too short for it to come back it stays lowered.
 *
 * @returns null where nothing lowers it
 */
export function duckedBy(timed: Timed, clip: Ducks, fromUs: number, toUs: number): Level[] | null {
  if (clip.duckDb >= 0) return null
  const [inUs, outUs] = [clip.duckInMs * 1000, clip.duckOutMs * 1000]
  const low = 10 ** (clip.duckDb / 20)
  const spans: { fromUs: number; toUs: number }[] = []
  for (const s of speechIn(timed)) {
    if (s.media === clip.media || s.toUs + outUs < fromUs || s.fromUs - inUs > toUs) continue
    const last = spans.at(-1)
    if (last && s.fromUs - inUs <= last.toUs + outUs) last.toUs = Math.max(last.toUs, s.toUs)
    else spans.push({ fromUs: s.fromUs, toUs: s.toUs })
  }
  if (spans.length === 0) return null
  const points = spans.flatMap((s): Level[] => [
    { atUs: s.fromUs - inUs, gain: 1 },
    { atUs: s.fromUs, gain: low },
    { atUs: s.toUs, gain: low },
    { atUs: s.toUs + outUs, gain: 1 },
  ])
  return cutTo(points, fromUs, toUs)
}

/** Levels from one time to another, counted from the first. */
function cutTo(points: readonly Level[], fromUs: number, toUs: number): Level[] {
  const at = (us: number): number => {
    const next = points.findIndex((p) => p.atUs > us)
    if (next < 0) return points.at(-1)!.gain
    if (next === 0) return points[0]!.gain
    const [a, b] = [points[next - 1]!, points[next]!]
    return a.gain + ((b.gain - a.gain) * (us - a.atUs)) / (b.atUs - a.atUs)
  }
  const inside = points.filter((p) => p.atUs > fromUs && p.atUs < toUs)
  return [
    { atUs: 0, gain: at(fromUs) },
    ...inside.map((p) => ({ ...p, atUs: p.atUs - fromUs })),
    { atUs: toUs - fromUs, gain: at(toUs) },
  ]
}
