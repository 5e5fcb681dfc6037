import fc from 'fast-check'
import { cornersOf } from './corners'

const way = (points: [number, number, number][]) => (i: number) => ({
  t: points[i]![0],
  x: points[i]![1],
  y: points[i]![2],
})

test('an even straight way has only its ends as corners; a turn and a change of pace are corners too', () => {
  expect(
    cornersOf(
      5,
      way([
        [0, 0, 0],
        [1, 10, 5],
        [2, 20, 10],
        [3, 30, 15],
        [4, 40, 20],
      ]),
      1,
    ),
  ).toEqual([0, 4])
  expect(
    cornersOf(
      5,
      way([
        [0, 0, 0],
        [1, 10, 0],
        [2, 20, 0],
        [3, 20, 10],
        [4, 20, 20],
      ]),
      1,
    ),
  ).toEqual([0, 2, 4])
  expect(
    cornersOf(
      5,
      way([
        [0, 0, 0],
        [1, 10, 0],
        [2, 20, 0],
        [3, 60, 0],
        [4, 100, 0],
      ]),
      1,
    ),
  ).toEqual([0, 2, 4])
})
test('none, one and two points are their own corners', () => {
  expect(
    [0, 1, 2].map((n) =>
      cornersOf(
        n,
        way([
          [0, 0, 0],
          [1, 9, 9],
        ]),
        1,
      ),
    ),
  ).toEqual([[], [0], [0, 1]])
})
test('where a piece may not lead on, there is a corner', () => {
  expect(
    cornersOf(
      4,
      way([
        [0, 0, 0],
        [1, 1, 0],
        [2, 2, 0],
        [3, 3, 0],
      ]),
      1,
      (from, to) => from >= 2 || to <= 2,
    ),
  ).toEqual([0, 2, 3])
})
test('between two corners no point is further off than allowed', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: 0, max: 300 }) }), {
        minLength: 2,
        maxLength: 60,
      }),
      (list) => {
        const at = way(list.map((p, i) => [i, p.x, p.y]))
        const corners = cornersOf(list.length, at, 2)
        expect([corners[0], corners.at(-1)]).toEqual([0, list.length - 1])
        for (let c = 1; c < corners.length; c++)
          for (let i = corners[c - 1]!; i <= corners[c]!; i++) {
            const [a, b, p] = [at(corners[c - 1]!), at(corners[c]!), at(i)]
            const k = (p.t - a.t) / (b.t - a.t)
            expect(
              Math.max(Math.abs(a.x + (b.x - a.x) * k - p.x), Math.abs(a.y + (b.y - a.y) * k - p.y)),
            ).toBeLessThanOrEqual(2)
          }
      },
    ),
  )
})
