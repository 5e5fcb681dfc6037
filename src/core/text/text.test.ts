import fc from 'fast-check'
import { FONTS, fontOf, layoutText, textPath } from './index'

const face = { family: 'Public Sans' as const, weight: 600, size: 32, lineHeight: 1.3 }
test('lines break at spaces and are no wider than asked', () => {
  const l = layoutText('the quick brown fox jumps over the lazy dog', face, 200)
  expect(l.lines.length).toBeGreaterThan(3)
  for (const line of l.lines) expect(line.width).toBeLessThanOrEqual(200)
  expect(l.lines.map((x) => x.text).join(' ')).toBe('the quick brown fox jumps over the lazy dog')
  expect(l.height).toBeCloseTo(l.lines.length * 32 * 1.3, 9)
})
test('a word too long for its line is broken between letters, and typed line breaks are kept', () => {
  expect(layoutText('extraordinarily', face, 90).lines.length).toBeGreaterThan(1)
  expect(layoutText('a\n\nb', face, 500).lines.map((x) => x.text)).toEqual(['a', '', 'b'])
})
test('no letter is lost, whatever the text and the width', () => {
  fc.assert(
    fc.property(
      fc.stringMatching(/^[a-z ,.]{0,80}$/),
      fc.integer({ min: 20, max: 900 }),
      (text, width) =>
        layoutText(text, face, width)
          .lines.map((l) => l.text)
          .join('')
          .replace(/ /g, '') === text.replace(/ /g, ''),
    ),
  )
})
test('an asked weight that does not ship takes the nearest', () => {
  expect(fontOf({ ...face, weight: 700 }).weight).toBeGreaterThanOrEqual(600)
  expect(FONTS.length).toBeGreaterThanOrEqual(6)
})
test('text is drawn by the font’s own outlines, each letter after the width of the one before', () => {
  const numbers = (d: string) => [...d.matchAll(/-?[\d.]+/g)].map(Number)
  const xs = (d: string) => numbers(d).filter((_, i) => i % 2 === 0)
  const l = fontOf(face)
  const one = textPath([{ text: 'l', x: 0, y: 0 }], face)
  const second = textPath([{ text: 'nl', x: 0, y: 0 }], face).slice(textPath([{ text: 'n', x: 0, y: 0 }], face).length)
  expect(Math.min(...xs(second)) - Math.min(...xs(one))).toBeCloseTo((l.advances['n']! * 32) / l.unitsPerEm, 2)
  expect(Math.abs(Math.max(...numbers(one).filter((_, i) => i % 2 === 1)))).toBeLessThan(0.5)
  expect(textPath([{ text: ' ', x: 5, y: 5 }], face)).toBe('')
  expect(textPath([{ text: '\u4e00l', x: 0, y: 0 }], face)).not.toBe('')
})
