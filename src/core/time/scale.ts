import { drops, framesPerSecond, type Rate } from './rate'

/** Steps of a time scale in seconds; below them come even parts of one. */
const STEPS_S = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600]

/** The first frame of a second of the timecode: where frame numbers are dropped, the first that there is. */
function frameOfSecond(second: number, rate: Rate): number {
  const whole = Math.max(1, Math.round(framesPerSecond(rate)))
  if (!drops(rate)) return second * whole
  const dropped = whole / 15
  const minutes = Math.floor(second / 60)
  const begins = second % 60 === 0 && minutes % 10 !== 0 ? 1 : 0
  return second * whole - dropped * (minutes - Math.floor(minutes / 10) - begins)
}

/**
 * The frames at which a time scale is marked: whole seconds of the timecode, or even parts of one.
 *
 * @param from,to  frames that are seen
 * @param least    how far marks are to stand apart, in frames
 */
export function scaleMarks(rate: Rate, from: number, to: number, least: number): number[] {
  const whole = Math.max(1, Math.round(framesPerSecond(rate)))
  const part = Array.from({ length: whole - 1 }, (_, n) => n + 1).find((n) => whole % n === 0 && n >= least)
  const step = part ? 1 : (STEPS_S.find((s) => s * whole >= least) ?? STEPS_S.at(-1)! * 2)
  const marks: number[] = []
  const first = Math.max(0, Math.floor(from / whole / step) * step)
  for (let second = first; frameOfSecond(second, rate) <= to; second += step) {
    const at = frameOfSecond(second, rate)
    const next = frameOfSecond(second + 1, rate)
    for (let f = at; f < next && f <= to; f += part ?? whole) marks.push(f)
  }
  return marks
}
