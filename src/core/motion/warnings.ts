import type { Element } from '../lesson/schema'
import type { Timed } from '../timing'
import { atPose, motionOf, type Move } from './moves'
import { pathLength } from '../values'
import { propertyValue } from './properties'
import { inWords } from '../../words/words'

/** How long a move is and how fast it goes, on average. */
export interface Pace {
  frames: number
  seconds: number
  px: number
  pxPerSecond: number
}
export function paceOf(timed: Timed, e: Element, move: Move): Pace {
  const { moves } = motionOf(timed, e)
  const n = moves.indexOf(move)
  const frames = move.to - move.from
  const seconds = (frames * timed.lesson.rate.den) / timed.lesson.rate.num
  const px = pathLength(atPose(timed, e, n), atPose(timed, e, n + 1), move.pose.curve)
  return { frames, seconds, px, pxPerSecond: seconds > 0 ? px / seconds : 0 }
}

/** Shorter than this, a move is not seen as one. */
const SEEN_SECONDS = 1 / 6
/** Faster than so many picture widths a second, the eye does not follow. */
const FOLLOWED_WIDTHS = 2

/** Whether a move leads to a pose that is like the one before it: laid out in time, to be filled later. */
export function isUnfilled(timed: Timed, e: Element, move: Move): boolean {
  const n = motionOf(timed, e).moves.indexOf(move)
  const a = atPose(timed, e, n)
  const b = atPose(timed, e, n + 1)
  return Object.keys(move.pose.values).every((path) => propertyValue(a, path) === propertyValue(b, path))
}

/** What may be wrong with a move, as quiet sentences: it outlasts its element, or is too quick to be seen. */
export function moveWarnings(timed: Timed, e: Element, move: Move): string[] {
  const out: string[] = []
  const span = timed.spans.get(e.id)!
  if (isUnfilled(timed, e, move)) return out
  if (move.to > span.to)
    out.push(inWords('motion.itLandsAfterTheElement', inWords('counts.frame', Math.ceil(move.to - span.to))))
  if (move.from < span.from)
    out.push(inWords('motion.itStartsBeforeTheElement', inWords('counts.frame', Math.ceil(span.from - move.from))))
  const pace = paceOf(timed, e, move)
  const jumps = move.pose.easing === 'hold' || pace.frames === 0
  if (!jumps && pace.seconds < SEEN_SECONDS - 1e-9) out.push(inWords('motion.tooQuickToBeSeen'))
  else if (!jumps && pace.pxPerSecond > FOLLOWED_WIDTHS * timed.lesson.frame.width)
    out.push(inWords('motion.tooQuickForTheEye'))
  return out
}
