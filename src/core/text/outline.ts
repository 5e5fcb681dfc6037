import { fix } from '../geometry'
import { fontOf, type TextFace } from './face'

const drawn = new Map<string, string>()
const MOST = 500

/**
 * Lines of text as one path, each from its place on the baseline, in pixels: the outlines of the
 * shipped fonts themselves, for two renderers never draw the same letter alike but fill the same path alike.
 *
 * @returns SVG path data; letters that the font lacks are left out, their width is kept
 */
export function textPath(lines: readonly { text: string; x: number; y: number }[], face: TextFace): string {
  const font = fontOf(face)
  const key = JSON.stringify([font.file, face.size, lines])
  const known = drawn.get(key)
  if (known !== undefined) return known
  const scale = face.size / font.unitsPerEm
  const missing = font.advances['n'] ?? font.unitsPerEm / 2
  let d = ''
  for (const line of lines) {
    let x = line.x
    for (const ch of line.text) {
      d += pathAt(font.outlines[ch] ?? '', x, line.y, scale)
      x += (font.advances[ch] ?? missing) * scale
    }
  }
  if (drawn.size >= MOST) drawn.clear()
  drawn.set(key, d)
  return d
}

/** Path data moved and scaled: coordinates come in pairs, x first. */
function pathAt(d: string, x: number, y: number, scale: number): string {
  let n = 0
  return d.replace(/-?\d+/g, (v) => String(fix((n++ % 2 === 0 ? x : y) + Number(v) * scale)))
}
