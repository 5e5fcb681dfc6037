import { besides, clip, element, lessonWithTake, loose } from '../testing/lessons'
import type { Lesson } from '../lesson/schema'
import { timedOf } from '../scene'
import { jumpsAt, loopJump } from './seam'

const pose = (id: string, from: number, to: number, values: Record<string, number>) => ({
  id,
  start: { on: 'start' as const, frames: from },
  end: { on: 'start' as const, frames: to },
  easing: 'linear',
  values,
  curve: null,
})
function withShape(x: number): Lesson {
  const lesson = lessonWithTake()
  lesson.elements = [clip('c1', 0, 100, { freeze: true })]
  const poses = [pose('a', 0, 50, { x: 900 }), pose('b', 50, 99, { x })]
  lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(0), loose(100), { x: 300, y: 300, poses })])
  return lesson
}
const boxOf = (l: Lesson) => l.elements.find((e) => e.id === 'box')!

test('what comes back to where it began goes on without a jump; what stays away jumps', () => {
  expect(jumpsAt(timedOf(withShape(300)), 0, 100)).toEqual([])
  expect(jumpsAt(timedOf(withShape(700)), 0, 100)).toEqual([{ element: 'box', sentence: '“box” jumps by 400 px.' }])
})
test('what is there on one end only, and footage that shows something else, is told', () => {
  const lesson = lessonWithTake()
  lesson.elements = [clip('c1', 0, 100)]
  lesson.elements = besides(lesson, [element(lesson, 'shape', 'late', loose(60), loose(100))])
  const timed = timedOf(lesson)
  expect(jumpsAt(timed, 0, 100).map((j) => j.sentence)).toEqual([
    expect.stringContaining('shows something else at its end'),
    '“late” is there at the end and not at the beginning.',
  ])
  // Where both pictures look the same, nobody sees that it is another one.
  expect(jumpsAt(timed, 0, 50, () => true)).toEqual([])
})
test('a loop from the start whose last pose is not as its first jumps each time', () => {
  const lesson = withShape(700)
  const box = boxOf(lesson)
  box.loop = { how: 'repeat', times: null, everyFrames: 15 }
  expect(loopJump(timedOf(lesson), box)).toContain('jumps by 400 px')
  const home = withShape(300)
  boxOf(home).loop = { how: 'repeat', times: null, everyFrames: 15 }
  expect(loopJump(timedOf(home), boxOf(home))).toBeNull()
})
