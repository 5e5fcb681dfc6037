import { outlineAs, setCrop, standAt } from '..'
import { boundsOf } from '../../geometry'
import { croppedBox } from '../../kinds'
import type { Lesson } from '../../lesson/schema'
import { atPose, matrixOf } from '../../motion'
import { timedOf } from '../../scene'
import { clip, lessonWithTake } from '../../testing/lessons'
import { madeAll as made } from '../../testing/made'

const here = { frame: 30, caught: null }
/** What is seen of the clip in one of its poses, on the frame. */
const seen = (lesson: Lesson, n: number) => {
  const timed = timedOf(lesson)
  const e = atPose(timed, lesson.elements[0]!, n)
  const r = boundsOf(matrixOf(e), croppedBox(e))
  const { width, height } = lesson.frame
  const [right, bottom] = [width - r.x - r.w, height - r.y - r.h]
  return { left: r.x, top: r.y, right, bottom }
}
const lesson = (): Lesson => {
  const one = lessonWithTake()
  one.elements = [clip('a', 0, 200)]
  return one
}
const margin = lesson().frame.height * 0.04

test('what is cropped stands in its corner by what is seen of it', () => {
  const circle = made(lesson(), outlineAs(['a'], 'circle'), standAt(['a'], 'top-right', 0.2, here, 20))
  expect(seen(circle, 1).right).toBeCloseTo(margin, 0)
  expect(seen(circle, 1).top).toBeCloseTo(margin, 0)
})
test('after another crop it keeps its corner and its margin, and fills the frame as before where it does', () => {
  const small = made(lesson(), standAt(['a'], 'bottom-right', 0.25, here, 20))
  const cropped = made(small, setCrop('a', { right: 0.3, top: 0.1 }), setCrop('a', { left: 0.2, bottom: 0.15 }))
  expect(seen(cropped, 1).right).toBeCloseTo(margin, 0)
  expect(seen(cropped, 1).bottom).toBeCloseTo(margin, 0)
  expect(atPose(timedOf(cropped), cropped.elements[0]!, 0)).toMatchObject({ x: small.elements[0]!.x })
  const round = made(small, outlineAs(['a'], 'circle'))
  expect(seen(round, 1).right).toBeCloseTo(margin, 0)
  expect(seen(round, 1).bottom).toBeCloseTo(margin, 0)
  // In the middle of an edge it stays in its middle.
  const edge = made(lesson(), standAt(['a'], 'left', 0.25, here, 20), setCrop('a', { top: 0.4 }))
  expect(seen(edge, 1).top).toBeCloseTo(seen(edge, 1).bottom, 0)
  expect(seen(edge, 1).left).toBeCloseTo(margin, 0)
})
test('something is left of it, whatever is typed', () => {
  const most = made(lesson(), setCrop('a', { left: 0.9 }), setCrop('a', { right: 0.9 }))
  expect(most.elements[0]!.crop).toMatchObject({ left: 0.9, right: 0.08 })
})
