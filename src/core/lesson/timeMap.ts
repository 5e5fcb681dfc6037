import { memo } from '../values'
import type { Clip } from './schema'
import { frameStartUs, type Frames, type Rate, type Us } from '../time'

/** A speed as a fraction; below zero, backwards. */
export interface Rational {
  num: number
  den: number
}
/**
 * A part of a time map: the source goes by until its time `toUs`, at a speed, or evenly faster or slower up to `ramp`;
 * or it stands still for so many frames.
 */
export type Stretch = { toUs: Us; speed: Rational; ramp?: Rational } | { hold: Frames }
/**
 * How a clip's frames, counted from its first one, go to times of its medium. Fixed at the source's side, so that it is
 * exact: stretches begin where the one before ends. After the last one the source stands still.
 */
export interface TimeMap {
  inUs: Us
  stretches: readonly Stretch[]
}

/** The time map of a clip: it goes by at one speed, or stands still. */
export const timeMapOf = (clip: Pick<Clip, 'inUs' | 'speed' | 'freeze' | 'length'>): TimeMap => ({
  inUs: clip.inUs,
  stretches: clip.freeze ? [{ hold: clip.length }] : [{ toUs: Infinity, speed: clip.speed }],
})

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
}

const laidOut = memo(
  ({ map, rate }: { map: TimeMap; rate: Rate }): readonly Laid[] => {
    const out: Laid[] = []
    let at = 0
    let sourceUs = map.inUs
    for (const s of map.stretches) {
      if ('hold' in s) {
        const toUs = at + frameStartUs(s.hold, rate)
        out.push({ fromUs: at, toUs, sourceUs, speed: 0, lastSpeed: 0, pace: null })
        at = toUs
        continue
      }
      const speed = s.speed.num / s.speed.den
      const lastSpeed = s.ramp ? s.ramp.num / s.ramp.den : speed
      // A stretch that does not get anywhere, or the wrong way, is passed over.
      const long = ((s.toUs - sourceUs) * 2) / (speed + lastSpeed)
      if (!(long > 0)) continue
      out.push({ fromUs: at, toUs: at + long, sourceUs, speed, lastSpeed, pace: s.speed })
      at += long
      sourceUs = s.toUs
    }
    return out
  },
  { by: ({ map }) => map, needs: ({ rate }) => [rate.num, rate.den] },
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
const FORGIVEN_US = 1.5
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
