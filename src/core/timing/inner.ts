import type { Lesson } from '../lesson/schema'
import { isSettled, memo } from '../values'
import { resolve } from './resolve'
import type { Timed } from './timed'

/** A lesson, solved: once for as long as it is the same. */
export const solved = memo((lesson: Lesson): Timed => resolve(lesson), { settled: isSettled })

const innersOf = memo((_: Timed) => new Map<string, Timed | null>())
/** A lesson in a lesson, solved by itself; null when there is none. */
export function innerOf(timed: Timed, part: string): Timed | null {
  const known = innersOf(timed)
  let inner = known.get(part)
  if (inner === undefined) {
    const lesson = timed.lesson.parts[part]
    known.set(part, (inner = lesson ? solved(lesson) : null))
  }
  return inner
}

/** What an element says of how a lesson in its own goes by. */
interface Goes {
  inFrames: number
  toFrame: number | null
  slower: boolean
}
/** How a lesson in a lesson goes by. */
export interface GoesBy {
  /** How many of its frames it has to show. */
  own: number
  /** Its frames that go by in so many of the outer lesson's: as many, or fewer where it goes slower. */
  pace: { num: number; den: number }
  /** Its frame that is shown so many frames after it began; past its end, its last. */
  frameAfter(gone: number): number
  /** How many frames after it began one of its frames is shown first; below 0, before it began. */
  goneAt(frame: number): number
}
/**
 * How a lesson in a lesson goes by.
 *
 * @param long    for how many frames it is shown
 * @param length  how many it has
 */
export function goesBy({ inFrames, toFrame, slower }: Goes, long: number, length: number): GoesBy {
  const own = Math.max(1, Math.min(length, toFrame ?? length) - inFrames)
  const pace = slower && long > own ? { num: own, den: long } : { num: 1, den: 1 }
  const { num, den } = pace
  return {
    own,
    pace,
    frameAfter(gone) {
      const at = Math.floor((Math.max(0, Math.floor(gone)) * num) / den)
      return Math.min(length - 1, inFrames + Math.min(own - 1, at))
    },
    goneAt: (frame) => Math.ceil(((frame - inFrames) * den) / num),
  }
}
