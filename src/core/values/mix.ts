import { formatHex8, interpolate, parse } from 'culori'
import { memoByText } from './memo'

/** The way from one colour to another, by both with a space between. */
const mixerOf = memoByText((pair): ((k: number) => string) => {
  const ends = pair.split(' ').map((colour) => ({ ...parse(colour)!, alpha: parse(colour)!.alpha ?? 1 }))
  const between = interpolate(ends, 'oklab')
  return (k) => {
    const hex = formatHex8(between(k))
    return hex.endsWith('ff') ? hex.slice(0, 7) : hex
  }
}, 500)

/**
 * Between two colours `#rrggbb` or `#rrggbbaa`, mixed in OKLab (Ottosson 2020), so that halfway looks halfway.
 * `k` beyond 0 and 1 gives the ends.
 */
export function mixColours(a: string, b: string, k: number): string {
  if (k <= 0 || a === b) return a
  if (k >= 1) return b
  return mixerOf(`${a} ${b}`)(k)
}

/** A value of a keyframe. */
export type KeyValue = number | string | null
/**
 * Between two values of one property: numbers evenly, colours as they are seen; what cannot be mixed changes at the
 * landing.
 */
export function mixValues(a: KeyValue, b: KeyValue, k: number): KeyValue {
  if (typeof a === 'number' && typeof b === 'number') return a + (b - a) * k
  if (typeof a === 'string' && typeof b === 'string' && a.startsWith('#') && b.startsWith('#'))
    return mixColours(a, b, k)
  return k >= 1 ? b : a
}
