import { audible, clipEnd, isStretched, type Clip } from '../lesson/clips'
import { laid, rational, type Laid, type Rational } from '../lesson/timeMap'
import { frameStartUs } from '../time'
import type { Timed } from '../timing'
import type { MadeSound } from './heard'
import { MOST_LEGS, speed, type Leg } from './legs'
import type { Level } from './levels'

/** A stretch of a clip that is heard, in microseconds of the lesson. */
export interface HeardPiece {
  clip: Clip
  own: Laid
  fromUs: number
  toUs: number
  /** Of its medium, at its beginning and at its end. */
  sourceUs: number
  endsUs: number
  /** Whether its clip is silent right before it, and right after. */
  opens: boolean
  closes: boolean
}

export const isOwn = ({ num, den }: Rational): boolean => num === den
const isSpoken = (pace: Rational): boolean => isOwn(pace) || isStretched(pace)
/** Times of pieces that touch differ by less, in microseconds: they come from whole frames and whole microseconds. */
const TOUCHES_US = 25

/**
 * What clips give to hear, in runs: pieces that go on from each other, in the lesson and in their medium. A run is
 * heard without a joint, whatever its pieces' speeds.
 */
export function runsOf(timed: Timed): readonly (readonly HeardPiece[])[] {
  const pieces = timed.clips.flatMap((clip) => (audible(timed.lesson, clip) ? piecesOf(timed, clip) : []))
  const runs: HeardPiece[][] = []
  const open = new Map<string, HeardPiece[]>()
  for (const piece of pieces.toSorted((a, b) => a.fromUs - b.fromUs)) {
    const ends = (us: number) => `${piece.clip.track} ${piece.clip.media} ${Math.round(us)}`
    const before = [-1, 0, 1].map((by) => open.get(ends(piece.fromUs + by))).find((run) => run && goesOn(run, piece))
    const run = before ?? []
    if (!before) runs.push(run)
    run.push(piece)
    open.set(ends(piece.toUs), run)
  }
  return runs
}
function goesOn(run: readonly HeardPiece[], piece: HeardPiece): boolean {
  const last = run.at(-1)!
  return (
    run.length < MOST_LEGS &&
    Math.abs(last.endsUs - piece.sourceUs) < TOUCHES_US &&
    [last.own, piece.own].every(({ pace, lastPace }) => isSpoken(pace!) && isSpoken(lastPace!))
  )
}

function piecesOf({ lesson: { rate } }: Timed, clip: Clip): HeardPiece[] {
  const clipUs = frameStartUs(clip.at, rate)
  const endUs = frameStartUs(clipEnd(clip), rate)
  const all = laid(clip.map, rate)
  // Backwards and while it stands still it is silent.
  const sounds = (own: Laid | undefined) => own !== undefined && own.speed > 0 && own.lastSpeed > 0
  return all.flatMap((own, n): HeardPiece[] => {
    const fromUs = clipUs + own.fromUs
    const toUs = Math.min(endUs, clipUs + own.toUs)
    if (!sounds(own) || fromUs >= toUs) return []
    const gone = toUs - fromUs
    const whole = own.toUs - own.fromUs
    const grows = own.speed === own.lastSpeed ? 0 : ((own.lastSpeed - own.speed) * gone * gone) / (2 * whole)
    const endsUs = own.sourceUs + own.speed * gone + grows
    const closes = toUs < endUs && !sounds(all[n + 1])
    return [{ clip, own, fromUs, toUs, sourceUs: own.sourceUs, endsUs, opens: n > 0 && !sounds(all[n - 1]), closes }]
  })
}

/** What is made of a constant speed begins and ends with whole minutes, so that it is there when an end is moved. */
const MINUTE_US = 60e6

/**
 * The legs that are made of a run; null where nothing is: all of it goes by at its own speed, or at one that is no
 * sound any more.
 */
export function legsOf(run: readonly HeardPiece[]): readonly Leg[] | null {
  if (run.every(({ own }) => isOwn(own.pace!) && isOwn(own.lastPace!))) return null
  if (run.some(({ own }) => !isSpoken(own.pace!) || !isSpoken(own.lastPace!))) return null
  const legs: Leg[] = []
  for (const piece of run) {
    const before = legs.at(-1)
    const leg = legOf(piece, before?.toUs ?? Math.round(piece.sourceUs))
    if (leg.toUs! <= leg.fromUs) continue
    if (before && isEven(before) && isEven(leg) && speed(before.first) === speed(leg.first)) before.toUs = leg.toUs
    else legs.push(leg)
  }
  const [first, last] = [legs[0], legs.at(-1)]
  if (!first || !last) return null
  if (legs.length === 1 && isEven(first)) return [{ ...first, fromUs: 0, toUs: null }]
  if (isEven(first)) first.fromUs = Math.floor(first.fromUs / MINUTE_US) * MINUTE_US
  if (isEven(last)) last.toUs = Math.ceil(last.toUs! / MINUTE_US) * MINUTE_US
  return legs
}
const isEven = (leg: Leg): boolean => speed(leg.first) === speed(leg.last)
function legOf({ own, fromUs, toUs, endsUs }: HeardPiece, begins: number): Leg {
  const share = (toUs - fromUs) / (own.toUs - own.fromUs)
  const atEnd = own.speed + (own.lastSpeed - own.speed) * (Number.isFinite(share) ? share : 0)
  // A change of speed that is cut off ends with the speed that it has come to.
  const last = own.speed === own.lastSpeed || share > 1 - 1e-9 ? own.lastPace! : rational(atEnd)
  return { fromUs: begins, toUs: Math.round(endsUs), first: own.pace!, last }
}
/** How far into what is made a run begins, in microseconds. */
export const leadUs = (first: Leg, begins: HeardPiece): number =>
  isEven(first) ? (begins.sourceUs - first.fromUs) / speed(first.first) : 0

/** What is made of a whole medium at a speed, from one of its times on. */
export const wholeAt = (pace: Rational, sourceUs: number): MadeSound => ({
  legs: [{ fromUs: 0, toUs: null, first: pace, last: pace }],
  atUs: sourceUs / speed(pace),
})

/** So long sound takes to begin and to end where its clip is silent beside it: cut off, it would click. */
const EDGE_US = 5000
/** What a piece is multiplied by between two times of the lesson, so that it begins and ends without a click. */
export function edgesOf({ fromUs, toUs, opens, closes }: HeardPiece, firstUs: number, lastUs: number): Level[] {
  const edge = Math.min(EDGE_US, (toUs - fromUs) / 2)
  const gainAt = (us: number) => Math.min(opens ? (us - fromUs) / edge : 1, closes ? (toUs - us) / edge : 1, 1)
  const times = [...(opens ? [fromUs, fromUs + edge] : []), ...(closes ? [toUs - edge, toUs] : [])]
  const within = times.filter((us) => us > firstUs && us < lastUs)
  const all = times.length === 0 ? [firstUs] : [firstUs, ...within, lastUs]
  return all.map((us) => ({ atUs: us - firstUs, gain: Math.max(0, gainAt(us)) }))
}
