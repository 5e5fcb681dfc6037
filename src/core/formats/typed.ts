import { inWords } from '../../words/words'

/** What a typed number is measured in, and what other units may be turned into it. */
export interface TypedUnit {
  unit?: string
  /** Frames a second: then `1.5s` is as many frames. */
  perSecond?: number
  /**
   * The whole, in pixels, that a percentage is of: then `50%` is as many pixels in a field of px, and `960px` as many %
   * in one of %.
   */
  of?: number
}

/** The value of one number with its unit, in the field's own unit; null when the unit does not fit. */
function inUnit(n: number, suffix: string, u: TypedUnit): number | null {
  const s = suffix.toLowerCase()
  if (s === '' || s === u.unit) return n
  if ((s === 's' || s === 'sec') && u.perSecond) return n * u.perSecond
  if (s === 'ms' && u.perSecond) return (n * u.perSecond) / 1000
  if ((s === 'f' || s === 'frames' || s === 'frame') && u.unit === 'frames') return n
  if (s === '%' && u.unit === 'px' && u.of) return (n * u.of) / 100
  if (s === 'px' && u.unit === '%' && u.of) return (n * 100) / u.of
  if ((s === 'turn' || s === 'turns') && u.unit === '°') return n * 360
  if (s === 'deg' && u.unit === '°') return n
  return null
}

/**
 * A number as people type it: with `+ - * /` and brackets, a comma or a point, and units after any
 * number (`50%`, `1.5s`, `2 turns`, `960px / 2`). Null when it is none.
 */
export function parseTyped(text: string, u: TypedUnit = {}): number | null {
  const tokens = text.trim().match(/\d+(?:[.,]\d+)?|[.,]\d+|[a-z%°]+|[-+*/()×÷]|\S/gi) ?? []
  let at = 0
  const peek = () => tokens[at]
  function sum(): number | null {
    let left = product()
    while (left !== null && (peek() === '+' || peek() === '-')) {
      const op = tokens[at++]
      const right = product()
      if (right === null) return null
      left = op === '+' ? left + right : left - right
    }
    return left
  }
  function product(): number | null {
    let left = value()
    while (left !== null && ['*', '/', '×', '÷'].includes(peek() ?? '')) {
      const op = tokens[at++]!
      const right = value()
      if (right === null) return null
      left = op === '*' || op === '×' ? left * right : left / right
    }
    return left
  }
  function value(): number | null {
    const t = tokens[at++]
    if (t === undefined) return null
    if (t === '-' || t === '+') {
      const v = value()
      return v === null ? null : t === '-' ? -v : v
    }
    if (t === '(') {
      const v = sum()
      return tokens[at++] === ')' ? v : null
    }
    const n = Number(t.replace(',', '.'))
    if (!/[\d]/.test(t) || !Number.isFinite(n)) return null
    return /^[a-z%°]+$/i.test(peek() ?? '') ? inUnit(n, tokens[at++]!, u) : n
  }
  const out = sum()
  return out !== null && at === tokens.length && Number.isFinite(out) ? out : null
}

/** What a number can be: from `min` to `max`, with so many digits behind the point, a multiple of `multiple`. */
export interface Bounds {
  min?: number
  max?: number
  digits?: number
  multiple?: number
}
/** The nearest number that can be. */
export function bounded(value: number, { min = -Infinity, max = Infinity, digits = 0, multiple }: Bounds): number {
  const grain = multiple ?? 10 ** -digits
  const near = Math.min(max, Math.max(min, Math.round(value / grain) * grain))
  return Math.round(near * 10 ** digits) / 10 ** digits
}
/** Why a number that was typed is another now, in a sentence; null where it is what was typed, but for its digits. */
export function boundsTold(label: string, unit: string, value: number, bounds: Bounds): string | null {
  const { min = -Infinity, max = Infinity, digits = 0, multiple } = bounds
  const now = bounded(value, bounds)
  if (Math.abs(now - value) <= 0.5 * 10 ** -digits) return null
  const u = unit && ` ${unit}`
  const why =
    value < min && max === Infinity
      ? inWords('typed.isOrMore', min, u)
      : value > max && min === -Infinity
        ? inWords('typed.isOrLess', max, u)
        : value < min || value > max
          ? inWords('typed.goesFromTo', min, max, u)
          : inWords('typed.goesInStepsOf', multiple ?? 1, u)
  return inWords('typed.itIsNow', label, why, now)
}
