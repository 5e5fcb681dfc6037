import { findingsOf } from '../findings'
import { newIds } from '@/core/testing/made'
import { applyEdit, settleMove } from '../edits'
import type { Lesson, MoveEdge, Pose } from '../lesson/schema'
import { motionOf, posedAt } from '../motion'
import { besides, element, lessonWithTake, loose } from '../testing/lessons'
import { resolve } from '../timing'
import { checkLesson } from './check'

const at = (frames: number): MoveEdge => ({ on: 'start', frames })
const pose = (
  id: string,
  start: MoveEdge,
  end: MoveEdge,
  values: Pose['values'],
  change: Partial<Pose> = {},
): Pose => ({
  id,
  start,
  end,
  values,
  easing: 'ease-in-out',
  curve: null,
  ...change,
})
const ON: MoveEdge = { on: 'previous' }
/** A lesson of the version before, with a box of these poses, as it is opened today. */
function opened(poses: Pose[], change: Partial<Lesson> = {}): Lesson {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(100), loose(200), { x: 0, y: 0, poses })])
  const { lesson: now, faults } = checkLesson({ ...JSON.parse(JSON.stringify({ ...lesson, ...change })), version: 3 })
  expect(faults).toEqual([])
  return now!
}
const box = (lesson: Lesson) => lesson.elements.find((e) => e.id === 'box')!
const spans = (lesson: Lesson) => motionOf(resolve(lesson), box(lesson)).moves.map((m) => [m.pose.id, m.from, m.to])
const findings = (lesson: Lesson) => findingsOf(resolve(lesson)).filter((f) => f.code === 'apart' || f.code === 'cut')

test('moves whose values all go on from the pose before stay as they are', () => {
  const poses = [pose('a', ON, at(20), { x: 10, y: 10 }), pose('b', ON, at(40), { x: 20 })]
  const lesson = opened(poses)
  expect(box(lesson).poses).toEqual(poses)
  expect(findings(lesson)).toEqual([])
})
test('what was keyed value by value goes on from its own keyframe, as it did', () => {
  const lesson = opened([
    pose('a', ON, at(20), { x: 10 }, { easing: 'linear' }),
    pose('b', ON, at(30), { opacity: 0.5 }, { easing: 'linear' }),
    pose('c', ON, at(60), { x: 50 }, { easing: 'linear' }),
  ])
  expect(box(lesson).poses.map((p) => p.start.on)).toEqual(['previous', 'previous', 'key'])
  expect(spans(lesson)[2]).toEqual(['c', 120, 160])
  expect(findings(lesson)).toHaveLength(1)
})
test('any other move begins where its panel says; it is told once, with the way back', () => {
  const lesson = opened([
    pose('a', ON, at(20), { x: 10 }),
    pose('b', ON, at(50), { y: 30 }),
    pose('c', ON, at(80), { x: 90, y: 0 }),
  ])
  expect(spans(lesson)[2]).toEqual(['c', 150, 180])
  const told = findings(lesson)
  expect(told.map((f) => [f.code, f.pose])).toEqual([
    ['apart', 'b'],
    ['apart', 'c'],
  ])
  expect(told[1]!.sentence).toContain('begins at frame 150')
  expect(told[1]!.sentence).toContain('at frame 120')
  const settle = (asBefore: boolean) => {
    const result = applyEdit(lesson, settleMove('box', 'c', asBefore), newIds())
    if (!('edited' in result)) throw new Error('nothing changed')
    return result.edited.lesson
  }
  const back = settle(true)
  const x = (l: Lesson, f: number) => posedAt(resolve(l), box(l), f)!.x
  expect(x(back, 150)).toBeCloseTo(50, 6)
  expect(posedAt(resolve(back), box(back), 150)!.y).toBe(30)
  expect(findings(back).map((f) => f.pose)).toEqual(['b'])
  expect(x(settle(false), 150)).toBe(10)
  expect(findings(settle(false)).map((f) => f.pose)).toEqual(['b'])
})
test('a move whose values were held up by different landings is parted, and goes as it went', () => {
  const lesson = opened([
    pose('a', at(0), at(100), { y: 100 }, { easing: 'linear' }),
    pose('b', at(80), at(120), { x: 80, y: 180 }, { easing: 'linear' }),
  ])
  expect(spans(lesson)).toEqual([
    ['a', 100, 200],
    ['b', 180, 220],
    ['b-2', 200, 220],
  ])
})
test('a lesson whose length would be another one keeps the length that it had, and says what is cut off', () => {
  const poses: Pose[] = []
  const short = opened(poses)
  expect(short.length).toBeNull()
  const lesson = lessonWithTake()
  const end = resolve(lesson).length
  lesson.elements = besides(lesson, [element(lesson, 'text', 'title', loose(end - 10), loose(end + 50))])
  const now = checkLesson({ ...JSON.parse(JSON.stringify(lesson)), version: 3 }).lesson!
  expect([now.length, resolve(now).length]).toEqual([end, end])
  expect(findings(now).map((f) => [f.code, f.element])).toEqual([['cut', 'title']])
  expect(resolve({ ...now, length: null }).length).toBe(end + 50)
})
