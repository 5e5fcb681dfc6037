import { aloneAt, lettersAt, spokenAt, wordsOf } from './build'
import { TextLook } from './look'
import { createCanvas, Path2D } from '@napi-rs/canvas'
import { linesPath } from '../lines'
import { kindOf } from '../registry'
import { element, lessonWithTake, loose, takeMedium } from '../../testing/lessons'
import { lookAs } from '../../testing/looks'
import { resolve } from '../../timing'
import { placementOf } from '../../motion'
import { IDENTITY } from '../../geometry'

const face = { family: 'Public Sans', weight: 600, size: 40, lineHeight: 1.2 } as const
const spoken = () => {
  const lesson = lessonWithTake()
  const words = ['First', 'find', 'the', 'tool'].map((text, i) => ({
    id: `take/word-${i}`,
    text,
    fromUs: 2e6 + i * 5e5,
    toUs: 2e6 + i * 5e5 + 4e5,
  }))
  lesson.media.take = takeMedium({ words, moments: [] })
  const e = element(lesson, 'text', 'words', loose(60), loose(200))
  lesson.elements.push(e)
  return { lesson, e, timed: resolve(lesson) }
}
const look = (more: object) => TextLook.parse({ ...lookAs(spoken().e, 'text'), text: 'First, find the tool.', ...more })

test('a text comes letter by letter, word by word, line by line', () => {
  const { timed } = spoken()
  const span = timed.spans.get('words')!
  const shown = (frame: number, more: object) => {
    const l = look(more)
    return l.text.slice(0, lettersAt(l, frame, span, timed))
  }
  expect([60, 61, 62].map((f) => shown(f, { builds: 'letters', eachFrames: 1 }))).toEqual(['F', 'Fi', 'Fir'])
  expect([60, 69, 70].map((f) => shown(f, { builds: 'words', eachFrames: 10 }))).toEqual([
    'First,',
    'First,',
    'First, find',
  ])
  expect([60, 75].map((f) => shown(f, { builds: 'lines', eachFrames: 15, text: 'One\nTwo' }))).toEqual([
    'One',
    'One\nTwo',
  ])
  expect(shown(199, { builds: 'words', eachFrames: 10 })).toBe('First, find the tool.')
})
test('each word comes as it is spoken; what is not said comes with the one before it', () => {
  const { timed } = spoken()
  const span = timed.spans.get('words')!
  const said = look({ builds: 'spoken', text: 'First, find (quick) the tool.' })
  expect(spokenAt(said.text, span, timed).map((t) => t?.from ?? null)).toEqual([60, 75, null, 90, 105])
  const shown = (f: number) => said.text.slice(0, lettersAt(said, f, span, timed))
  expect([60, 75, 89, 90, 105].map(shown)).toEqual([
    'First,',
    'First, find (quick)',
    'First, find (quick)',
    'First, find (quick) the',
    said.text,
  ])
  expect(wordsOf('  a bc ')).toEqual([
    { word: 'a', from: 2, to: 3 },
    { word: 'bc', from: 4, to: 6 },
  ])
})
test('what has come stands where it stands in the whole', () => {
  const box = { x: 0, y: 0, w: 300, h: 120 }
  const ink = (part?: { from: number; to: number }) => {
    const ctx = createCanvas(300, 120).getContext('2d')
    ctx.fill(new Path2D(linesPath('Find the tool and lend it', face, { align: 'centre', box, padding: 0 }, part)!))
    return ctx.getImageData(0, 0, 300, 120).data.filter((_, i) => i % 4 === 3)
  }
  const whole = ink()
  const two = [ink({ from: 0, to: 9 }), ink({ from: 9, to: 25 })]
  const off = whole.reduce((sum, v, i) => sum + Math.abs(v - Math.min(255, two[0]![i]! + two[1]![i]!)), 0)
  expect(off / whole.reduce((sum, v) => sum + v, 0)).toBeLessThan(0.005)
})
test('a text is made as small as its box needs', () => {
  const { lesson, e, timed } = spoken()
  Object.assign(e, { width: 200, height: 60 })
  Object.assign(e.look, {
    text: 'A long text that needs more room than there is',
    fitText: false,
    fitSize: true,
    padding: 0,
  })
  const [drawn] = kindOf(e).draw(e, 70, timed.spans.get('words')!, timed)
  const ctx = createCanvas(400, 300).getContext('2d')
  ctx.translate(200, 150)
  for (const s of drawn!.shapes) if (s.type === 'path' && s.fill) ctx.fill(new Path2D(s.d))
  const { data } = ctx.getImageData(0, 0, 400, 300)
  const rows = Array.from({ length: 300 }, (_, y) =>
    Array.from({ length: 400 }, (__, x) => data[(y * 400 + x) * 4 + 3]!).some((v) => v > 40),
  )
  expect(rows.lastIndexOf(true) - rows.indexOf(true)).toBeLessThanOrEqual(60)
  expect(lesson.elements.length).toBe(2)
})
test('it pulses and comes back; it trembles unevenly, the same number in the same way', () => {
  const { lesson, e } = spoken()
  const at = (loop: typeof e.loop, frame: number) => {
    const own = { ...e, loop }
    const timed = resolve({ ...lesson, elements: [lesson.elements[0]!, own] })
    return placementOf(timed, own, frame, IDENTITY)!.matrix
  }
  const pulse = { how: 'pulse', times: null, everyFrames: 20, by: 10 } as const
  expect([60, 70, 80].map((f) => Math.round(at(pulse, f)[0] * 1000) / 1000)).toEqual([1, 1.1, 1])
  const tremble = { how: 'tremble', times: null, everyFrames: 2, by: 8, seed: 3 } as const
  const places = Array.from({ length: 40 }, (_, i) => at(tremble, 60 + i)[4] - e.x)
  expect(Math.max(...places.map(Math.abs))).toBeLessThanOrEqual(8)
  expect(new Set(places.map((p) => Math.round(p * 10))).size).toBeGreaterThan(10)
  expect(places).toEqual(Array.from({ length: 40 }, (_, i) => at(tremble, 60 + i)[4] - e.x))
})

test('words stand alone one after the other: evenly, as they are spoken, at each beat', () => {
  const { timed, lesson } = spoken()
  const span = timed.spans.get('words')!
  const at = (frame: number, builds: string, on = timed) => aloneAt(look({ builds, eachFrames: 10 }), frame, span, on)
  expect([60, 69, 70, 95, 199].map((f) => at(f, 'alone'))).toEqual(['First,', 'First,', 'find', 'tool.', 'tool.'])
  expect([59, 60, 75, 90, 105].map((f) => at(f, 'alone-spoken'))).toEqual(['', 'First,', 'find', 'the', 'tool.'])
  lesson.moments = [80, 120].map((frame, i) => ({ id: `m${i}`, kind: 'mark' as const, label: 'beat', frame }))
  const beats = resolve(lesson)
  expect([79, 80, 119, 120].map((f) => at(f, 'alone-beat', beats))).toEqual(['First,', 'find', 'find', 'the'])
  expect(at(100, 'whole')).toBeNull()
  // Each stands in the middle by itself.
  const e = { ...spoken().e, look: look({ builds: 'alone', eachFrames: 10, text: 'I understand' }) }
  const box = (frame: number) => kindOf(e).draw(e, frame, span, timed)[0]!.shapes[0] as { d: string }
  expect(box(60).d).not.toBe(box(75).d)
})
