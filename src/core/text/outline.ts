import { written } from '../geometry'
import { memoByText } from '../values'
import { drawnLine, runsLeft } from './direction'
import { kernOf, letterOf } from './letters'
import { fontOf, type TextFace } from './face'

/** A line of text from its place on the baseline on; only its letters from one to another, where that is said. */
export interface LineAt {
  text: string
  x: number
  y: number
  /** Whether its paragraph runs from right to left; else that is found by its letters. */
  rtl?: boolean
  from?: number
  to?: number
}

const drawn = new Map<string, string>()
const MOST = 500
/** The outlines of so many letters are kept taken apart. */
const MOST_LETTERS = 5000

/**
 * Lines of text as one path, each from its place on the baseline, in pixels: the outlines of the
 * shipped fonts themselves, for two renderers never draw the same letter alike but fill the same path alike.
 *
 * @returns SVG path data; letters that the font lacks are left out, their width is kept
 */
export function textPath(lines: readonly LineAt[], face: TextFace): string {
  const font = fontOf(face)
  const key = JSON.stringify([font.file, face.size, lines])
  const known = drawn.get(key)
  if (known !== undefined) return known
  const scale = face.size / font.unitsPerEm
  let d = ''
  for (const { text, x: begins, y, rtl = runsLeft(text), from = 0, to = Infinity } of lines) {
    let x = begins
    let before = ''
    for (const { ch, at } of drawnLine(text, rtl)) {
      const letter = letterOf(font, ch)
      x += kernOf(font, before, ch) * scale
      before = ch
      if (at >= from && at < to) d += pathAt(letter.outline, x, y, face.size / letter.unitsPerEm)
      x += letter.advance * scale
    }
  }
  if (drawn.size >= MOST) drawn.clear()
  drawn.set(key, d)
  return d
}

/** Path data taken apart: what stands before each number and after the last, and the numbers. */
interface Parts {
  between: string[]
  numbers: number[]
}
const partsOf = memoByText(
  (d): Parts => ({ between: d.split(/-?\d+/), numbers: (d.match(/-?\d+/g) ?? []).map(Number) }),
  MOST_LETTERS,
)
/** Path data moved and scaled: coordinates come in pairs, x first. */
function pathAt(d: string, x: number, y: number, scale: number): string {
  const { between, numbers } = partsOf(d)
  let out = between[0]!
  for (let n = 0; n < numbers.length; n++) out += written((n % 2 === 0 ? x : y) + numbers[n]! * scale) + between[n + 1]!
  return out
}
