import { findingsOf } from '../findings'
import fc from 'fast-check'
import { clip, element, lasting, lessonWithTake, loose, on, besides, laid } from '../testing/lessons'
import type { Lesson, MoveEdge } from '../lesson/schema'
import { after, long, pose } from '../testing/made'
import { resolve } from './resolve'
import { readableFrames, remember } from './tie'
import { tieSentence } from './sentence'

const spanOf = (lesson: Lesson, id: string) => {
  const { from, to } = resolve(lesson).spans.get(id)!
  return [from, to]
}

test('an end tied to a click lands on the click’s own frame, with its offset', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', on('take/click-1'), on('take/click-2', -4))])
  expect(spanOf(lesson, 'a')).toEqual([60, 116])
})
test('the take is trimmed: what is tied moves with it', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', on('take/click-2'), lasting(30))])
  lesson.elements = laid(lesson, [clip('c1', 0, 200, { inUs: 3_000_000 })])
  expect(spanOf(lesson, 'a')).toEqual([30, 60])
})
test(
  'a start whose moment was cut away keeps its distance ' + 'from the end, is reported, and takes its place again',
  () => {
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [
      element(lesson, 'arrow', 'a', on('take/click-1', 0, 'start', 60), on('take/click-2', 0, 'start', 120)),
    ])
    lesson.elements = laid(lesson, [clip('c1', 0, 210, { inUs: 3_000_000 })])
    expect(spanOf(lesson, 'a')).toEqual([-30, 30])
    expect(findingsOf(resolve(lesson)).map((f) => f.code)).toEqual(['lost'])
    lesson.elements = laid(lesson, [clip('c1', 0, 300)])
    expect(spanOf(lesson, 'a')).toEqual([60, 120])
    expect(findingsOf(resolve(lesson))).toEqual([])
  },
)
test('with both moments gone the last known frames stand, in order', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'a', on('take/click-1', 0, 'start', 60), on('take/click-2', 0, 'start', 120)),
  ])
  lesson.elements = laid(lesson, [clip('c1', 0, 100, { inUs: 5_000_000 })])
  expect(spanOf(lesson, 'a')).toEqual([60, 120])
})
test('an element can start when another ends, in chains', () => {
  const lesson = lessonWithTake()
  const after = (id: string) => ({ on: 'element' as const, element: id, edge: 'end' as const, offset: 5, last: 0 })
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'c', after('b'), lasting(10)),
    element(lesson, 'arrow', 'b', after('a'), lasting(10)),
    element(lesson, 'arrow', 'a', loose(20), lasting(10)),
  ])
  expect(spanOf(lesson, 'c')).toEqual([50, 60])
})
test('a circle of ties is refused by name', () => {
  const lesson = lessonWithTake()
  const after = (id: string) => ({ on: 'element' as const, element: id, edge: 'end' as const, offset: 0, last: 0 })
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'first', after('second'), lasting(10)),
    element(lesson, 'arrow', 'second', after('first'), lasting(10)),
  ])
  const found = findingsOf(resolve(lesson)).filter((f) => f.code === 'cycle')
  expect(found).toHaveLength(2)
  expect(found[0]!.sentence).toContain('“first”')
  expect(found[0]!.sentence).toContain('“second”')
})
test('an end before its start shows one frame and is reported', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', loose(50), loose(40))])
  expect(spanOf(lesson, 'a')).toEqual([50, 51])
  expect(findingsOf(resolve(lesson))[0]!.code).toBe('order')
})
test('a chapter lasts until the next one, and a bar over it follows', () => {
  const lesson = lessonWithTake()
  lesson.moments = [
    { id: 'ch1', kind: 'chapter', label: 'One', frame: 30 },
    { id: 'ch2', kind: 'chapter', label: 'Two', frame: 200 },
  ]
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', on('ch1'), on('ch1', 0, 'end'))])
  expect(spanOf(lesson, 'bar')).toEqual([30, 200])
  lesson.moments = lesson.moments.map((m) => (m.id === 'ch2' ? { ...m, frame: 250 } : m))
  expect(spanOf(lesson, 'bar')).toEqual([30, 250])
})
test('resolving what was remembered resolves to the same', () => {
  const edge = fc.oneof(
    fc.integer({ min: 0, max: 299 }).map(loose),
    fc
      .tuple(fc.constantFrom('take/click-1', 'take/click-2', 'gone', 'lesson:end'), fc.integer({ min: -20, max: 20 }))
      .map(([m, o]) => on(m, o)),
    fc.integer({ min: 1, max: 60 }).map(lasting),
  )
  fc.assert(
    fc.property(fc.array(fc.tuple(edge, edge), { maxLength: 12 }), (pairs) => {
      const lesson = lessonWithTake()
      lesson.elements = pairs.map(([start, end], i) =>
        element(lesson, 'arrow', `e${i}`, start, end.on === 'length' && start.on === 'length' ? loose(5) : end),
      )
      const once = resolve(lesson)
      remember(lesson, once)
      const twice = resolve(lesson)
      for (const [id, s] of once.spans) {
        expect(twice.spans.get(id)).toEqual(s)
        expect(s.to).toBeGreaterThan(s.from)
      }
    }),
  )
})
test('a tie reads as a sentence', () => {
  const lesson = lessonWithTake()
  const timed = resolve(lesson)
  expect(tieSentence(timed, on('take/click-1', 4))).toBe('4 frames after the click on Button 1')
  expect(tieSentence(timed, on('take/click-1', -1))).toBe('1 frame before the click on Button 1')
  expect(tieSentence(timed, on('take/click-1'))).toBe('on the click on Button 1')
  expect(tieSentence(timed, loose(61))).toBe('at 00:00:02:01')
})
test('a short text can be read for two seconds, a long one for longer', () => {
  expect(readableFrames('Hi', 30)).toBe(60)
  expect(readableFrames('x'.repeat(60), 30)).toBe(150)
})

describe('moves that wait for each other', () => {
  const lands = (id: string, p: string) =>
    ({ on: 'element', element: id, edge: 'lands', pose: p, offset: 0, last: 40 }) as const
  const waiting = (first: MoveEdge, second: MoveEdge): Lesson => {
    const lesson = lessonWithTake()
    const moving = (id: string, start: MoveEdge) =>
      element(lesson, 'shape', id, loose(0), lasting(200), {
        poses: [pose(`${id}-2`, after(20), long(10), { x: 500 }), pose(`${id}-3`, start, long(10), { x: 900 })],
      })
    return { ...lesson, elements: besides(lesson, [moving('a', first), moving('b', second)]) }
  }
  test('for each other’s landings, round in a circle, are named', () => {
    const findings = findingsOf(resolve(waiting(lands('b', 'b-3'), lands('a', 'a-3'))))
    expect(findings.map((f) => [f.code, f.element])).toEqual([
      ['cycle', 'a'],
      ['cycle', 'b'],
    ])
    expect(findings[0]!.sentence).toContain('“a”, “b”')
  })
  test('also where one of them goes straight on from the one before; in a row they are sound', () => {
    const straight = waiting(lands('b', 'b-3'), { on: 'previous' })
    straight.elements[1]!.poses[0]!.start = lands('a', 'a-3')
    expect(findingsOf(resolve(straight)).map((f) => f.code)).toEqual(['cycle', 'cycle'])
    expect(findingsOf(resolve(waiting(lands('b', 'b-3'), lands('a', 'a-2'))))).toEqual([])
    expect(findingsOf(resolve(waiting(lands('a', 'a-3'), after(60)))).map((f) => f.element)).toEqual(['a'])
  })
})
