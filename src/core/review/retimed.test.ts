import { lessonWithTake } from '../testing/lessons'
import { resolve } from '../timing'
import { retimedFrom } from './retimed'

test('where the picture waits, goes slower or faster, and where it goes as it did', () => {
  const before = lessonWithTake()
  const after = structuredClone(before)
  const run = (toUs: number | null, num: number, den: number) => ({ toUs, speed: { num, den } })
  const stretches = [run(2_000_000, 1, 1), { hold: 30 }, run(4_000_000, 2, 1), run(null, 1, 2)]
  Object.assign(after.elements[0]!.look, { stretches })
  expect(retimedFrom(resolve(before), resolve(after)).map((r) => [r.how, r.was, r.is])).toEqual([
    ['same', { from: 0, to: 60 }, { from: 0, to: 60 }],
    ['waits', { from: 60, to: 60 }, { from: 60, to: 90 }],
    ['faster', { from: 60, to: 120 }, { from: 90, to: 120 }],
    ['slower', { from: 120, to: 210 }, { from: 120, to: 300 }],
  ])
})
test('a lesson as it was differs nowhere', () => {
  const timed = resolve(lessonWithTake())
  expect(retimedFrom(timed, timed).every((r) => r.how === 'same')).toBe(true)
})
