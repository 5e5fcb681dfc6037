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
export const secondsToFrames = (seconds: number, rate: Rate): Frames => Math.max(0, Math.round((seconds * rate.num) / rate.den))

const RATES: Rate[] = [[24, 1], [24000, 1001], [25, 1], [30, 1], [30000, 1001], [48, 1], [50, 1], [60, 1], [60000, 1001], [15, 1], [20, 1], [12, 1], [10, 1]]
  .map(([num, den]) => ({ num: num!, den: den! }))

/** The customary rate nearest to a measured one (within 2 %), else the measured one in thousandths. */
export function nearestRate(fps: number): Rate {
  const near = RATES.map((rate) => ({ rate, off: Math.abs(framesPerSecond(rate) - fps) })).sort((a, b) => a.off - b.off)[0]!
  return near.off < fps * 0.02 ? near.rate : { num: Math.max(1, Math.round(fps * 1000)), den: 1000 }
}

/** `m:ss:ff`, with hours in front when there are any; frames count from 00 in each second (non-drop). */
export function timecode(frame: Frames, rate: Rate): string {
  const whole = Math.round(framesPerSecond(rate))
  const f = Math.max(0, frame)
  const seconds = Math.floor(f / whole)
  const two = (n: number) => String(n).padStart(2, '0')
  const tail = `${two(Math.floor(seconds / 60) % 60)}:${two(seconds % 60)}:${two(f % whole)}`
  return seconds >= 3600 ? `${Math.floor(seconds / 3600)}:${tail}` : tail
}

/** A typed time: a timecode `1:02:15`, seconds `12.5s` or `12.5`, or frames `90f`. Null when it is none of these. */
export function parseTimecode(text: string, rate: Rate): Frames | null {
  const t = text.trim()
  const whole = Math.round(framesPerSecond(rate))
  if (/^\d+f$/i.test(t)) return parseInt(t, 10)
  if (/^\d+(\.\d+)?s?$/i.test(t)) return secondsToFrames(parseFloat(t), rate)
  const parts = t.split(':').map(Number)
  if (parts.length < 2 || parts.length > 4 || parts.some((p) => !Number.isInteger(p) || p < 0)) return null
  if (parts.length === 2) return (parts[0]! * 60 + parts[1]!) * whole
  const frames = parts.pop()!
  if (frames >= whole) return null
  return parts.reduce((sum, part) => sum * 60 + part, 0) * whole + frames
}
