import { fix, type Point } from '../geometry'
import { fontOf, type TextFace } from './face'
import { letterOf } from './letters'
import { textPath } from './outline'

const FIGURE = /\d/
/** How wide each letter of a line stands, in pixels: figures all as wide as the widest of them. */
function advancesOf(text: string, face: TextFace): number[] {
  const font = fontOf(face)
  const scale = face.size / font.unitsPerEm
  const widest = Math.max(...Array.from('0123456789', (ch) => letterOf(font, ch).advance))
  return Array.from(text, (ch) => (FIGURE.test(ch) ? widest : letterOf(font, ch).advance) * scale)
}
/** The width of a line whose figures all stand on as much room. */
export const figuresWidth = (text: string, face: TextFace): number => advancesOf(text, face).reduce((a, b) => a + b, 0)

/**
 * A line whose figures all stand on as much room, each in the middle of it.
 *
 * @param at  where it begins, and the middle of its height
 * @returns   SVG path data; null when there is nothing to see
 */
export function figuresPath(text: string, face: TextFace, at: Point): string | null {
  const font = fontOf(face)
  const scale = face.size / font.unitsPerEm
  const baseline = at.y + ((font.ascender + font.descender) * scale) / 2
  let x = at.x
  const letters = advancesOf(text, face).flatMap((wide, i) => {
    const ch = Array.from(text)[i]!
    const own = letterOf(font, ch).advance * scale
    const place = { text: ch, x: fix(x + (wide - own) / 2), y: fix(baseline) }
    x += wide
    return ch.trim() === '' ? [] : [place]
  })
  return letters.length > 0 ? textPath(letters, face) : null
}
