import fc from 'fast-check'
import { resolve } from '../timing'
import type { Lesson, Medium } from './schema'
import { clip, lessonWithTake, takeMedium, laid, clipView } from '../testing/lessons'
import {
  cutNear,
  fitRect,
  frameOfMedium,
  lessonFrameOf,
  placeOnLesson,
  sourceFrameAt,
  takeAt,
  takePoint,
  takeTimeAt,
  type Clip,
} from './clips'

const rate = { num: 30, den: 1 }
const fitted = (fit: 'fit' | 'fill' | 'stand', take: Medium, frame: Lesson['frame']): Clip => {
  const lesson = { ...lessonWithTake(), frame, media: { take } }
  return resolve({ ...lesson, elements: laid(lesson, [clip('c', 0, 10, { fit })]) }).clips[0]!
}
test('a clip shows its medium frame for frame from its in point', () => {
  const c = clipView('c', 100, 50, { inUs: 2_000_000 })
  expect(sourceFrameAt(c, 100, rate, takeMedium())).toBe(60)
  expect(sourceFrameAt(c, 149, rate, takeMedium())).toBe(109)
})
test('at double speed every other frame is shown, and a freeze stands still', () => {
  expect(
    [0, 1, 2].map((f) => sourceFrameAt(clipView('c', 0, 100, { speed: { num: 2, den: 1 } }), f, rate, takeMedium())),
  ).toEqual([0, 2, 4])
  expect(
    [0, 50].map((f) => sourceFrameAt(clipView('c', 0, 100, { freeze: true, inUs: 1_000_000 }), f, rate, takeMedium())),
  ).toEqual([30, 30])
})
test('a take of another rate is shown by time, never past its last frame', () => {
  const slow = takeMedium({ rate: { num: 15, den: 1 }, frames: 150 })
  expect([0, 1, 2, 3].map((f) => sourceFrameAt(clipView('c', 0, 400), f, rate, slow))).toEqual([0, 0, 1, 1])
  expect(sourceFrameAt(clipView('c', 0, 400), 399, rate, slow)).toBe(149)
})
test('an hour of NTSC frames keeps every frame on its own', () => {
  const ntsc = { num: 30000, den: 1001 }
  const medium = takeMedium({ rate: ntsc, frames: 120_000 })
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 107_999 }),
      (f) => sourceFrameAt(clipView('c', 0, 108_000), f, ntsc, medium) === f,
    ),
  )
})
test('a time of the medium falls on the lesson frame that shows it, or on none', () => {
  const c = clipView('c', 100, 50, { inUs: 2_000_000 })
  expect(lessonFrameOf(c, 2_000_000, rate)).toBe(100)
  expect(lessonFrameOf(c, 3_000_000, rate)).toBe(130)
  expect(lessonFrameOf(c, 1_999_000, rate)).toBeNull()
  expect(lessonFrameOf(c, 3_666_667, rate)).toBeNull()
})
test('takes of another shape fit whole, fill, or stand as they are', () => {
  const frame = { width: 1920, height: 1080 }
  const tall = { width: 1080, height: 1920 }
  expect(fitRect('fit', tall, frame)).toEqual({ x: 656.25, y: 0, w: 607.5, h: 1080 })
  expect(fitRect('fill', tall, frame).w).toBe(1920)
  expect(fitRect('stand', { width: 400, height: 300 }, frame)).toEqual({ x: 760, y: 390, w: 400, h: 300 })
  expect(placeOnLesson({ x: 540, y: 960 }, fitted('fit', takeMedium(tall), frame), takeMedium(tall), frame)).toEqual({
    x: 960,
    y: 540,
  })
})
test('a lesson ends with its last clip, or where it is told to', () => {
  const lesson = lessonWithTake()
  expect(resolve(lesson).length).toBe(300)
  expect(resolve({ ...lesson, length: 77 }).length).toBe(77)
  expect(takeAt(resolve(lesson), 299)?.id).toBe('c1')
  expect(takeAt(resolve(lesson), 300)).toBeUndefined()
})

test(
  'a time of a take leads back to the frame that showed it, at ' +
    'any rate and speed; a time that was cut out leads to the cut',
  () => {
    fc.assert(
      fc.property(
        fc.constantFrom([30, 1], [24, 1], [30000, 1001], [60, 1]),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 1, max: 4 }),
        fc.integer({ min: 0, max: 199 }),
        ([num, den], a, b, at) => {
          const lesson = lessonWithTake()
          lesson.rate = { num: num!, den: den! }
          lesson.elements = laid(lesson, [clip('c', 50, 200, { inUs: 1_234_567, speed: { num: a, den: b } })])
          const time = takeTimeAt(resolve(lesson), 50 + at)!
          expect(frameOfMedium(resolve(lesson).clips, time.media, time.us, lesson.rate)).toBe(50 + at)
        },
      ),
    )
    const lesson = lessonWithTake()
    lesson.elements = laid(lesson, [clip('c1', 0, 60), clip('c2', 60, 100, { inUs: 4_000_000 })])
    expect([1, 2.5, 3.9, 4.5].map((s) => frameOfMedium(resolve(lesson).clips, 'take', s * 1e6, lesson.rate))).toEqual([
      30, 60, 60, 75,
    ])
    expect(frameOfMedium(resolve(lesson).clips, 'other', 5, lesson.rate)).toBeNull()
    expect(takeTimeAt(resolve(lesson), 400)).toBeNull()
  },
)
test('a point of a take is found again from where it lies in the frame', () => {
  const lesson = lessonWithTake()
  const medium = { ...lesson.media.take!, width: 1280, height: 800 }
  for (const fit of ['fit', 'fill', 'stand'] as const) {
    const c = fitted(fit, medium, lesson.frame)
    const back = takePoint(placeOnLesson({ x: 321, y: 123 }, c, medium, lesson.frame), c, medium, lesson.frame)
    expect([back.x, back.y]).toEqual([expect.closeTo(321), expect.closeTo(123)])
  }
})

test('of the cuts of a clip the one nearer to a frame is meant', () => {
  const lesson = lessonWithTake()
  lesson.tracks.unshift({ id: 'front', kind: 'picture', name: 'In front' })
  lesson.elements = [clip('a', 0, 50), clip('b', 50, 100), clip('c', 150, 30), clip('o', 180, 30, { track: 'front' })]
  const timed = resolve(lesson)
  const near = (id: string, frame: number) =>
    cutNear(
      timed,
      timed.clips.find((c) => c.id === id)!,
      frame,
    )
  const ids = (id: string, frame: number) => near(id, frame)?.map((c) => c.id)
  expect([ids('b', 60), ids('b', 140), ids('a', 0), ids('c', 179)]).toEqual([
    ['a', 'b'],
    ['b', 'c'],
    ['a', 'b'],
    ['b', 'c'],
  ])
  expect(near('o', 190)).toBeNull()
})
