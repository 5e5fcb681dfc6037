import { joined } from './arabic'
import { hasRight, runsLeft } from './direction'
import { kernOf, letterOf } from './letters'
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
  let before = ''
  for (const ch of hasRight(text) ? joined(text).map((l) => l.ch) : text) {
    units += letterOf(font, ch).advance + kernOf(font, before, ch)
    before = ch
  }
  return (units * size) / font.unitsPerEm
}

/** How wide a line is, in pixels. */
export const lineWidth = (text: string, face: TextFace): number => widthOf(text, fontOf(face), face.size)

/** A line that grows: how wide it is with more at its end, spaces after it left out. */
interface Growing {
  readonly text: string
  widthWith(more: string): number
  add(more: string): void
  clear(): void
}
class Measured implements Growing {
  text = ''
  constructor(private readonly measure: (s: string) => number) {}
  widthWith(more: string): number {
    return this.measure((this.text + more).trimEnd())
  }
  add(more: string): void {
    this.text += more
  }
  clear(): void {
    this.text = ''
  }
}
class AddedUp implements Growing {
  text = ''
  /** Of all of it, and of what comes before the spaces at its end, in units of the typeface. */
  private units = 0
  private inked = 0
  constructor(
    private readonly font: FontMetrics,
    private readonly size: number,
  ) {}
  widthWith(more: string): number {
    const [, inked] = this.after(more)
    return (inked * this.size) / this.font.unitsPerEm
  }
  add(more: string): void {
    ;[this.units, this.inked] = this.after(more)
    this.text += more
  }
  clear(): void {
    this.text = ''
    this.units = 0
    this.inked = 0
  }
  private after(more: string): [number, number] {
    let { units, inked } = this
    let before = this.font.kerns ? (Array.from(this.text).at(-1) ?? '') : ''
    for (const ch of more) {
      units += letterOf(this.font, ch).advance + kernOf(this.font, before, ch)
      before = ch
      if (ch.trim() !== '') inked = units
    }
    return [units, inked]
  }
}

/**
 * Breaks text into lines no wider than `maxWidth` pixels, at spaces; a single word that is too
 * long is broken between letters. Uses the advance widths and kerns of the typeface's own table, so every
 * renderer breaks alike; the fonts that ship are set without kerns.
 */
export function layoutText(text: string, face: TextFace, maxWidth: number): TextLayout {
  const font = fontOf(face)
  const measure = (s: string) => widthOf(s, font, face.size)
  const lines: TextLine[] = []
  for (const paragraph of text.split('\n')) {
    const rtl = runsLeft(paragraph)
    // Letters that join change their widths as others come beside them; all else adds up.
    const line = hasRight(paragraph) ? new Measured(measure) : new AddedUp(font, face.size)
    const end = (trimmed: boolean) => {
      lines.push({ text: trimmed ? line.text.trimEnd() : line.text, width: 0, rtl })
      line.clear()
    }
    for (const word of paragraph.split(/(?<=\s)(?=\S)/)) {
      if (line.widthWith(word) <= maxWidth) {
        line.add(word)
        continue
      }
      if (line.text !== '') {
        end(true)
        if (line.widthWith(word) <= maxWidth) {
          line.add(word)
          continue
        }
      }
      for (const ch of word) {
        if (line.text !== '' && line.widthWith(ch) > maxWidth) end(false)
        line.add(ch)
      }
    }
    end(true)
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
