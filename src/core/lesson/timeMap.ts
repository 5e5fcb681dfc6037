import { z } from 'zod'
import { isSettled, memo } from '../values'
import { frameStartUs, type Frames, type Rate, type Us } from '../time'

const MOST = 1_000_000
/** A speed as a fraction; below zero, backwards. */
export const Rational = z.strictObject({
  num: z
    .number()
    .int()
    .min(-MOST)
    .max(MOST)
    .refine((n) => n !== 0, 'a speed is not 0: what stands still is a hold'),
  den: z.number().int().min(1).max(MOST),
})
export type Rational = z.infer<typeof Rational>

const us = z.number().int().min(0).max(1e12)
/**
 * A part of a time map: the source goes by until its time `toUs` (null: to the end of the source), at a speed, or
 * evenly faster or slower up to `ramp`; or it stands still for so many frames.
 */
export const Stretch = z.union([
  z.strictObject({ hold: z.number().int().min(1).max(10_000_000) }),
  z
    .strictObject({ toUs: us.nullable(), speed: Rational, ramp: Rational.optional() })
    .refine(
      (s) => !s.ramp || (s.toUs !== null && Math.sign(s.ramp.num) === Math.sign(s.speed.num)),
      'a ramp leads to a time of the source, all the way in one direction',
    ),
])
export type Stretch = z.infer<typeof Stretch>
/** What an element that plays a medium says of it. */
export const PLAYS = {
  /** Where in the medium it begins, in microseconds. */
  inUs: us.default(0),
  stretches: z
    .array(Stretch)
    .min(1)
    .max(1000)
    .default([{ toUs: null, speed: { num: 1, den: 1 } }]),
}
/**
 * How a clip's frames, counted from its first one, go to times of its medium. Fixed at the source's side, so that it
 * is exact: stretches begin where the one before ends. After the last one the source stands still.
 */
export interface TimeMap {
  inUs: Us
  stretches: readonly Stretch[]
}

type Run = Extract<Stretch, { speed: Rational }>
const runsOf = (map: TimeMap): Run[] => map.stretches.filter((s): s is Run => 'speed' in s)
/** Whether a clip shows one time of its medium for all of its length. */
export const isStill = (map: TimeMap): boolean => runsOf(map).length === 0
/** The speed of a clip that goes by at one and the same; null where it stands still or changes. */
export function speedOf(map: TimeMap): Rational | null {
  const [first, ...more] = map.stretches
  return first && 'speed' in first && !first.ramp && more.length === 0 ? first.speed : null
}
/** A speed as a fraction, to a hundred-thousandth. */
export function rational(value: number): Rational {
  for (const den of [1, 2, 3, 4, 5, 6, 8, 10, 100, 1000, 100_000]) {
    const num = Math.round(value * den)
    if (num !== 0 && Math.abs(num) <= MOST && Math.abs(num / den - value) < 1e-6) return { num, den }
  }
  const den = Math.abs(value) < 9 ? 100_000 : 10_000
  return { num: Math.round(value * den) || Math.sign(value) || 1, den }
}
/** One speed by another; exact as long as its numbers have room. */
export function timesRational(a: Rational, b: Rational): Rational {
  const [num, den] = [a.num * b.num, a.den * b.den]
  const by = gcd(Math.abs(num), den)
  const out = { num: num / by, den: den / by }
  return Math.abs(out.num) > MOST || out.den > MOST ? rational(num / den) : out
}
const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** A stretch laid out in the clip's own time: microseconds from its first frame. */
export interface Laid {
  fromUs: number
  toUs: number
  sourceUs: number
  /** Times the source's own speed at the beginning and at the end: 0 where it stands still. */
  speed: number
  lastSpeed: number
  /** Its speed as it is written; null where it stands still. */
  pace: Rational | null
  lastPace: Rational | null
}

const laidOut = memo(
  ({ map, rate }: { map: TimeMap; rate: Rate }): readonly Laid[] => {
    const out: Laid[] = []
    let at = 0
    let sourceUs = map.inUs
    for (const s of map.stretches) {
      if (at === Infinity) break
      if ('hold' in s) {
        const toUs = at + frameStartUs(s.hold, rate)
        out.push({ fromUs: at, toUs, sourceUs, speed: 0, lastSpeed: 0, pace: null, lastPace: null })
        at = toUs
        continue
      }
      const speed = s.speed.num / s.speed.den
      const lastSpeed = s.ramp ? s.ramp.num / s.ramp.den : speed
      // A stretch that does not get anywhere, or the wrong way, is passed over.
      const toUs = s.toUs ?? (speed > 0 ? Infinity : 0)
      const long = ((toUs - sourceUs) * 2) / (speed + lastSpeed)
      if (!(long > 0)) continue
      out.push({ fromUs: at, toUs: at + long, sourceUs, speed, lastSpeed, pace: s.speed, lastPace: s.ramp ?? s.speed })
      at += long
      sourceUs = toUs
    }
    return out
  },
  { by: ({ map }) => map, needs: ({ rate }) => [rate.num, rate.den], settled: ({ map }) => isSettled(map) },
)
/** The stretches of a map one after another, in lesson time. Half-open: [fromUs, toUs). */
export const laid = (map: TimeMap, rate: Rate): readonly Laid[] => laidOut({ map, rate })

/** The source's time so long into a stretch. */
const within = ({ fromUs, toUs, sourceUs, speed, lastSpeed }: Laid, us: number): number => {
  const t = Math.min(us, toUs) - fromUs
  const grows = speed === lastSpeed ? 0 : ((lastSpeed - speed) * t * t) / (2 * (toUs - fromUs))
  return sourceUs + Math.round(speed * t + grows)
}

/** The time of the source that is shown or heard at a frame of the clip. */
export function sourceAt(map: TimeMap, frame: number, rate: Rate): Us {
  const us = frameStartUs(frame, rate)
  const all = laid(map, rate)
  const here = all.find((l) => us < l.toUs) ?? all.at(-1)
  return here ? within(here, us) : map.inUs
}

/** Times add up from values rounded to whole microseconds; this many are forgiven before rounding down. */
const FORGIVEN_US = 20
/** The frame that is on screen so many microseconds into something. */
export const wholeFrames = (us: number, rate: Rate): Frames =>
  Math.floor(((us + FORGIVEN_US) * rate.num) / (1e6 * rate.den))

/**
 * The frame of the clip at which it comes to a time of the source: the one during which that is. The inverse of
 * `sourceAt`, where the source does not stand still.
 *
 * @returns null where the clip, of any length, does not come to it
 */
export function frameOf(map: TimeMap, us: Us, rate: Rate): Frames | null {
  for (const l of laid(map, rate)) {
    if (l.speed === 0 && l.lastSpeed === 0) continue
    const t = timeWithin(l, us)
    if (t === null) continue
    // Where the source goes by slowly, its whole microseconds are longer than those of the lesson.
    let frame = wholeFrames(l.fromUs + t, rate)
    const way = Math.sign(l.speed + l.lastSpeed)
    while (frameStartUs(frame + 1, rate) < l.toUs && way * (sourceAt(map, frame + 1, rate) - us) <= 0) frame++
    return frame
  }
  return null
}
/** How long into a stretch its source comes to a time; null where it does not. Before its beginning, below zero. */
function timeWithin({ fromUs, toUs, sourceUs, speed, lastSpeed }: Laid, us: Us): number | null {
  const way = us - sourceUs
  const long = toUs - fromUs
  if (speed === lastSpeed) {
    const t = way / speed
    return t < long && (fromUs === 0 || t >= -FORGIVEN_US) ? t : null
  }
  // way = speed·t + a·t², the root on the rising side.
  const a = (lastSpeed - speed) / (2 * long)
  const under = speed * speed + 4 * a * way
  if (under < 0) return null
  const t = (2 * way) / (speed + Math.sign(speed + lastSpeed) * Math.sqrt(under))
  return t >= -FORGIVEN_US && t < long ? t : null
}

/** The stretches of a map from a frame on: what a clip that is cut there goes on with. */
export function mapFrom(map: TimeMap, frame: Frames, rate: Rate): TimeMap {
  const cutUs = frameStartUs(frame, rate)
  const inUs = sourceAt(map, frame, rate)
  const stretches: Stretch[] = []
  let at = 0
  let sourceUs = map.inUs
  for (const s of map.stretches) {
    if (at === Infinity) break
    if ('hold' in s) {
      const gone = Math.max(0, frame - Math.round((at * rate.num) / (1e6 * rate.den)))
      if (s.hold > gone) stretches.push({ hold: s.hold - gone })
      at += frameStartUs(s.hold, rate)
      continue
    }
    const [own] = laid({ inUs: sourceUs, stretches: [s] }, rate)
    if (!own) continue
    const begins = at
    at += own.toUs
    if (at <= cutUs) {
      sourceUs = s.toUs ?? sourceUs
      continue
    }
    const share = Math.max(0, cutUs - begins) / own.toUs
    const now = own.speed + (own.lastSpeed - own.speed) * (Number.isFinite(own.toUs) ? share : 0)
    stretches.push(s.ramp && share > 0 ? { ...s, speed: rational(now) } : s)
    sourceUs = s.toUs ?? sourceUs
  }
  // Past its last stretch it stands still.
  return { inUs, stretches: stretches.length > 0 ? stretches : [{ hold: 1 }] }
}
/** A map that holds what is shown at a frame for so many frames more, and then goes on. */
export function mapWithHold(map: TimeMap, frame: Frames, frames: Frames, rate: Rate): TimeMap {
  return {
    inUs: map.inUs,
    stretches: [...stretchesUntil(map, frame, rate), { hold: frames }, ...mapFrom(map, frame, rate).stretches],
  }
}
/**
 * A map that changes its speed from a frame on, evenly over so many frames, and then goes on at the new one.
 *
 * @param until  the medium's end: the ramp does not lead beyond it
 */
export function mapWithRamp(
  map: TimeMap,
  frame: Frames,
  { frames, to, until = 1e12 }: { frames: Frames; to: Rational; until?: number },
  rate: Rate,
): TimeMap {
  const here = laid(map, rate).find((l) => frameStartUs(frame, rate) < l.toUs)
  const now =
    here && here.speed !== 0
      ? here.speed +
        ((here.lastSpeed - here.speed) * (frameStartUs(frame, rate) - here.fromUs)) /
          (Number.isFinite(here.toUs) ? here.toUs - here.fromUs : 1)
      : 1
  const from = rational(Number.isFinite(now) && now > 0 ? now : 1)
  const begins = sourceAt(map, frame, rate)
  const way = ((from.num / from.den + to.num / to.den) / 2) * frameStartUs(frames, rate)
  const toUs = Math.min(until, Math.round(begins + way))
  const ramp: Stretch = { toUs, speed: from, ramp: { ...to } }
  const rest: Stretch = { toUs: null, speed: { ...to } }
  return { inUs: map.inUs, stretches: [...stretchesUntil(map, frame, rate), ...(toUs > begins ? [ramp] : []), rest] }
}
/** What a map does up to a frame. */
export function stretchesUntil(map: TimeMap, frame: Frames, rate: Rate): Stretch[] {
  const untilUs = frameStartUs(frame, rate)
  const out: Stretch[] = []
  let at = 0
  let sourceUs = map.inUs
  for (const s of map.stretches) {
    if (at >= untilUs) break
    if ('hold' in s) {
      const left = frame - Math.round((at * rate.num) / (1e6 * rate.den))
      out.push({ hold: Math.min(s.hold, left) })
      at += frameStartUs(s.hold, rate)
      continue
    }
    const [own] = laid({ inUs: sourceUs, stretches: [s] }, rate)
    if (!own) continue
    const long = untilUs - at
    if (own.toUs <= long) out.push(s)
    else {
      const toUs = within(own, long)
      const last = own.speed + ((own.lastSpeed - own.speed) * long) / own.toUs
      out.push({ ...s, toUs, ...(s.ramp && { ramp: rational(last) }) })
    }
    at += own.toUs
    sourceUs = s.toUs ?? sourceUs
  }
  return out
}
/** A map that goes by at another speed all the way; what stands still in it keeps standing as long. */
export const mapAtSpeed = (map: TimeMap, speed: Rational): Stretch[] =>
  map.stretches.map((s) => ('hold' in s ? s : { toUs: s.toUs, speed: { ...speed } }))
/** How many frames of the source there are before a map's beginning, at the speed that it begins with. */
export function framesBefore(map: TimeMap, rate: Rate): Frames {
  const first = laid(map, rate).find((l) => l.speed !== 0)
  return first ? Math.floor(((map.inUs / Math.abs(first.speed)) * rate.num) / (1e6 * rate.den) + 0.02) : 0
}
/** How many frames it takes a map to come to a time of the source; all its stretches, when it does not. */
export function framesUntil(map: TimeMap, us: Us, rate: Rate): Frames {
  const perUs = rate.num / (1e6 * rate.den)
  let frames = 0
  for (const l of laid(map, rate)) {
    const t = l.speed === 0 ? null : timeWithin(l, us)
    if (t !== null && t >= 0) return Math.round((l.fromUs + t) * perUs)
    if (Number.isFinite(l.toUs)) frames = Math.round(l.toUs * perUs)
  }
  return frames
}
