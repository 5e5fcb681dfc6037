import { evenly, flattened, partOfPath, pathLength } from '.'

test('how long paths are: straight, round, closed, in several runs', () => {
  expect(pathLength('M0 0 H30 V40 L0 0')).toBeCloseTo(120, 6)
  expect(pathLength('M0 0 H10 V10 H0 Z')).toBeCloseTo(40, 6)
  expect(pathLength('M0 0 H10 M50 50 V60')).toBeCloseTo(20, 6)
  // Two half circles with a radius of 50, either way round.
  expect(pathLength('M-50 0 A50 50 0 1 1 50 0 A50 50 0 1 1 -50 0 Z')).toBeCloseTo(100 * Math.PI, 0)
  expect(pathLength('M-50 0 A50 50 0 0 0 50 0')).toBeCloseTo(50 * Math.PI, 0)
  expect(flattened('M-50 0 A50 50 0 0 1 50 0')[0]!.points[12]!.y).toBeCloseTo(-50, 6)
  expect(flattened('M-50 0 A50 50 0 0 0 50 0')[0]!.points[12]!.y).toBeCloseTo(50, 6)
  // A quadratic curve whose ends and control lie on a line is that line.
  expect(pathLength('M0 0 Q50 0 100 0')).toBeCloseTo(100, 6)
})
test('the first part of a path is as long as its share', () => {
  for (const share of [0.1, 0.25, 0.5, 0.9]) {
    const d = 'M0 0 H100 V50 Q0 50 0 0 Z'
    expect(pathLength(partOfPath(d, share))).toBeCloseTo(pathLength(d) * share, 1)
  }
  expect(partOfPath('M0 0 H100 M0 10 H100', 0.5)).toBe('M0 0 L100 0')
  expect(partOfPath('M0 0 H100', 0)).toBe('')
})
test('points at even distances', () => {
  expect(
    evenly(
      [
        { x: 0, y: 0 },
        { x: 10, y: 0 },
        { x: 10, y: 20 },
      ],
      10,
    ),
  ).toEqual([
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 10, y: 20 },
  ])
})
