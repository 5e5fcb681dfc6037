import fc from 'fast-check'
import { mended, pathOf, pointerAt, smoothed, type Trace, type TraceEvent } from './index'

const trace = (points: [number, number, number][]): Trace => ({
  width: 1000,
  height: 500,
  events: points.map(([t, x, y]): TraceEvent => ({ type: 'pointermove', t, x, y })),
})

test('a straight way keeps its ends, and a rest that a log says nothing about stands still until the next move', () => {
  const path = pathOf(
    trace([
      [0, 0, 0],
      [0.03, 10, 0],
      [0.06, 20, 0],
      [0.09, 30, 0],
      [2, 40, 0],
    ]),
  )
  expect(path[0]).toEqual([0, 0, 0])
  expect(path.length).toBeLessThan(5)
  expect(pointerAt(path, 45_000)!.x).toBeCloseTo(15, 0)
  expect(pointerAt(path, 1_500_000)!.x).toBeCloseTo(30, 0)
  expect(pointerAt(path, 9e6)).toEqual({ x: 40, y: 0 })
  expect(pointerAt([], 5)).toBeNull()
})
test('a trace of another size than its take is scaled', () => {
  expect(pathOf(trace([[0, 100, 50]]), { width: 2000, height: 1000 })).toEqual([[0, 200, 100]])
})
test('however the pointer goes, its corners keep it within a pixel and a half', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ x: fc.integer({ min: 0, max: 999 }), y: fc.integer({ min: 0, max: 499 }) }), {
        minLength: 1,
        maxLength: 80,
      }),
      (list) => {
        const points = list.map((p, i): [number, number, number] => [i / 30, p.x, p.y])
        const path = pathOf(trace(points))
        for (const [t, x, y] of points) {
          const p = pointerAt(path, Math.round(t * 1e6))!
          expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(1.5)
        }
      },
    ),
  )
})
test('a shaky way is made smooth by a few pixels at most, and not where a click is kept', () => {
  const shaky = Array.from({ length: 60 }, (_, i): [number, number, number] => [i * 33_333, i * 8, 100 + (i % 2) * 4])
  const even = smoothed(shaky, [30 * 33_333])
  const jitter = (p: typeof shaky) =>
    p.slice(40, 58).reduce((s, [, , y], i, all) => s + (i > 0 ? Math.abs(y - all[i - 1]![2]) : 0), 0)
  expect(jitter(even)).toBeLessThan(jitter(shaky) * 0.5)
  expect(even[30]).toEqual(shaky[30])
  for (const [i, [, x, y]] of even.entries())
    expect(Math.hypot(x - shaky[i]![1], y - shaky[i]![2])).toBeLessThanOrEqual(3.2)
})

test('a piece that was found again takes the place of a way up to where both agree, and no further', () => {
  const old = Array.from({ length: 100 }, (_, i): [number, number, number] => [i * 40_000, i * 5, 50])
  const piece = old
    .slice(20, 80)
    .map(([us, x, y], i): [number, number, number] => [us, x, i > 20 && i < 40 ? y + 60 : y])
  const way = mended(old, piece, 50 * 40_000)
  for (const [us, x, y] of piece) {
    const p = pointerAt(way, us)!
    expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(1.5)
  }
  expect(pointerAt(way, 95 * 40_000)).toEqual({ x: 475, y: 50 })
  expect(way.map((p) => p[0])).toEqual([...way].map((p) => p[0]).sort((a, b) => a - b))
  expect(way.filter((p) => p[0] < 35 * 40_000)).toEqual(old.slice(0, way.filter((p) => p[0] < 35 * 40_000).length))
  expect(mended([], [[5, 1, 2]], 5)).toEqual([[5, 1, 2]])
  expect(mended(old, [], 5)).toEqual(old)
})
