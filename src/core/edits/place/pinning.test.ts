import { lookAs } from '@/core/testing/looks'
import { resolve } from '../../timing'
import { clip, element, lessonWithTake, loose, besides, laid } from '../../testing/lessons'
import { newIds } from '@/core/testing/made'
import { posedAt } from '../../motion'
import { applyEdit, pinSpot, pinTo, readPins } from '..'

test(
  'what an element marks is what lies under it when it starts, in pixels and in the time of the ' +
    'take, with the turns of the wheel meanwhile',
  () => {
    const lesson = lessonWithTake()
    // The take is twice as large as the lesson, and begins one second into itself.
    lesson.media.take = { ...lesson.media.take!, width: 3840, height: 2160 }
    lesson.media.take!.moments = [
      {
        id: 'take/scroll-1',
        kind: 'scroll',
        label: 'scroll down',
        fromUs: 1_900_000,
        toUs: 4_000_000,
        turns: [
          [1_900_000, 0, 120],
          [3_000_000, 0, 120],
          [4_000_000, 0, 120],
        ],
      },
    ]
    lesson.elements = laid(lesson, [clip('c1', 0, 200, { inUs: 1_000_000 })])
    lesson.elements = besides(lesson, [
      element(lesson, 'shape', 'box', loose(30), loose(90), { x: 500, y: 300, width: 200, height: 100 }),
    ])
    expect(pinSpot(resolve(lesson), lesson.elements[0]!)).toEqual({
      media: 'take',
      fromUs: 2_000_000,
      toUs: 4_000_000,
      rect: [800, 500, 400, 200],
      turns: [[3_000_000, 0, 120]],
    })
  },
)
test(
  'a callout marks what its tip points at; of something large only ' +
    'the middle is followed; a spot at the edge stays in the take',
  () => {
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [
      element(lesson, 'callout', 'note', loose(0), loose(30), { x: 900, y: 300 }),
      element(lesson, 'shape', 'wide', loose(0), loose(30), { x: 960, y: 540, width: 1800, height: 900 }),
      element(lesson, 'shape', 'edge', loose(0), loose(30), { x: 5, y: 1078, width: 60, height: 40 }),
    ])
    lookAs(lesson.elements[0]!, 'callout').tip = { x: 700, y: 600 }
    const timed = resolve(lesson)
    const rects = lesson.elements.map((e) => pinSpot(timed, e)!.rect)
    expect(rects[0]).toEqual([610, 565, 180, 70])
    expect(rects[1]).toEqual([780, 360, 360, 360])
    const [x, y, w, h] = rects[2]!
    expect(x >= 0 && y >= 0 && w >= 8 && h >= 8 && x + w <= 1920 && y + h <= 1080).toBe(true)
  },
)
test('a callout’s poses do not move the spot that it is pinned to', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(0), loose(60), {
      x: 500,
      y: 300,
      width: 80,
      height: 40,
      poses: [
        {
          id: 'p',
          start: { on: 'start', frames: 0 },
          end: { on: 'start', frames: 10 },
          easing: 'linear',
          values: { x: 900 },
          curve: null,
        },
      ],
    }),
  ])
  expect(pinSpot(resolve(lesson), lesson.elements[0]!)!.rect[0]).toBe(460)
})
test('a cover stays over what may be half seen, until that has gone as far as it is large; a shape does not', () => {
  const lesson = lessonWithTake()
  const shown = (kind: 'cover' | 'shape') => {
    const at = { x: 500, y: 300, width: 80, height: 40, opacity: 1 }
    lesson.elements = besides(lesson, [element(lesson, kind, 'it', loose(0), loose(30), at)])
    // In sight for ten frames, then under a bar; it goes up by eight pixels a frame.
    const places = Array.from({ length: 30 }, (_, f) => ({
      us: Math.round((f * 1e6) / 30),
      x: 460,
      y: 280 - 8 * f,
      seen: f < 10,
    }))
    const result = applyEdit(lesson, pinTo('it', 'take', places), newIds())
    if (!('edited' in result)) throw new Error('it was not pinned')
    const timed = resolve(result.edited.lesson)
    const own = timed.lesson.elements.find((e) => e.id === 'it')!
    return Array.from({ length: 30 }, (_, f) => posedAt(timed, own, f)!.opacity > 0)
  }
  expect(shown('shape').lastIndexOf(true)).toBe(9)
  expect(shown('cover').lastIndexOf(true)).toBe(13)
})
test('where no take is shown there is nothing to pin to', () => {
  const lesson = lessonWithTake()
  lesson.elements = laid(lesson, [clip('c1', 100, 50)])
  lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(10), loose(60))])
  expect(pinSpot(resolve(lesson), lesson.elements[0]!)).toBeNull()
})
test('places are read a line each; what is none is refused', () => {
  expect(readPins('{"t":1.5,"x":3,"y":4,"seen":true}\n{"t":1.533333,"x":3,"y":2,"seen":false}\n')).toEqual([
    { us: 1_500_000, x: 3, y: 4, seen: true },
    { us: 1_533_333, x: 3, y: 2, seen: false },
  ])
  expect(() => readPins('{"t":1.5,"x":3}')).toThrow()
})
