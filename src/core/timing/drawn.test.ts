import { findingsOf } from '../findings'
import { lookAs } from '@/core/testing/looks'
import { drawnAt } from '@/core/testing/shown'
import { newIds } from '@/core/testing/made'
import { clicksIn } from '../kinds'
import { followPointer, repoint, setPress, applyEdit } from '../edits'
import { CALM, framingAt } from '../framing'
import type { Element, Lesson, Pose } from '../lesson/schema'
import { pressId, stopId, touchId } from '../moments'
import { element, lessonWithTake, loose, on, besides } from '../testing/lessons'
import { resolve } from './index'

const move = (id: string, from: number, to: number, x: number, y: number, change: Partial<Pose> = {}): Pose => ({
  id,
  start: { on: 'start', frames: from },
  end: { on: 'start', frames: to },
  easing: 'linear',
  values: { x, y },
  curve: null,
  ...change,
})
function withHand(change: Partial<Element> = {}): Lesson {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = []
  lesson.elements = besides(lesson, [
    element(lesson, 'pointer', 'hand', loose(20), loose(220), {
      x: 100,
      y: 100,
      poses: [move('a', 10, 40, 700, 300, { press: true }), move('b', 80, 110, 1500, 900)],
      ...change,
    }),
  ])
  return lesson
}

test('where a drawn pointer stops and presses are moments at its own places, and follow it when it moves', () => {
  const lesson = withHand()
  const { moments } = resolve(lesson)
  expect(moments.get(stopId('hand', 'a'))).toMatchObject({
    kind: 'rest',
    frame: 60,
    untilFrame: 100,
    at: { x: 700, y: 300 },
  })
  expect(moments.get(pressId('hand', 'a'))).toMatchObject({ kind: 'click', frame: 64, at: { x: 700, y: 300 } })
  expect(moments.get(stopId('hand', 'b'))).toMatchObject({ frame: 130, untilFrame: 220, at: { x: 1500, y: 900 } })
  expect(moments.has(pressId('hand', 'b'))).toBe(false)
  lesson.elements[0]!.start = loose(50)
  expect(resolve(lesson).moments.get(pressId('hand', 'a'))!.frame).toBe(94)
})
test('elements hang on its stops and presses, also another drawn pointer that waits for it', () => {
  const lesson = withHand()
  lesson.elements.push(
    element(lesson, 'text', 'word', on(pressId('hand', 'a'), 3), on(stopId('hand', 'b'), 0, 'start')),
    element(lesson, 'pointer', 'second', on(stopId('hand', 'b')), loose(290), { poses: [move('c', 5, 15, 10, 10)] }),
    element(lesson, 'text', 'last', on(stopId('second', 'c')), loose(280)),
  )
  const timed = resolve(lesson)
  const { spans } = timed
  const findings = findingsOf(timed)
  expect(findings).toEqual([])
  expect(spans.get('word')).toMatchObject({ from: 67, to: 130 })
  expect(spans.get('last')!.from).toBe(145)
})
test('pointers that wait for each other’s stops are timed in any order and number', () => {
  const lesson = withHand()
  const chain = Array.from({ length: 12 }, (_, i) =>
    element(
      lesson,
      'pointer',
      `p${i}`,
      on(i === 0 ? stopId('hand', 'a') : stopId(`p${i - 1}`, 'c'), 0, 'start', 0),
      loose(299),
      { poses: [move('c', 2, 7, 10, 10)] },
    ),
  )
  lesson.elements.unshift(...chain.reverse())
  const { spans, moments } = resolve(lesson)
  expect(spans.get('p11')!.from).toBe(60 + 11 * 7)
  expect(moments.get(stopId('p11', 'c'))).toMatchObject({ frame: 60 + 12 * 7, untilFrame: 299 })
})
test('a stop that waits for what waits for it is refused by the names of both', () => {
  const lesson = withHand()
  const [hand] = lesson.elements
  hand!.poses = [
    hand!.poses[0]!,
    { ...hand!.poses[1]!, start: { on: 'element', element: 'word', edge: 'start', offset: 0, last: 90 } },
  ]
  lesson.elements.push(element(lesson, 'text', 'word', on(stopId('hand', 'a'), 0, 'end', 80), loose(290)))
  const circles = findingsOf(resolve(lesson)).filter((f) => f.code === 'cycle')
  expect(circles.map((f) => f.element).sort()).toEqual(['hand', 'word'])
  expect(circles[0]!.sentence).toMatch(/“hand”.*“word”|“word”.*“hand”/)
})
test('an element that hangs on a pointer that is gone keeps its place and says so', () => {
  const lesson = withHand()
  lesson.elements = besides(lesson, [
    element(lesson, 'text', 'word', on(pressId('hand', 'a'), 0, 'start', 64), loose(200)),
  ])
  const timed = resolve(lesson)
  const { spans } = timed
  const findings = findingsOf(timed)
  expect(spans.get('word')!.from).toBe(64)
  expect(findings[0]).toMatchObject({ code: 'lost' })
})
test('a ripple on every click marks its presses, and is drawn beneath it wherever it is in the stack', () => {
  const lesson = withHand()
  const ripple = element(lesson, 'ripple', 'rings', loose(0), loose(300))
  lookAs(ripple, 'ripple').every = true
  lesson.elements.push(ripple)
  const timed = resolve(lesson)
  expect(clicksIn(timed, { from: 0, to: 300 })).toMatchObject([{ frame: 64, at: { x: 700, y: 300 } }])
  expect(drawnAt(timed, 66).map((i) => i.element)).toEqual(['rings', 'hand'])
  expect(drawnAt(timed, 90).map((i) => i.element)).toEqual(['hand'])
})
test('what is over it in the stack stays over it, whether a ripple is in sight or not', () => {
  const lesson = withHand()
  const ripple = element(lesson, 'ripple', 'rings', loose(0), loose(300))
  lookAs(ripple, 'ripple').every = true
  lesson.elements.push(ripple, element(lesson, 'text', 'over', loose(0), loose(300)))
  for (const frame of [66, 90])
    expect(
      drawnAt(resolve(lesson), frame)
        .map((i) => i.element)
        .filter((e) => e !== 'rings'),
    ).toEqual(['hand', 'over'])
})
test('it is drawn smaller while it is pressed, with its tip where it was', () => {
  const timed = resolve(withHand())
  const at = (f: number) => drawnAt(timed, f)[0]!
  const [up, down] = [at(62), at(65)]
  expect([down.matrix[4], down.matrix[5]]).toEqual([up.matrix[4], up.matrix[5]])
  expect(down.bounds.h).toBeLessThan(up.bounds.h * 0.9)
  expect(at(70).bounds.h).toBeCloseTo(up.bounds.h)
})
test('a press is set and taken away; a view follows a drawn pointer and stands still as it presses', () => {
  const lesson = withHand()
  const set = applyEdit(lesson, setPress('hand', 'b', true), newIds())
  expect('edited' in set && set.edited.timed.moments.get(pressId('hand', 'b'))!.frame).toBe(134)
  const followed = applyEdit(lesson, followPointer('follow', CALM), newIds())
  if (!('edited' in followed)) throw new Error('it was not followed')
  const { timed } = followed.edited
  const view = framingAt(timed, 150)
  expect(view.w).toBeLessThan(1000)
  expect(1500 >= view.x && 1500 <= view.x + view.w && 900 >= view.y && 900 <= view.y + view.h).toBe(true)
  expect(framingAt(timed, 64)).toEqual(framingAt(timed, 65))
})

test('a drawn pointer cannot hang on its own stops', () => {
  const lesson = withHand({ end: on(stopId('hand', 'b'), 40, 'start', 200) })
  const timed = resolve(lesson)
  const { spans } = timed
  const findings = findingsOf(timed)
  expect(spans.get('hand')!.to).toBe(200)
  expect(findings).toContainEqual(expect.objectContaining({ code: 'lost', element: 'hand' }))
})
test('it is pointed at the next thing like an arrow, tip to the point', () => {
  const lesson = withHand()
  const made = applyEdit(lesson, repoint('hand', { frame: 170, caught: null }, { x: 333, y: 444 }), newIds())
  if (!('edited' in made)) throw new Error('it was not pointed')
  expect(made.edited.lesson.elements[0]!.poses.at(-1)!.values).toEqual({ x: 333, y: 444 })
  expect(made.edited.timed.moments.get(stopId('hand', 'new-1'))).toMatchObject({ at: { x: 333, y: 444 } })
})

test('a drawn finger makes a moment from when it is down until it goes up; elements hang on both ends of it', () => {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = []
  const tap = element(lesson, 'touch', 'tap', loose(100), loose(151), { x: 300, y: 200 })
  lesson.elements = besides(lesson, [
    tap,
    element(lesson, 'callout', 'note', on(touchId('tap'), 2), on(touchId('tap'), 0, 'end')),
  ])
  const timed = resolve(lesson)
  const { moments, spans } = timed
  const findings = findingsOf(timed)
  expect(moments.get(touchId('tap'))).toMatchObject({
    kind: 'click',
    frame: 108,
    untilFrame: 140,
    at: { x: 300, y: 200 },
  })
  expect(spans.get('note')).toMatchObject({ from: 110, to: 140 })
  expect(findings).toEqual([])
  // A ripple rule draws nothing over what shows by itself that it touches; a touch cannot hang on itself.
  expect(clicksIn(resolve(lesson), { from: 0, to: 300 })).toEqual([])
  tap.start = on(touchId('tap'))
  expect(resolve(lesson).spans.get('tap')!.to).toBeGreaterThan(0)
})
