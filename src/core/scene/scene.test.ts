import fc from 'fast-check'
import { framingAt, zoomRect } from '../framing'
import { clip, element, lasting, lessonWithTake, loose, takeMedium, besides } from '../testing/lessons'
import type { Element, Lesson } from '../lesson/schema'
import { presence } from '../motion'
import { ease, cubicBezier } from '../values'
import { resolve } from '../timing'
import { drawnAt, footageAt } from '../testing/shown'
import { hitAt, lanes, snapRect } from './index'

const at = (lesson: Lesson, frame: number, framed = true) => ({
  items: drawnAt(resolve(lesson), frame, { framed }),
  takes: footageAt(resolve(lesson), frame, { framed }),
})
const callout = (lesson: Lesson, change: Partial<Element> = {}) =>
  element(lesson, 'callout', 'note', loose(100), loose(160), { x: 960, y: 540, ...change })

test('an element is there from its first frame to its last, and does nothing else unless told to', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [callout(lesson)])
  expect([99, 100, 159, 160].map((f) => at(lesson, f).items.length)).toEqual([0, 1, 1, 0])
  expect(at(lesson, 100).items).toEqual(at(lesson, 159).items)
})
test(
  'a fade of ten frames is complete on its tenth; a ' + 'departure begins on its first and is gone after its last',
  () => {
    const fade = { how: 'fade' as const, from: 'left' as const, frames: 10, easing: 'linear' as const }
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [callout(lesson, { arrival: fade, departure: fade })])
    const opacity = (f: number) => at(lesson, f).items[0]?.opacity
    expect(opacity(100)).toBeCloseTo(0.1, 9)
    expect(opacity(108)).toBeCloseTo(0.9, 9)
    expect(opacity(109)).toBe(1)
    expect(opacity(149)).toBe(1)
    expect(opacity(150)).toBeCloseTo(10 / 11, 9)
    expect(opacity(159)).toBeCloseTo(1 / 11, 9)
  },
)
test('arrival and departure longer than the element are squeezed in proportion', () => {
  const p = (frames: number) => ({ how: 'fade' as const, from: 'left' as const, frames, easing: 'linear' as const })
  const shown = Array.from({ length: 10 }, (_, i) => presence(p(30), p(10), i, 10)?.shown ?? 1)
  expect(Math.max(...shown)).toBe(1)
  expect(shown[0]).toBeGreaterThan(0)
  expect(shown[9]).toBeLessThan(0.5)
})
test('an element that slides in from the left starts just outside and ends at its place', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    callout(lesson, { arrival: { how: 'slide', from: 'left', frames: 10, easing: 'linear' } }),
  ])
  expect(at(lesson, 100).items).toEqual([])
  const first = at(lesson, 102).items[0]
  const done = at(lesson, 109).items[0]!
  expect(first!.bounds.x + first!.bounds.w).toBeLessThan(done.bounds.x + done.bounds.w)
  expect(done.matrix[4]).toBe(960)
})
test('easings are the curves of CSS', () => {
  expect(ease('linear', 0.3)).toBe(0.3)
  expect(ease('ease-in-out', 0.5)).toBeCloseTo(0.5, 9)
  expect(ease('ease', 0.25)).toBeCloseTo(0.4085, 3)
  expect(cubicBezier(0.42, 0, 1, 1, 0.5)).toBeCloseTo(0.3154, 3)
  for (const e of ['ease', 'ease-in', 'ease-out', 'ease-in-out'] as const)
    expect([ease(e, 0), ease(e, 1)]).toEqual([0, 1])
})
test(
  'a zoom shows its rectangle whole while it holds; what lies ' +
    'on the take goes with it, what lies in the picture stays',
  () => {
    const lesson = lessonWithTake()
    const zoom = element(lesson, 'zoom', 'z', loose(50), loose(200), { x: 480, y: 270, width: 960, height: 540 })
    lesson.elements = besides(lesson, [
      zoom,
      callout(lesson, { space: 'framed', x: 480, y: 270 }),
      element(lesson, 'bar', 'bar', loose(0), loose(300)),
    ])
    expect(framingAt(resolve(lesson), 49)).toEqual({ x: 0, y: 0, w: 1920, h: 1080 })
    expect(framingAt(resolve(lesson), 120)).toEqual({ x: 0, y: 0, w: 960, h: 540 })
    const list = at(lesson, 120)
    expect(list.takes[0]!.bounds).toEqual({ x: 0, y: 0, w: 3840, h: 2160 })
    expect(list.items.find((i) => i.element === 'note')!.matrix).toEqual(
      [2, 0, -0, 2, 960, 540].map((v) => (v === 0 ? expect.any(Number) : v)),
    )
    expect(list.items.find((i) => i.element === 'bar')!.matrix[4]).toBe(960)
    expect(at(lesson, 120, false).takes[0]!.bounds.w).toBe(1920)
  },
)
test('a zoom grows evenly in proportion and never leaves the frame', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'zoom', 'z', loose(0), loose(300), { x: 1900, y: 1000, width: 480, height: 270 }),
  ])
  const timed = resolve(lesson)
  expect(zoomRect(lesson.elements[0]!, lesson.frame)).toEqual({ x: 1440, y: 810, w: 480, h: 270 })
  for (let f = 0; f < 300; f++) {
    const r = framingAt(timed, f)
    expect(r.x >= -1e-6 && r.y >= -1e-6 && r.x + r.w <= 1920 + 1e-6 && r.y + r.h <= 1080 + 1e-6).toBe(true)
    expect(r.w / r.h).toBeCloseTo(16 / 9, 6)
  }
})
test('takes on a higher track lie over those below', () => {
  const lesson = lessonWithTake()
  lesson.tracks.splice(1, 0, { id: 'takes-2', kind: 'picture', name: 'Over' })
  lesson.elements.push(clip('over', 50, 50, { track: 'takes-2' }))
  expect(at(lesson, 60).takes.map((t) => t.element)).toEqual(['c1', 'over'])
  expect(at(lesson, 60).takes.map((t) => t.source.frame)).toEqual([60, 10])
})
test(
  'a click on the picture finds the topmost element, ' + 'along an arrow’s line, and nothing where there is nothing',
  () => {
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [
      callout(lesson),
      element(lesson, 'arrow', 'arrow', loose(100), loose(160), { x: 960, y: 540, width: 400, rotation: 90 }),
    ])
    const timed = resolve(lesson)
    expect(hitAt(timed, 120, { x: 960, y: 700 })?.id).toBe('arrow')
    expect(hitAt(timed, 120, { x: 800, y: 540 })?.id).toBe('note')
    expect(hitAt(timed, 120, { x: 100, y: 100 })).toBeNull()
    expect(hitAt(timed, 170, { x: 960, y: 540 })).toBeNull()
  },
)
test('spans are packed into as few lanes as they need, none over another', () => {
  expect(
    lanes([
      { from: 0, to: 10 },
      { from: 5, to: 8 },
      { from: 10, to: 20 },
    ]),
  ).toEqual({ lane: [0, 1, 0], count: 2 })
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(100), fc.integer({ min: 1, max: 30 }))), (pairs) => {
      const spans = pairs.map(([from, n]) => ({ from, to: from + n }))
      const { lane } = lanes(spans)
      spans.forEach((a, i) =>
        spans.forEach((b, j) => {
          if (i < j && lane[i] === lane[j]) expect(a.to <= b.from || b.to <= a.from).toBe(true)
        }),
      )
    }),
  )
})
test('every frame’s display list is finite, whatever the elements', () => {
  const any = fc.record({
    x: fc.integer({ min: -3000, max: 5000 }),
    y: fc.integer({ min: -3000, max: 5000 }),
    width: fc.integer({ min: 1, max: 3000 }),
    height: fc.integer({ min: 1, max: 2000 }),
    rotation: fc.integer({ min: -720, max: 720 }),
    from: fc.nat(280),
    length: fc.integer({ min: 1, max: 50 }),
    kind: fc.constantFrom('callout', 'arrow', 'ripple', 'bar', 'zoom' as const),
    how: fc.constantFrom('none', 'fade', 'slide', 'grow' as const),
  })
  fc.assert(
    fc.property(fc.array(any, { maxLength: 8 }), fc.nat(299), (list, frame) => {
      const lesson = lessonWithTake()
      lesson.media.take = takeMedium()
      lesson.elements = list.map(({ from, length, kind, how, ...place }, i) =>
        element(lesson, kind, `e${i}`, loose(from), lasting(length), {
          ...place,
          arrival: { how, from: 'top', frames: 7, easing: 'ease' },
        }),
      )
      const numbers: number[] = []
      JSON.stringify(at(lesson, frame), (_k, v: unknown) => {
        if (typeof v === 'number') numbers.push(v)
        if (typeof v === 'string') expect(v).not.toMatch(/NaN|Infinity/)
        return v
      })
      expect(numbers.every(Number.isFinite)).toBe(true)
    }),
  )
})
test('what is dragged catches first where it stood in another of its poses', () => {
  const own = [{ axis: 'x' as const, at: 200, name: 'pose 1', own: true as const }]
  const middle = { axis: 'x' as const, at: 203, name: 'middle of the frame' }
  const r = { x: 154, y: 0, w: 100, h: 20 }
  expect(snapRect(r, [middle, ...own], 8).dx).toBe(-4)
  expect(snapRect(r, [middle], 8).dx).toBe(-1)
  // Its edges do not catch there.
  expect(snapRect({ ...r, x: 198 }, own, 8).dx).toBe(0)
})
