import { audible, clipEnd, isMuted, isStretched, type Clip } from '../lesson/clips'
import { pathInto } from '../lesson/inner'
import type { Element } from '../lesson/schema'
import { laid, timesRational, type Laid, type Rational } from '../lesson/timeMap'
import { posedAt, presence } from '../motion'
import type { Span, Timed } from '../timing'
import { lessonIn } from '../kinds'
import { playing } from '../kinds/looks'
import { frameStartUs } from '../time'
import { duckedBy } from './ducking'
import { chimesHeard } from './chimes'
import type { Heard, Ramp } from './heard'
import { gainAt, gainOf, timesLevels, type Gain, type Level } from './levels'

export type { Heard, Ramp } from './heard'

/** For how long a change of speed is heard, in microseconds. */
export const rampLong = ({ fromUs, toUs, first, last }: Ramp): number =>
  ((toUs - fromUs) * 2) / (first.num / first.den + last.num / last.den)
/** A change of speed is heard that takes no longer, itself and in its medium: its sound is held whole. */
const LONGEST_RAMP_US = 600e6
export const isHeard = (ramp: Ramp): boolean => {
  const long = rampLong(ramp)
  return ramp.last.num > 0 && long > 0 && long <= LONGEST_RAMP_US && ramp.toUs - ramp.fromUs <= LONGEST_RAMP_US
}
/** The time of the medium that is heard so long into a change of speed. */
export function rampAt(ramp: Ramp, us: number): number {
  const [a, b] = [ramp.first.num / ramp.first.den, ramp.last.num / ramp.last.den]
  return ramp.fromUs + a * us + ((b - a) * us * us) / (2 * rampLong(ramp))
}

/**
 * By which the stretched sound of a piece is known: it is made once for a medium and a speed, or a change of speed.
 */
export const stretchKey = ({ clip, pace, ramp }: Heard): string =>
  ramp
    ? [clip.media, ramp.fromUs, ramp.toUs, ramp.first.num, ramp.first.den, ramp.last.num, ramp.last.den].join(' ')
    : `${clip.media} ${pace.num}/${pace.den}`

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
  const { lesson } = timed
  const startUs = frameStartUs(from, lesson.rate)
  return timed.clips.flatMap((clip) => {
    if (!audible(lesson, clip)) return []
    const clipUs = frameStartUs(clip.at, lesson.rate)
    const heardFrom = frameStartUs(Math.max(from, clip.at), lesson.rate)
    const heardTo = frameStartUs(Math.min(to, clipEnd(clip)), lesson.rate)
    return laid(clip.map, lesson.rate).flatMap((own): Heard[] => {
      const { fromUs, toUs, sourceUs, speed, pace } = own
      const firstUs = Math.max(heardFrom, clipUs + fromUs)
      const longUs = Math.min(heardTo, clipUs + toUs) - firstUs
      // Backwards it is silent.
      if (!pace || pace.num < 0 || longUs <= 0) return []
      const ramp = rampOf(own)
      if (ramp && !isHeard(ramp)) return []
      const gone = firstUs - clipUs - fromUs
      const begins = ramp ? rampAt(ramp, gone) : sourceUs + gone * speed
      return [
        {
          clip,
          atUs: firstUs - startUs,
          longUs,
          sourceUs: begins,
          speed,
          pace,
          stretched: ramp !== null || isStretched(pace),
          ramp,
          madeUs: ramp ? gone : begins / speed,
          levels: withDucking(timed, clip, firstUs, firstUs + longUs),
        },
      ]
    })
  })
}

/** The change of speed that a stretch of a clip is; null where it keeps its speed. */
function rampOf({ fromUs, toUs, sourceUs, speed, lastSpeed, pace, lastPace }: Laid): Ramp | null {
  if (!pace || !lastPace || speed === lastSpeed) return null
  return {
    fromUs: sourceUs,
    toUs: Math.round(sourceUs + ((speed + lastSpeed) / 2) * (toUs - fromUs)),
    first: pace,
    last: lastPace,
  }
}

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
      const { ramp } = heard
      const by = (speed: Rational) => timesRational(speed, { num, den })
      return {
        clip: { ...heard.clip, media: pathInto(placed.part, heard.clip.media) },
        atUs,
        longUs,
        sourceUs: heard.sourceUs,
        speed: (heard.speed * num) / den,
        pace,
        stretched: ramp !== null || isStretched(pace),
        ramp: ramp && { ...ramp, first: by(ramp.first), last: by(ramp.last) },
        madeUs: later(heard.madeUs),
        levels: timesLevels(levels, fade, gainOf(placed.levelDb)),
      }
    })
  })
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
const isKeyed = ({ element: e }: Clip): boolean => e.loop !== null || e.poses.some((p) => 'look.levelDb' in p.values)
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
