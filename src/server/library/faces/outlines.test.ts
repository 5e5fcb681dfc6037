import { readFileSync } from 'node:fs'
import path from 'node:path'
import { fontOf, FontMetrics, isLearnt, layoutText, learnFace, textPath } from '@/core/text'
import { readFaces } from './outlines'

const shipped = (file: string) => readFileSync(path.join(process.cwd(), 'public/fonts', file))
const face = { family: 'Bitter', weight: 700, size: 40, lineHeight: 1.2 }

test('a typeface that is brought in is measured and drawn like the same one that ships', () => {
  const [own] = readFaces(shipped('bitter-latin-700-normal.woff2'))
  expect(own!.metrics).toMatchObject({ family: 'Bitter', weight: 700 })
  expect(own!.licence).toMatch(/copyright|licen[sc]e/i)
  const file = `media/${'b'.repeat(64)}/face.json`
  learnFace(file, FontMetrics.parse({ ...own!.metrics, file: '' }))
  expect(isLearnt(file)).toBe(true)
  const brought = { ...face, family: 'Ours', file }
  const text = 'Borrowed until Friday — “ready”'
  expect(layoutText(text, brought, 300)).toEqual(layoutText(text, face, 300))
  const reach = (at: typeof face) => {
    const d = textPath([{ text, x: 3, y: 50 }], at)
    const xs = [...d.matchAll(/(-?[\d.]+) -?[\d.]+/g)].map((m) => Number(m[1]))
    return [Math.round(Math.min(...xs)), Math.round(Math.max(...xs)), d.split('Z').length > 20]
  }
  expect(reach(brought)).toEqual(reach(face))
})
test('one whose measures are not known is stood for by one that ships', () => {
  expect(fontOf({ ...face, family: 'Nowhere', file: `media/${'c'.repeat(64)}/face.json` }).family).toBe('Public Sans')
})
test('what is no typeface is refused', () => {
  expect(() => readFaces(Buffer.from('This is a letter, not a typeface.'))).toThrow()
})
