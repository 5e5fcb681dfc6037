import { besides, element, lessonWithTake, loose } from '../../testing/lessons'
import { resolve } from '../../timing'
import { nearTie } from '..'

test('an end is tied to the nearest moment that does not go along with it', () => {
  const lesson = lessonWithTake()
  // The take stands where the text ends, so its own clicks go along with that.
  lesson.elements = besides(lesson, [element(lesson, 'text', 'a', loose(0), loose(60))])
  const clip = lesson.elements.find((e) => e.id === 'c1')!
  Object.assign(clip, { start: { on: 'element', element: 'a', edge: 'end', offset: 0, last: 60 } })
  const timed = resolve(lesson)
  const tie = nearTie(timed, 'a', 'end')
  expect(tie).toMatchObject({ on: 'moment', moment: 'lesson:start', offset: 60 })
})
test('what does not go along is taken by how near it is', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'text', 'a', loose(0), loose(62))])
  const timed = resolve(lesson)
  const tie = nearTie(timed, 'a', 'end')
  const frames = [...timed.moments.values()].flatMap((m) => (m.kind !== 'phrase' && m.frame !== null ? [m.frame] : []))
  const nearest = Math.min(...frames.map((f) => Math.abs(f - 62)))
  expect(tie && tie.on === 'moment' && Math.abs(tie.offset)).toBe(nearest)
})
