import { applyEdit, addElement, elementAt, pointAt, repoint } from '../../edits'
import { lessonWithTake, others } from '../../testing/lessons'
import { made, newIds } from '../../testing/made'
import { resolve } from '../../timing'
import { kindOf } from '../index'

const at = { x: 600, y: 500 }
const put = (lesson = lessonWithTake(), id = 'b') =>
  made(lesson, addElement(elementAt(resolve(lesson), { kind: 'badge', id, frame: 30, moment: null, at })))
const shapes = (lesson = put()) => {
  const timed = resolve(lesson)
  const e = others(lesson)[0]!
  return kindOf(e).draw(e, 40, timed.spans.get(e.id)!, timed)[0]!.shapes
}

test('a badge stands beside its spot, and its line leads there from the rim', () => {
  const [badge] = others(put())
  expect(badge!.look).toMatchObject({ number: 1, tip: at })
  const away = Math.hypot(badge!.x - at.x, badge!.y - at.y)
  expect(away).toBeGreaterThan(32)
  const line = shapes()[0] as { d: string }
  const [x1, y1, x2, y2] = line.d.match(/-?[\d.]+/g)!.map(Number) as [number, number, number, number]
  expect(Math.hypot(x1, y1)).toBeCloseTo(32, 1)
  expect([x2, y2]).toEqual([at.x - badge!.x, at.y - badge!.y])
})
test('the next badge has the next number', () => {
  const two = put(put(), 'c')
  expect(others(two).map((e) => (e.look as { number: number }).number)).toEqual([1, 2])
})
test('without its line, or with a spot inside the circle, it is a number in a circle', () => {
  const bare = made(put(), pointAt('b', null))
  expect(shapes(bare)).toHaveLength(2)
  const { x, y } = others(bare)[0]!
  expect(shapes(made(bare, pointAt('b', { x: x + 5, y })))).toHaveLength(2)
})
test('sent to the next thing, its line swings over and the number stays', () => {
  const lesson = put()
  const timed = resolve(lesson)
  const act = { timed, frame: 60, caught: null, newId: newIds() }
  const result = applyEdit(lesson, repoint('b', act, { x: 900, y: 300 }), newIds())
  expect('edited' in result && others(result.edited.lesson)[0]!.poses[0]!.values).toEqual({
    'look.tip.x': 900,
    'look.tip.y': 300,
  })
})
