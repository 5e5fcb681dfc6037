import { z } from 'zod'
import { Rational, timesRational } from '../lesson/timeMap'
import { inWords } from '../../words/words'

/** Samples a second of a mix; it has two channels, their samples in turns. */
export const MIX_RATE = 48_000
export const samplesOf = (us: number): number => Math.round((us * MIX_RATE) / 1e6)

/**
 * How a medium goes by from one of its times, in microseconds, to another (null: its end): at a speed, evenly faster or
 * slower to the last one.
 */
export interface Leg {
  fromUs: number
  toUs: number | null
  first: Rational
  last: Rational
}
export const speed = ({ num, den }: Rational): number => num / den

/** For how long a leg is heard, in microseconds. */
export const legLong = ({ fromUs, toUs, first, last }: Leg): number =>
  toUs === null ? Infinity : ((toUs - fromUs) * 2) / (speed(first) + speed(last))

/** For how many samples legs are heard one after the other. */
export const madeLong = (legs: readonly Leg[]): number =>
  Math.round((legs.reduce((sum, leg) => sum + legLong(leg), 0) * MIX_RATE) / 1e6)

/** The sample of the medium, or between two, whose time it is at one of what is made of legs. */
export function sourceAt(legs: readonly Leg[], sample: number): number {
  let us = (sample * 1e6) / MIX_RATE
  for (const [n, leg] of legs.entries()) {
    const long = legLong(leg)
    if (us >= long && n < legs.length - 1) {
      us -= long
      continue
    }
    const [a, b] = [speed(leg.first), speed(leg.last)]
    // Before the first leg and after the last one it goes on as it begins and ends.
    const grows = a === b ? 0 : ((b - a) * within(us, long) ** 2) / (2 * long)
    const beyond = us > long ? (us - long) * (b - a) : 0
    return ((leg.fromUs + a * us + grows + beyond) * MIX_RATE) / 1e6
  }
  return 0
}
const within = (us: number, long: number) => Math.min(long, Math.max(0, us))

/** The sample of what is made of legs, or between two, at which the time of one of the medium has come. */
export function madeAt(legs: readonly Leg[], sample: number): number {
  const us = (sample * 1e6) / MIX_RATE
  let made = 0
  for (const [n, leg] of legs.entries()) {
    const last = n === legs.length - 1
    if (leg.toUs !== null && us >= leg.toUs && !last) {
      made += legLong(leg)
      continue
    }
    const [a, b] = [speed(leg.first), speed(leg.last)]
    const gone = us - leg.fromUs
    if (gone < 0 || a === b) return ((made + gone / a) * MIX_RATE) / 1e6
    const long = legLong(leg)
    const whole = leg.toUs! - leg.fromUs
    if (gone > whole) return ((made + long + (gone - whole) / b) * MIX_RATE) / 1e6
    return ((made + (2 * gone) / (a + Math.sqrt(a * a + (2 * (b - a) * gone) / long))) * MIX_RATE) / 1e6
  }
  return 0
}

const ONE = { num: 1, den: 1 }
/** Legs as one word of an address, or of what a made sound is known by. */
export const legsText = (legs: readonly Leg[]): string =>
  legs
    .map(({ fromUs, toUs, first, last }) =>
      [fromUs, toUs ?? '', ...[first, last].map((r) => timesRational(r, ONE)).flatMap((r) => [r.num, r.den])].join('-'),
    )
    .join(',')

/** More legs than this are not made as one. */
export const MOST_LEGS = 64
const us = z.coerce.number().int().min(0).max(1e12)
const whole = z.coerce.number().int().positive()
const Legs = z
  .array(
    z
      .tuple([
        us,
        z
          .literal('')
          .transform(() => null)
          .or(us),
        whole,
        whole,
        whole,
        whole,
      ])
      .transform(([fromUs, toUs, a, b, c, d]): Leg => ({
        ...{ fromUs, toUs },
        first: Rational.parse({ num: a, den: b }),
        last: Rational.parse({ num: c, den: d }),
      })),
  )
  .min(1)
  .max(MOST_LEGS)
  .refine(
    (legs) =>
      legs.every(
        (leg, n) =>
          (leg.toUs === null ? n === legs.length - 1 : leg.toUs > leg.fromUs) &&
          (n === 0 || legs[n - 1]!.toUs === leg.fromUs),
      ),
    inWords('interfaceSounds.legsGoOnFromEach'),
  )
/** Reads what `legsText` writes; null when it is nothing of the kind. */
export function legsIn(text: string): readonly Leg[] | null {
  try {
    return Legs.parse(text.split(',').map((leg) => leg.split('-')))
  } catch {
    return null
  }
}
