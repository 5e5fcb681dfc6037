import { absolute, evenly, flattened, partOfPath, pathLength, scaledPath } from '.'

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
test('path data in absolute commands is the same path', () => {
  expect(absolute('m14 12 4 4 4-4')).toBe('M14 12 L18 16 L22 12')
  expect(absolute('m2 16 4.039-9.69a.5.5 0 0 1 .923 0L11 16')).toBe(
    'M2 16 L6.039 6.31 A0.5 0.5 0 0 1 6.962 6.31 L11 16',
  )
  expect(absolute('M3 12h2v2z m1 1 h1')).toBe('M3 12 H5 V14 Z M4 13 H5')
  // A smooth curve goes on from the one before as that ended.
  expect(absolute('M0 0c0 5 5 10 10 10s10-5 10-10')).toBe('M0 0 C0 5 5 10 10 10 C15 10 20 5 20 0')
  expect(absolute('M0 0a2 2 0 012 2')).toBe('M0 0 A2 2 0 0 1 2 2')
  expect(scaledPath('M1 2 H3 V4 A1 1 0 0 1 5 6 Z', 10, 100, 200)).toBe('M110 220 H130 V240 A10 10 0 0 1 150 260 Z')
  // What goes on from where it is lands where it would have.
  expect(scaledPath('m1 2 h2 v2 l-1 1 z', 10, 100, 200)).toBe('M110 220 H130 V240 L120 250 Z')
  expect(pathLength(absolute('M0 0h10v10h-10z'))).toBeCloseTo(40, 6)
})
