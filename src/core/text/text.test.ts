import fc from 'fast-check'
import { joined } from './arabic'
import { drawnLine } from './direction'
import { FONTS, fontOf, layoutText, lineWidth, runsLeft, textPath } from './index'

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

describe('letters of all of Europe, and from right to left', () => {
  const face = { family: 'Public Sans', weight: 600, size: 40, lineHeight: 1.3 }
  test('a typeface has the letters of the languages that lessons are in; what it lacks another one has', () => {
    for (const text of [
      'Půjčte si žluťoučkou vrtačku',
      'Łódź',
      'Împrumută',
      'İstanbul ğ',
      'Отвёртка',
      'Дриль ґ',
      'Τρυπάνι',
    ])
      for (const ch of text.replace(/ /g, ''))
        expect([ch, textPath([{ text: ch, x: 0, y: 0 }], face).length > 0]).toEqual([ch, true])
  })
  test('Hebrew runs from right to left, figures and Latin words in it from left to right', () => {
    expect(runsLeft('שלום 18 V')).toBe(true)
    expect(
      drawnLine('אב 12 גד', true)
        .map((l) => l.ch)
        .join(''),
    ).toBe('דג 12 בא')
    expect(
      drawnLine('אב (Loanbench)', true)
        .map((l) => l.ch)
        .join(''),
    ).toBe('(Loanbench) בא')
    expect(drawnLine('ab', false)).toEqual([
      { ch: 'a', at: 0 },
      { ch: 'b', at: 1 },
    ])
  })
  test('Arabic letters join: each in the form for its place, a lam with its alef as one', () => {
    const codes = (text: string) => joined(text).map((l) => l.ch.codePointAt(0)!.toString(16))
    // beh initial, yeh medial, teh final.
    expect(codes('بيت')).toEqual(['fe91', 'fef4', 'fe96'])
    // dal joins to the one before only.
    expect(codes('دار')).toEqual(['fea9', 'fe8d', 'fead'])
    expect(codes('سلام')).toEqual(['feb3', 'fefc', 'fee1'])
    expect(codes('بَت')).toEqual(['fe91', '64e', 'fe96'])
  })
  test('lines that run from right to left are as wide as their letters, and told as such', () => {
    const { lines } = layoutText('שלום עולם\nHello', face, 1000)
    expect(lines.map((l) => l.rtl)).toEqual([true, false])
    expect(lines[0]!.width).toBeGreaterThan(100)
  })
})
test('a word of twenty thousand letters is broken where its letters reach the edge', () => {
  const face = { family: FONTS[0]!.family, weight: 400, size: 32, lineHeight: 1.2 }
  const word = 'Loanbench'.repeat(2300)
  const { lines } = layoutText(word, face, 400)
  expect(lines.map((l) => l.text).join('')).toBe(word)
  for (const { text, width } of lines.slice(0, -1)) {
    expect(width).toBeLessThanOrEqual(400)
    expect(lineWidth(`${text}L`, face)).toBeGreaterThan(400 - 32)
  }
  const short = layoutText('Lend out a tool, and book it back in  a week later', face, 180)
  expect(short.lines.map((l) => l.text).join('|')).toBe('Lend out a|tool, and|book it|back in  a|week later')
})
