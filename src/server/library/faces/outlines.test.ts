import { readFileSync } from 'node:fs'
import path from 'node:path'
import { create, type Font } from 'fontkit'
import { fontOf, FontMetrics, isLearnt, layoutText, learnFace, lineWidth, textPath } from '@/core/text'
import { readFaces } from './outlines'

const shipped = (file: string) => readFileSync(path.join(process.cwd(), 'public/fonts', file))
const arabic = readFileSync(
  path.join(process.cwd(), 'node_modules/@fontsource/noto-sans-arabic/files/noto-sans-arabic-arabic-400-normal.woff2'),
)
const face = { family: 'Bitter', weight: 700, size: 40, lineHeight: 1.2 }
/** A typeface as it is set once it was brought in. */
async function brought(bytes: Buffer, change: Partial<FontMetrics> = {}) {
  const [own] = await readFaces(bytes)
  const file = `media/${String(Object.keys(change).length).repeat(64)}/face.json`
  learnFace(file, FontMetrics.parse({ ...own!.metrics, file: '', ...change }))
  return { own: own!, face: { ...face, family: 'Ours', file } }
}
const reach = (text: string, at: typeof face) => {
  const d = textPath([{ text, x: 3, y: 50 }], at)
  const xs = [...d.matchAll(/(-?[\d.]+) -?[\d.]+/g)].map((m) => Number(m[1]))
  return [Math.min(...xs), Math.max(...xs)]
}

test('a typeface that is brought in is measured and drawn like the one that ships, but for kerns', async () => {
  const { own, face: ours } = await brought(shipped('bitter-latin-700-normal.woff2'), { kerns: {} })
  expect(own.metrics).toMatchObject({ family: 'Bitter', weight: 700 })
  expect(own.licence).toMatch(/copyright|licen[sc]e/i)
  expect(isLearnt(ours.file)).toBe(true)
  const text = 'Borrowed until Friday — “ready”'
  expect(layoutText(text, ours, 300)).toEqual(layoutText(text, face, 300))
  reach(text, ours).forEach((x, i) => expect(x).toBeCloseTo(reach(text, face)[i]!, 0))
})
test('letters stand to each other as the typeface has it, when measured, broken into lines, and drawn', async () => {
  const bytes = shipped('bitter-latin-700-normal.woff2')
  const { face: ours } = await brought(bytes)
  const font = create(bytes) as Font
  const wide = (text: string) => (font.layout(text, { liga: false, clig: false }).advanceWidth * 40) / font.unitsPerEm
  for (const text of ['AVATo', 'Tomorrow, at Wyatt’s', 'P. 7, “LT” — Vy', 'Yes']) {
    expect(lineWidth(text, ours)).toBeCloseTo(wide(text), 1)
    expect(lineWidth(text, ours)).toBeLessThan(lineWidth(text, face))
    const [left, right] = reach(text, ours)
    const [, apart] = reach(text, face)
    expect(apart! - right!).toBeCloseTo(lineWidth(text, face) - lineWidth(text, ours), 0)
    expect(left).toBeCloseTo(reach(text, face)[0]!, 0)
  }
  const { lines } = layoutText('Tomorrow at Wyatt’s, To Ty', ours, 1000)
  expect(lines[0]!.width).toBeCloseTo(wide('Tomorrow at Wyatt’s, To Ty'), 1)
})
test('Arabic joins as the typeface makes it, of letters in several pieces, too', async () => {
  const { own, face: ours } = await brought(arabic)
  const font = create(arabic) as Font
  for (const text of ['سلام', 'كتاب', 'مكتبة', 'ب']) {
    const line = font.layout(text, undefined, 'arab', undefined, 'rtl')
    expect(lineWidth(text, ours)).toBeCloseTo((line.advanceWidth * 40) / font.unitsPerEm, 0)
    const [left, right] = reach(text, ours)
    const scale = 40 / font.unitsPerEm
    expect(left).toBeCloseTo(3 + line.bbox.minX * scale, 0)
    expect(right).toBeCloseTo(3 + line.bbox.maxX * scale, 0)
  }
  // The dots of a letter are pieces of their own there.
  expect(own.metrics.outlines['\uFE92']!.split('Z').length).toBeGreaterThan(2)
})
test('one whose measures are not known is stood for by one that ships', () => {
  expect(fontOf({ ...face, family: 'Nowhere', file: `media/${'c'.repeat(64)}/face.json` }).family).toBe('Public Sans')
})
test('what is no typeface is refused', async () => {
  await expect(readFaces(Buffer.from('This is a letter, not a typeface.'))).rejects.toThrow()
})
