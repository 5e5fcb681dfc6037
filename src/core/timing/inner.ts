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

/** How a lesson in a lesson goes by. */
interface Goes {
  inFrames: number
  toFrame: number | null
  slower: boolean
}
/** How many frames a lesson in a lesson has to show, of so many. */
export const framesLeft = ({ inFrames, toFrame }: Omit<Goes, 'slower'>, length: number): number =>
  Math.max(1, Math.min(length, toFrame ?? length) - inFrames)
/** Its frames that go by in so many of the outer lesson's: as many, or fewer where it is to go slower. */
export function paceOf(goes: Goes, long: number, length: number): { num: number; den: number } {
  const own = framesLeft(goes, length)
  return goes.slower && long > own ? { num: own, den: long } : { num: 1, den: 1 }
}
/**
 * How many frames after a lesson in a lesson began one of its frames is shown first; below 0, before it began.
 *
 * @param long    for how many frames it is shown
 * @param length  how many it has
 */
export function frameShown(goes: Goes, frame: number, long: number, length: number): number {
  const { num, den } = paceOf(goes, long, length)
  return Math.ceil(((frame - goes.inFrames) * den) / num)
}
/**
 * The frame of a lesson in a lesson that is shown so many frames after it began; past its end, its last.
 *
 * @param long    for how many frames it is shown
 * @param length  how many it has
 */
export function innerFrame(goes: Goes, gone: number, long: number, length: number): number {
  const { num, den } = paceOf(goes, long, length)
  const at = Math.floor((Math.max(0, Math.floor(gone)) * num) / den)
  return Math.min(length - 1, goes.inFrames + Math.min(framesLeft(goes, length) - 1, at))
}
