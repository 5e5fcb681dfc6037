import type { CounterLook } from './look'

const THIN_SPACE = '\u2009'
const filled = (whole: number, atLeast: number) => String(whole).padStart(atLeast, '0')

/**
 * A counter's number as it is written: rounded down where it counts time, to the nearest elsewhere; thousands with a
 * narrow space between them where that is wanted.
 */
export function counted({ value, shows, digits, atLeast, grouped }: CounterLook): string {
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
