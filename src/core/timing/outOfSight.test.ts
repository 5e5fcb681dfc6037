import { findingsOf } from '../findings'
import { element, lessonWithTake, loose, besides } from '../testing/lessons'
import { outOfSight, resolve } from './index'
import type { Pose } from '../lesson/schema'

const pose = (id: string, us: number, values: Pose['values']): Pose => ({
  id,
  start: { on: 'take', media: 'take', us: us - 33_333 },
  end: { on: 'take', media: 'take', us },
  easing: 'linear',
  values,
  curve: null,
})
/** An element pinned in the take, whose spot is out of sight and back at these seconds. */
const pinned = (...poses: Pose[]) => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(0), loose(200), { space: 'framed', poses })])
  return resolve(lesson)
}

test('a pinned element tells from when to when its spot is out of sight, and the findings say so for good', () => {
  const timed = pinned(
    pose('a', 2_000_000, { y: 300, opacity: 0 }),
    pose('b', 2_500_000, { y: 320, opacity: 0 }),
    pose('c', 3_000_000, { y: 350, opacity: 1 }),
    pose('d', 5_000_000, { opacity: 0 }),
  )
  expect(outOfSight(timed, timed.lesson.elements[0]!)).toEqual([
    { from: 60, to: 90 },
    { from: 150, to: 200 },
  ])
  expect(findingsOf(timed)).toEqual([
    {
      code: 'unseen',
      element: 'box',
      frame: 60,
      sentence:
        '“box”: what it is pinned to is out of sight from 00:00:02:00 ' +
        'to 00:00:03:00, and 1 more time. It is not shown meanwhile.',
    },
  ])
})
test('what fades by a pose of its own has lost nothing', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(0), loose(200), {
      poses: [
        { ...pose('a', 1, { opacity: 0 }), start: { on: 'start', frames: 10 }, end: { on: 'start', frames: 20 } },
      ],
    }),
  ])
  expect(findingsOf(resolve(lesson))).toEqual([])
})
