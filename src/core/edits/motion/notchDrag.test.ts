import { after, long, made, pose } from '@/core/testing/made'
import { motionOf } from '../../motion'
import { resolve } from '../../timing'
import { besides, element, lessonWithTake, loose } from '../../testing/lessons'
import { draggedMove, type MovePart, type NotchDrag } from '..'

/** A shape from 100 to 260, that moves from 130 to 150 and from 180 to 200; the take's clicks are at 60, 120, 240. */
const lesson = lessonWithTake()
const moving = element(lesson, 'shape', 'box', loose(100), loose(260))
moving.poses = [pose('one', after(30), long(20), { x: 10 }), pose('two', after(80), long(20), { x: 20 })]
lesson.elements = besides(lesson, [moving])
const drag = (id: string, part: MovePart, by: number, more: Partial<NotchDrag> = {}) => {
  const how = { by, reach: 5, loose: false, keys: [], ...more }
  const { change, hit } = draggedMove(resolve(lesson), 'box', id, part, how)
  const timed = resolve(made(lesson, change))
  const { moves } = motionOf(
    timed,
    timed.lesson.elements.find((e) => e.id === 'box')!,
  )
  return [...moves.map((m) => [m.from, m.to]), hit?.moment.id ?? null]
}

test('a landing that comes near a moment is tied to it; farther away, or loose, it stands where it was let go', () => {
  expect(drag('two', 'end', 37)).toEqual([[130, 150], [180, 240], 'take/click-3'])
  expect(drag('two', 'end', 20)).toEqual([[130, 150], [180, 220], null])
  expect(drag('two', 'end', 37, { loose: true })).toEqual([[130, 150], [180, 237], null])
})
test('neither end of a move goes beyond the other, nor a landing beyond the last frame', () => {
  expect(drag('one', 'start', 90)).toEqual([[150, 150], [180, 200], null])
  expect(drag('two', 'end', -90)).toEqual([[130, 150], [180, 180], null])
  expect(drag('two', 'end', 500, { loose: true })).toEqual([[130, 150], [180, 259], null])
})
test('the whole move goes along; so do all that are chosen, by whichever end one of them is dragged', () => {
  expect(drag('one', 'all', 7)).toEqual([[137, 157], [180, 200], null])
  const keys = ['one', 'two'].map((id) => ({ element: 'box', pose: id, path: null }))
  expect(drag('two', 'end', 7, { keys })).toEqual([[137, 157], [187, 207], null])
})
