import { formatHex8, interpolate, parse } from 'culori'

const mixers = new Map<string, (k: number) => string>()

/**
 * Between two colours `#rrggbb` or `#rrggbbaa`, mixed in OKLab (Ottosson 2020), so that halfway looks halfway.
 * `k` beyond 0 and 1 gives the ends.
 */
export function mixColours(a: string, b: string, k: number): string {
  if (k <= 0 || a === b) return a
  if (k >= 1) return b
  const key = `${a}${b}`
  let mixer = mixers.get(key)
  if (!mixer) {
    if (mixers.size > 500) mixers.clear()
    const from = { ...parse(a)!, alpha: parse(a)!.alpha ?? 1 }
    const to = { ...parse(b)!, alpha: parse(b)!.alpha ?? 1 }
    const between = interpolate([from, to], 'oklab')
    mixers.set(
      key,
      (mixer = (x) => {
        const hex = formatHex8(between(x))
        return hex.endsWith('ff') ? hex.slice(0, 7) : hex
      }),
    )
  }
  return mixer(k)
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
