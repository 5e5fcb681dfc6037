import type { Rate } from '../../time'
import { goneInRounds, roundAt } from '../gone'
import type { CounterLook } from './look'

type Written = Pick<CounterLook, 'shows' | 'digits' | 'atLeast' | 'grouped'>
const THIN_SPACE = '\u2009'
const filled = (whole: number, atLeast: number) => String(whole).padStart(atLeast, '0')

/**
 * A counter's number as it is written: rounded down where it counts time, to the nearest elsewhere; thousands with a
 * narrow space between them where that is wanted.
 */
export function written(value: number, { shows, digits, atLeast, grouped }: Written): string {
  const k = 10 ** digits
  const sign = value < 0 && Math.round(Math.abs(value) * k) > 0 ? '−' : ''
  const far = Math.abs(value)
  if (shows === 'minutes' || shows === 'seconds') {
    // What is left of a time is shown until it is over.
    const ticks = Math.floor(far * k + 1e-6)
    const whole = Math.floor(ticks / k)
    const part = digits > 0 ? `.${String(ticks % k).padStart(digits, '0')}` : ''
    if (shows === 'seconds') return `${sign}${filled(whole, atLeast)}${part}`
    return `${sign}${filled(Math.floor(whole / 60), atLeast)}:${String(whole % 60).padStart(2, '0')}${part}`
  }
  const ticks = Math.round(far * k)
  const whole = filled(Math.floor(ticks / k), atLeast)
  const part = digits > 0 ? `.${String(ticks % k).padStart(digits, '0')}` : ''
  return `${sign}${grouped ? whole.replace(/\B(?=(\d{3})+$)/g, THIN_SPACE) : whole}${part}`
}

/** What a counter counts by itself at a frame of its span; its own value where it counts nothing. */
export function counted(look: CounterLook, frame: number, span: { from: number; to: number }, rate: Rate): number {
  const round = roundAt(frame, span, look.rounds)
  const end = Math.max(round.span.from + 1, round.span.to - look.restFrames)
  const seconds = (frames: number) => Math.max(0, (frames * rate.den) / rate.num)
  const k = 10 ** look.digits
  const isLast = frame >= end - 1 && look.restFrames === 0 && round.n + 1 === look.rounds
  switch (look.counts) {
    case 'value':
      return look.value
    // Each second that is left stands for one second; on its very last frame there is none left.
    case 'left':
      return isLast ? 0 : Math.ceil(seconds(end - frame) * k - 1e-6) / k
    case 'gone':
      return seconds(Math.min(frame, end) - round.span.from)
    case 'percent':
      return 100 * goneInRounds(frame, span, look)
    case 'round':
      return round.n + 1
  }
}
