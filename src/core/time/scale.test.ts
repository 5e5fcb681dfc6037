import { timecode } from './rate'
import { scaleMarks } from './scale'

const RATES = [
  [10, 1],
  [24, 1],
  [25, 1],
  [30, 1],
  [30000, 1001],
  [50, 1],
  [60000, 1001],
  [60, 1],
].map(([num, den]) => ({ num: num!, den: den! }))

test('marks stand at whole seconds at any rate, as far apart as they have to', () => {
  for (const rate of RATES)
    for (const least of [40, 61, 130, 400, 2000]) {
      const marks = scaleMarks(rate, 0, 60_000, least)
      const codes = marks.map((f) => timecode(f, rate))
      // A minute of drop-frame timecode begins with its third (fifth) frame, but for every tenth.
      expect(codes.filter((c) => !/(:00|:00;0[024])$/.test(c) && !/[:;]00$/.test(c))).toEqual([])
      expect(Math.min(...marks.slice(1).map((f, i) => f - marks[i]!))).toBeGreaterThanOrEqual(least - 4)
      expect(marks.length).toBeGreaterThan(10)
    }
})
test('nearer, they stand at even parts of a second, which go on from second to second', () => {
  expect(scaleMarks({ num: 25, den: 1 }, 0, 60, 3)).toEqual([0, 5, 10, 15, 20, 25, 30, 35, 40, 45, 50, 55, 60])
  expect(scaleMarks({ num: 24, den: 1 }, 30, 50, 5)).toEqual([24, 30, 36, 42, 48])
  expect(scaleMarks({ num: 30, den: 1 }, 0, 30, 7)).toEqual([0, 10, 20, 30])
  expect(scaleMarks({ num: 1, den: 1 }, 0, 5, 1)).toEqual([0, 1, 2, 3, 4, 5])
})
test('of a part that is seen, marks begin before it and end with it', () => {
  const rate = { num: 25, den: 1 }
  expect(scaleMarks(rate, 260, 900, 100)).toEqual([250, 375, 500, 625, 750, 875])
  expect(scaleMarks(rate, -40, 20, 100)).toEqual([0])
})
