import { joined } from './arabic'
import { hasRight, runsLeft } from './direction'
import { letterOf } from './letters'
import { fontOf, type TextFace } from './face'
import type { FontMetrics } from './fontMetrics'

export interface TextLine {
  text: string
  width: number
  /** Whether its paragraph runs from right to left. */
  rtl: boolean
}
export interface TextLayout {
  lines: TextLine[]
  /** Of the widest line, and of all lines together; pixels. */
  width: number
  height: number
  linePx: number
  /** From a line's top to its baseline. */
  baseline: number
}

const widthOf = (text: string, font: FontMetrics, size: number): number => {
  let units = 0
  if (hasRight(text)) for (const { ch } of joined(text)) units += letterOf(font, ch).advance
  else for (const ch of text) units += letterOf(font, ch).advance
  return (units * size) / font.unitsPerEm
}

/** How wide a line is, in pixels. */
export const lineWidth = (text: string, face: TextFace): number => widthOf(text, fontOf(face), face.size)

/**
 * Breaks text into lines no wider than `maxWidth` pixels, at spaces; a single word that is too
 * long is broken between letters. Uses unkerned advance widths of the shipped fonts, so every
 * renderer breaks alike.
 */
export function layoutText(text: string, face: TextFace, maxWidth: number): TextLayout {
  const font = fontOf(face)
  const measure = (s: string) => widthOf(s, font, face.size)
  const lines: TextLine[] = []
  for (const paragraph of text.split('\n')) {
    const rtl = runsLeft(paragraph)
    let line = ''
    for (const word of paragraph.split(/(?<=\s)(?=\S)/)) {
      if (measure((line + word).trimEnd()) <= maxWidth || (line === '' && measure(word.trimEnd()) <= maxWidth)) {
        line += word
        continue
      }
      if (line !== '') {
        lines.push({ text: line.trimEnd(), width: 0, rtl })
        line = ''
      }
      for (const ch of word) {
        if (line !== '' && measure((line + ch).trimEnd()) > maxWidth) {
          lines.push({ text: line, width: 0, rtl })
          line = ''
        }
        line += ch
      }
    }
    lines.push({ text: line.trimEnd(), width: 0, rtl })
  }
  for (const line of lines) line.width = measure(line.text)
  const linePx = face.size * face.lineHeight
  const ascent = (font.ascender / font.unitsPerEm) * face.size
  const descent = (-font.descender / font.unitsPerEm) * face.size
  return {
    lines,
    width: Math.max(0, ...lines.map((l) => l.width)),
    height: lines.length * linePx,
    linePx,
    baseline: (linePx - ascent - descent) / 2 + ascent,
  }
}
