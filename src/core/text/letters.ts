import type { FontMetrics } from './fontMetrics'
import { STAND_INS } from './metrics'

/** A letter of a typeface, in units of its own: of another one where it lacks it. */
export interface Letter {
  /** In units of the typeface that was asked for. */
  advance: number
  outline: string
  /** Units of the outline to the em. */
  unitsPerEm: number
}
/** Above this weight the bolder one stands in. */
const BOLD = 500

/** How much nearer (below 0) or farther a letter stands to the one before it, in units of the typeface. */
export const kernOf = (font: FontMetrics, before: string, ch: string): number => font.kerns?.[before + ch] ?? 0

/** What a letter looks like in a typeface; of one that no typeface has, the room that it takes. */
export function letterOf(font: FontMetrics, ch: string): Letter {
  const own = font.advances[ch]
  if (own !== undefined) return { advance: own, outline: font.outlines[ch] ?? '', unitsPerEm: font.unitsPerEm }
  const other = STAND_INS[font.weight > BOLD ? STAND_INS.length - 1 : 0]!
  const advance = other.advances[ch]
  if (advance !== undefined)
    return {
      advance: (advance * font.unitsPerEm) / other.unitsPerEm,
      outline: other.outlines[ch] ?? '',
      unitsPerEm: other.unitsPerEm,
    }
  return { advance: font.advances['n'] ?? font.unitsPerEm / 2, outline: '', unitsPerEm: font.unitsPerEm }
}
