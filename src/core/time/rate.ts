import { z } from 'zod'

/** Frames a second as an exact fraction: 30000/1001, 25/1. */
export const Rate = z.object({ num: z.number().int().min(1).max(240_000), den: z.number().int().min(1).max(1001) })
export type Rate = z.infer<typeof Rate>
/** A whole number of frames. */
export type Frames = number
/** Whole microseconds from a source's first frame. */
export type Us = number

/** When a frame begins, in whole microseconds. */
export const frameStartUs = (frame: Frames, rate: Rate): Us => Math.round((frame * 1e6 * rate.den) / rate.num)

/**
 * The frame that is on screen at a time. A time rounded to whole microseconds still lands on
 * its own frame: half a microsecond is given before rounding down, so this undoes `frameStartUs`.
 */
export const frameAtUs = (us: Us, rate: Rate): Frames => Math.floor(((2 * us + 1) * rate.num) / (2e6 * rate.den))

export const framesPerSecond = (rate: Rate): number => rate.num / rate.den

/** A length in seconds as the nearest number of frames, at least 0. */
export const secondsToFrames = (seconds: number, rate: Rate): Frames =>
  Math.max(0, Math.round((seconds * rate.num) / rate.den))

const RATES: Rate[] = [
  [24, 1],
  [24000, 1001],
  [25, 1],
  [30, 1],
  [30000, 1001],
  [48, 1],
  [50, 1],
  [60, 1],
  [60000, 1001],
  [15, 1],
  [20, 1],
  [12, 1],
  [10, 1],
].map(([num, den]) => ({ num: num!, den: den! }))

/** The customary rate nearest to a measured one (within 2 %), else the measured one in thousandths. */
export function nearestRate(fps: number): Rate {
  const near = RATES.map((rate) => ({ rate, off: Math.abs(framesPerSecond(rate) - fps) })).sort(
    (a, b) => a.off - b.off,
  )[0]!
  return near.off < fps * 0.02 ? near.rate : { num: Math.max(1, Math.round(fps * 1000)), den: 1000 }
}

const two = (n: number): string => String(n).padStart(2, '0')
/** Whether a rate counts in drop-frame timecode: 29.97 and 59.94. */
export const drops = (rate: Rate): boolean => rate.den === 1001 && (rate.num === 30_000 || rate.num === 60_000)

/**
 * Timecode `HH:MM:SS:FF` (SMPTE ST 12-1). At 29.97 and 59.94 frames a second it is drop-frame, with `;` before the
 * frames: the first two (four) frame numbers of each minute are left out but for every tenth, so that it keeps to the
 * clock.
 */
export function timecode(frame: Frames, rate: Rate): string {
  const whole = Math.round(framesPerSecond(rate))
  let f = Math.max(0, Math.round(frame))
  if (drops(rate)) {
    const left = whole / 15
    const perMinute = whole * 60 - left
    const perTen = perMinute * 10 + left
    const rest = f % perTen
    f += Math.floor(f / perTen) * left * 9 + (rest < whole * 60 ? 0 : left * Math.floor((rest - left) / perMinute))
  }
  const seconds = Math.floor(f / whole)
  const hms = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':')
  return `${hms}${drops(rate) ? ';' : ':'}${two(f % whole)}`
}

/**
 * The frame that a timecode names; null when it names none (a frame number that is too large, or one that drop-frame
 * leaves out).
 */
function frameOfTimecode(parts: readonly number[], rate: Rate): Frames | null {
  const whole = Math.round(framesPerSecond(rate))
  const [h, m, s, f] = parts as [number, number, number, number]
  if (m > 59 || s > 59 || f >= whole) return null
  const counted = ((h * 60 + m) * 60 + s) * whole + f
  if (!drops(rate)) return counted
  const left = whole / 15
  const minutes = h * 60 + m
  if (s === 0 && f < left && minutes % 10 !== 0) return null
  return counted - left * (minutes - Math.floor(minutes / 10))
}

/** A length as people say it: `1:11` from a minute on, `1:02:11` from an hour on, else `2.07 s`. */
export function lengthText(frames: Frames, rate: Rate): string {
  const seconds = (Math.max(0, frames) * rate.den) / rate.num
  if (seconds < 59.995) return `${seconds.toFixed(2)} s`
  const whole = Math.round(seconds)
  const hours = Math.floor(whole / 3600)
  return hours > 0
    ? `${hours}:${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}`
    : `${Math.floor(whole / 60)}:${two(whole % 60)}`
}

/**
 * A typed time: timecode `00:01:02:15` or `01:02;15`, a clock's `1:02` (minutes, seconds) or `1:02:15` (with hours),
 * seconds `12.5s` or `12.5`, frames `90f`; with `+` or `-` in front, so much after or before `now`. Null when it is
 * none of these.
 */
export function parseTimecode(text: string, rate: Rate, now: Frames = 0): Frames | null {
  const t = text.trim().replace(/\s+(?=s$)/i, '')
  const sign = /^[+-]/.exec(t)?.[0]
  if (sign) {
    const by = parseTimecode(t.slice(1), rate)
    return by === null ? null : Math.max(0, now + (sign === '+' ? by : -by))
  }
  if (/^\d+f$/i.test(t)) return parseInt(t, 10)
  if (/^\d+([.,]\d+)?s?$/i.test(t)) return secondsToFrames(parseFloat(t.replace(',', '.')), rate)
  if (!/^\d+([:;]\d+){1,3}$/.test(t)) return null
  const parts = t.split(/[:;]/).map(Number)
  if (parts.length === 4 || t.includes(';'))
    return frameOfTimecode([...Array.from({ length: 4 - parts.length }, () => 0), ...parts], rate)
  if (parts.slice(1).some((p) => p > 59)) return null
  return secondsToFrames(
    parts.reduce((sum, p) => sum * 60 + p, 0),
    rate,
  )
}
