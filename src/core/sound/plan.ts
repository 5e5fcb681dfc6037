import { clipEnd, isMuted, isStretched, type Clip } from '../lesson/clips'
import { pathInto } from '../lesson/inner'
import type { Element } from '../lesson/schema'
import { timesRational, type Rational } from '../lesson/timeMap'
import { posedAt, presence } from '../motion'
import type { Span, Timed } from '../timing'
import { lessonIn, LEVEL_PATH } from '../kinds'
import { playing } from '../kinds/looks'
import { frameStartUs } from '../time'
import { duckedBy } from './ducking'
import { chimesHeard } from './chimes'
import type { Heard, MadeSound } from './heard'
import { legsText, MIX_RATE, sourceAt, type Leg } from './legs'
import { gainAt, gainOf, timesLevels, type Gain, type Level } from './levels'
import { edgesOf, isOwn, leadUs, legsOf, runsOf, wholeAt, type HeardPiece } from './runs'

export type { Heard, MadeSound } from './heard'

/** By which the sound that is made of a piece is known. */
export const madeKey = ({ media }: Pick<Clip, 'media'>, { legs }: MadeSound): string => `${media} ${legsText(legs)}`

/**
 * What is heard of a lesson from one frame to another: the preview schedules it, the exporter mixes it, and both do no
 * more than that.
 *
 * @param to  the frame after the last one; the lesson's end when left out
 */
export function soundPlan(timed: Timed, from: number, to = Infinity): Heard[] {
  return [...clipsHeard(timed, from, to), ...lessonsHeard(timed, from, to), ...chimesHeard(timed, from, to)]
}

function clipsHeard(timed: Timed, from: number, to: number): Heard[] {
  const { rate } = timed.lesson
  const startUs = frameStartUs(from, rate)
  const endUs = to === Infinity ? Infinity : frameStartUs(to, rate)
  return runsOf(timed).flatMap((run) => {
    const legs = legsOf(run)
    const [begins] = run as [HeardPiece]
    // Where what is made begins, in the lesson: pieces of one run are as far apart in it as they are heard.
    const zeroUs = legs && begins.fromUs - leadUs(legs[0]!, begins)
    return run.flatMap((piece): Heard[] => {
      const [firstUs, lastUs] = [Math.max(startUs, piece.fromUs), Math.min(endUs, piece.toUs)]
      if (firstUs >= lastUs) return []
      const levels = withDucking(timed, piece.clip, firstUs, lastUs)
      return [
        {
          clip: piece.clip,
          atUs: firstUs - startUs,
          longUs: lastUs - firstUs,
          sourceUs: legs ? sourceUsAt(legs, firstUs - zeroUs!) : sourceOf(begins, piece, firstUs),
          speed: piece.own.speed,
          pace: piece.own.pace!,
          made: legs && { legs, atUs: firstUs - zeroUs! },
          levels: timesLevels(levels, edgesOf(piece, firstUs, lastUs), 1),
        },
      ]
    })
  })
}
const sourceUsAt = (legs: readonly Leg[], us: number): number =>
  (sourceAt(legs, (us * MIX_RATE) / 1e6) * 1e6) / MIX_RATE
/** At its own speed a run goes on from its first piece; what is no sound at its speed has a run of its own. */
const sourceOf = (begins: HeardPiece, { own }: HeardPiece, us: number): number =>
  begins.sourceUs + (us - begins.fromUs) * own.speed

/** What is heard of the lessons in a lesson. */
function lessonsHeard(timed: Timed, from: number, to: number): Heard[] {
  const { lesson } = timed
  const startUs = frameStartUs(from, lesson.rate)
  return lesson.elements.flatMap((e) => {
    const there = lessonIn(timed, e)
    if (!there || there.placed.muted || e.hidden || isMuted(lesson, e.track)) return []
    const { placed, inner, span, own } = there
    const { num, den } = there.pace
    const [first, last] = [Math.max(from, span.from), Math.min(to, span.to)]
    if (first >= last) return []
    const innerAt = (frame: number) => placed.inFrames + ((frame - span.from) * num) / den
    const lateUs = frameStartUs(first, lesson.rate) - startUs
    const later = (us: number) => (us * den) / num
    return soundPlan(inner, innerAt(first), Math.min(placed.inFrames + own, innerAt(last))).map((heard): Heard => {
      const atUs = lateUs + later(heard.atUs)
      const longUs = later(heard.longUs)
      const pace = timesRational(heard.pace, { num, den })
      const fade = fadesOf(timed, e, span, startUs + atUs, startUs + atUs + longUs)
      const levels = heard.levels.map((l) => ({ ...l, atUs: later(l.atUs) }))
      return {
        clip: { ...heard.clip, media: pathInto(placed.part, heard.clip.media) },
        atUs,
        longUs,
        sourceUs: heard.sourceUs,
        speed: (heard.speed * num) / den,
        pace,
        made: madeWithin(heard, { num, den }),
        levels: timesLevels(levels, fade, gainOf(placed.levelDb)),
      }
    })
  })
}

/** What is made of a piece of a lesson that goes by at a speed of its own. */
function madeWithin({ made, pace, sourceUs }: Heard, by: Rational): MadeSound | null {
  if (!made) return isStretched(timesRational(pace, by)) ? wholeAt(timesRational(pace, by), sourceUs) : null
  const legs = made.legs.map((leg) => ({
    ...leg,
    first: timesRational(leg.first, by),
    last: timesRational(leg.last, by),
  }))
  if (legs.every(({ first, last }) => isOwn(first) && isOwn(last))) return null
  return { legs, atUs: (made.atUs * by.den) / by.num }
}

const fades = (p: Element['arrival']) => p.how === 'fade' || (p.how !== 'none' && p.fades === true)
/** How much of an element's sound is there at a frame as it fades in, or out. */
function faded(e: Element, { from, to }: Pick<Span, 'from' | 'to'>, frame: number): number {
  const pass = presence(e.arrival, e.departure, frame - from, to - from)
  return pass && fades(pass.passing) ? Math.min(1, Math.max(0, pass.shown)) : 1
}

/** The levels of a clip, lowered while words are spoken elsewhere where that is wanted. */
function withDucking(timed: Timed, clip: Clip, fromUs: number, toUs: number): Level[] {
  const own = levelsOf(timed, clip, fromUs, toUs)
  const look = playing(clip.element.look)
  const ducked = look?.kind === 'sound' ? duckedBy(timed, look, fromUs, toUs) : null
  return ducked ? timesLevels(own, ducked, 1) : own
}
/**
 * At which levels a clip is heard between two times of the lesson: as it is keyed, fading in as it arrives and out as
 * it departs.
 */
function levelsOf(timed: Timed, clip: Clip, fromUs: number, toUs: number): Level[] {
  const { element: e } = clip
  if (!isKeyed(clip)) {
    const own = gainOf(clip.levelDb)
    return fadesOf(timed, e, spanOf(clip), fromUs, toUs).map((l) => ({ ...l, gain: l.gain * own }))
  }
  const gain = (frame: number) => gainOf(levelDbAt(timed, clip, frame)) * faded(e, spanOf(clip), frame)
  return levelsBy(gain, timed, spanOf(clip), fromUs, toUs)
}
const isKeyed = ({ element: e }: Clip): boolean => e.loop !== null || e.poses.some((p) => LEVEL_PATH in p.values)
/** A clip's own level at a frame, in dB, as it is keyed. */
export const levelDbAt = (timed: Timed, clip: Clip, frame: number): number =>
  isKeyed(clip)
    ? (playing(posedAt(timed, clip.element, frame)?.look ?? clip.element.look)?.levelDb ?? clip.levelDb)
    : clip.levelDb

/**
 * What a clip is multiplied by at frames of the lesson, as `soundPlan` has it: its level, its fades, and how far it is
 * lowered while words are spoken.
 */
export function gainsOf(timed: Timed, clip: Clip): (frame: number) => number {
  const { rate } = timed.lesson
  const [fromUs, toUs] = [frameStartUs(clip.at, rate), frameStartUs(clipEnd(clip), rate)]
  const look = playing(clip.element.look)
  const ducked = look?.kind === 'sound' ? duckedBy(timed, look, fromUs, toUs) : null
  const lowered = ducked?.map((l): Gain => ({ at: l.atUs, gain: l.gain })) ?? []
  return (frame) => {
    const within = Math.min(clipEnd(clip) - 1, Math.max(clip.at, frame))
    const own = gainOf(levelDbAt(timed, clip, within)) * faded(clip.element, spanOf(clip), within)
    return own * gainAt(lowered, frameStartUs(within, rate) - fromUs)
  }
}
const spanOf = (clip: Clip) => ({ from: clip.at, to: clipEnd(clip) })

/** What an element's sound is multiplied by between two times of the lesson as it fades in and out. */
function fadesOf(timed: Timed, e: Element, span: Pick<Span, 'from' | 'to'>, fromUs: number, toUs: number) {
  if (!fades(e.arrival) && !fades(e.departure)) return [{ atUs: 0, gain: 1 }]
  return levelsBy((frame) => faded(e, span, frame), timed, span, fromUs, toUs)
}

/** A level for each frame in which it changes. */
function levelsBy(
  gainAt: (frame: number) => number,
  { lesson: { rate } }: Timed,
  span: Pick<Span, 'to'>,
  fromUs: number,
  toUs: number,
): Level[] {
  const first = Math.floor((fromUs * rate.num) / (1e6 * rate.den))
  const last = Math.ceil((toUs * rate.num) / (1e6 * rate.den))
  const out: Level[] = []
  for (let f = first; f <= last; f++) {
    const gain = gainAt(Math.min(f, span.to - 1))
    const [before, earlier] = [out.at(-1), out.at(-2)]
    // Where it stays the same only the ends are told.
    if (before && earlier && before.gain === gain && earlier.gain === gain) out.pop()
    out.push({ atUs: Math.max(0, frameStartUs(f, rate) - fromUs), gain })
  }
  return out
}
