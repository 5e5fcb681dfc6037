import { chaptersOver, partBoxes, reachAt } from '.'
import { ChaptersLook } from './look'
import { counted, written } from '../counter/format'
import { CounterLook } from '../counter/look'
import { timedOf } from '../../scene'
import { element, lessonWithTake, loose } from '../../testing/lessons'

const face = { family: 'Public Sans', weight: 600, size: 22, lineHeight: 1.2 } as const
const look = (more: object = {}) =>
  ChaptersLook.parse({
    kind: 'chapters',
    fill: '#ff0000',
    unfilled: null,
    face,
    lit: '#ffffff',
    ink: '#888888',
    ...more,
  })
const parts = [
  { label: 'One', from: 0, to: 100 },
  { label: 'Two', from: 100, to: 400 },
  { label: 'Three', from: 400, to: 500 },
]
const bar = { x: 0, y: 0, w: 1012, h: 10 }

test('a chapter bar has a part for each chapter of its span, with equal gaps in whole pixels', () => {
  expect(partBoxes(bar, parts, look({ gapPx: 6 })).map(({ x, w }) => [x, w])).toEqual([
    [0, 200],
    [206, 600],
    [812, 200],
  ])
  expect(partBoxes(bar, parts, look({ gapPx: 6, widths: 'equal' })).map(({ x, w }) => [x, w])).toEqual([
    [0, 333],
    [339, 334],
    [679, 333],
  ])
})
test('it follows the chapters of the lesson, and is cut to its own span', () => {
  const lesson = lessonWithTake()
  lesson.moments = [
    { id: 'a', kind: 'chapter', label: 'One', frame: 0 },
    { id: 'b', kind: 'chapter', label: 'Two', frame: 120 },
  ]
  lesson.elements.push(element(lesson, 'chapters', 'bar', loose(60), loose(200)))
  const timed = timedOf(lesson)
  expect(chaptersOver(timed, timed.spans.get('bar')!)).toEqual([
    { label: 'One', from: 60, to: 120 },
    { label: 'Two', from: 120, to: 200 },
  ])
  lesson.moments = []
  const bare = timedOf({ ...lesson })
  expect(chaptersOver(bare, bare.spans.get('bar')!)).toMatchObject([{ label: '', from: 60, to: 200 }])
})
test('it runs evenly through each chapter, and is at its end on the last frame', () => {
  const boxes = partBoxes(bar, parts, look())
  const at = (frame: number) => reachAt(parts, boxes, frame, look())
  expect([0, 99, 100, 399, 499].map(at)).toEqual([0, 200, 206, 806, 1012])
  expect(at(250) - at(249)).toBeCloseTo(600 / 299, 6)
})
test('from stop to stop it goes evenly and rests, between the stops as well', () => {
  const stops = look({ goes: 'stops', wayFrames: 20, stopAt: 50 })
  const boxes = partBoxes(bar, parts, stops)
  const at = (frame: number) => reachAt(parts, boxes, frame, stops)
  expect([0, 10, 20, 99].map(at)).toEqual([0, 50, 100, 100])
  expect([100, 110, 120, 399].map(at)).toEqual([100, 303, 506, 506])
})
test('a countdown stands on each second for a second; its rounds are counted', () => {
  const rate = { num: 30, den: 1 }
  const of = (more: object) => CounterLook.parse({ kind: 'counter', value: 0, face, ink: '#ffffff', ...more })
  const says = (frame: number, more: object, span = { from: 0, to: 300 }) => {
    const l = of(more)
    return written(counted(l, frame, span, rate), l)
  }
  const left = { counts: 'left', shows: 'minutes' }
  expect([0, 29, 30, 298, 299].map((f) => says(f, left))).toEqual(['0:10', '0:10', '0:09', '0:01', '0:00'])
  expect(says(0, left, { from: 0, to: 75 * 30 })).toBe('1:15')
  expect([0, 239, 240, 299].map((f) => says(f, { counts: 'left', restFrames: 60 }))).toEqual(['8', '1', '0', '0'])
  expect([0, 29, 30].map((f) => says(f, { counts: 'left', digits: 1, rounds: 10 }))).toEqual(['1.0', '0.1', '1.0'])
  expect([0, 89, 90, 299].map((f) => says(f, { counts: 'round', rounds: 10 }))).toEqual(['1', '3', '4', '10'])
  expect([0, 299].map((f) => says(f, { counts: 'percent' }))).toEqual(['0', '100'])
})
