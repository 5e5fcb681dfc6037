import fc from 'fast-check'
import type { Point } from '../geometry'
import type { Trace, TraceEvent } from '../trace'
import { followed as input, H, hand, W } from '../testing/hands'
import { COMFORT } from './comfort'
import { CALM, followInput, followStands, viewer, type Stand } from './index'
import { smoothWay } from './smoothWay'
import { still1d, type StandSlot } from './stands'

const moves = (stands: Stand[]) =>
  stands.slice(1).map((s, i) => ({
    from: stands[i]!.to,
    to: s.from,
    dx: s.view.x - stands[i]!.view.x,
    dy: s.view.y - stands[i]!.view.y,
  }))
const inside = (stands: Stand[], pointer: Point[], margin: number) => {
  const at = viewer(stands)
  return (
    pointer.filter((p, f) => {
      const v = at(f)
      return (
        p.x >= v.x + v.w * margin - 0.01 &&
        p.x <= v.x + v.w * (1 - margin) + 0.01 &&
        p.y >= v.y + v.h * margin - 0.01 &&
        p.y <= v.y + v.h * (1 - margin) + 0.01
      )
    }).length / pointer.length
  )
}

test('work inside the middle of the view leaves it still', () => {
  expect(
    followStands(
      input(
        hand([
          { x: 900, y: 500 },
          { x: 1050, y: 560 },
          { x: 940, y: 620 },
        ]),
      ),
      CALM,
    ),
  ).toHaveLength(1)
})
test(
  'a flight across the screen takes one move, which sets off before ' +
    'the pointer is out of the view and is over before the click',
  () => {
    const pointer = hand([
      { x: 400, y: 300 },
      { x: 1500, y: 800 },
    ])
    const click = pointer.length - 30
    const stands = followStands(input(pointer, { stills: [click] }), CALM)
    expect(stands).toHaveLength(2)
    expect(inside(stands, pointer, 0)).toBe(1)
    // It begins early and goes slowly enough to be followed, though the pointer is not in the middle all the while.
    expect(inside(stands, pointer, 0.1)).toBeGreaterThan(0.85)
    const [move] = moves(stands)
    expect(move!.to).toBeLessThan(click)
    const at = viewer(stands)
    expect(at(click)).toEqual(at(click - 1))
  },
)
const spotsAnywhere = (most: number) =>
  fc.array(fc.record({ x: fc.integer({ min: 0, max: W - 1 }), y: fc.integer({ min: 0, max: H - 1 }) }), {
    minLength: 2,
    maxLength: most,
  })
function inComfort(stands: Stand[], frames: number): void {
  const at = viewer(stands)
  for (let f = 1; f < frames; f++) {
    const [a, b] = [at(f - 1), at(f)]
    const pan = (Math.hypot(b.x + b.w / 2 - a.x - a.w / 2, b.y + b.h / 2 - a.y - a.h / 2) / b.w) * 30
    expect(pan).toBeLessThanOrEqual(COMFORT.pan * 1.02)
    expect(Math.abs(Math.log2(b.w / a.w)) * 30).toBeLessThanOrEqual(COMFORT.zoom * 1.02)
  }
}
test('no move is faster than can be followed in comfort, however the pointer darts about', () => {
  fc.assert(
    fc.property(spotsAnywhere(9), (spots) => {
      const pointer = hand(spots)
      inComfort(followStands(input(pointer), CALM), pointer.length)
    }),
    { numRuns: 30 },
  )
})
test('nor where dialogs open in a closer view: what lies before and after them is shown wider then', () => {
  const dialog = fc.record({
    from: fc.integer({ min: 20, max: 300 }),
    x: fc.integer({ min: 0, max: 600 }),
    y: fc.integer({ min: 0, max: 300 }),
    w: fc.integer({ min: 500, max: 1300 }),
    h: fc.integer({ min: 200, max: 700 }),
  })
  fc.assert(
    fc.property(spotsAnywhere(7), dialog, fc.constantFrom(2.5, 3, 4), (spots, { from, ...rect }, zoom) => {
      const pointer = hand(spots, 60)
      const opens = [{ from: Math.min(from, pointer.length - 10), to: Math.min(from + 75, pointer.length - 2), rect }]
      inComfort(followStands(input(pointer, { opens }), { ...CALM, zoom }), pointer.length)
    }),
    { numRuns: 12, seed: 7, endOnFailure: true },
  )
})
test('there and back at once is not hunted after with two moves when the view can hold it', () => {
  const pointer = hand(
    [
      { x: 700, y: 500 },
      { x: 1330, y: 520 },
      { x: 705, y: 505 },
    ],
    40,
    10,
  )
  expect(followStands(input(pointer), CALM)).toHaveLength(1)
})
test('what opens larger than the view is seen whole', () => {
  const pointer = hand([{ x: 960, y: 540 }], 200)
  const rect = { x: 200, y: 100, w: 1500, h: 800 }
  const at = viewer(followStands(input(pointer, { opens: [{ from: 60, to: 150, rect }] }), CALM))
  expect(at(20).w).toBeCloseTo(960)
  const v = at(105)
  expect(v.w).toBeGreaterThanOrEqual(1500)
})
test('a view that was locked stays, and the rest goes around it', () => {
  const pointer = hand(
    [
      { x: 400, y: 300 },
      { x: 1500, y: 800 },
      { x: 420, y: 310 },
    ],
    60,
  )
  const view = { x: 900, y: 500, w: 960, h: 540 }
  const stands = followStands(input(pointer, { locked: [{ from: 75, to: 130, view }] }), CALM)
  expect(stands.some((s) => s.view.x === view.x && s.view.y === view.y)).toBe(true)
})
test(
  'wherever a hand goes, the pointer is in view in every ' + 'frame, the view inside the take, and still at clicks',
  () => {
    const places = fc.array(
      fc.record({ x: fc.integer({ min: 0, max: W - 1 }), y: fc.integer({ min: 0, max: H - 1 }) }),
      {
        minLength: 2,
        maxLength: 9,
      },
    )
    fc.assert(
      fc.property(places, (list) => {
        const pointer = hand(list)
        const stills = list.map((_, i) => i * 59 + 30).filter((f) => f < pointer.length)
        const stands = followStands(input(pointer, { stills }), CALM)
        const at = viewer(stands)
        expect(inside(stands, pointer, 0)).toBe(1)
        for (let f = 0; f < pointer.length; f++) {
          const v = at(f)
          expect(v.x >= -0.01 && v.y >= -0.01 && v.x + v.w <= W + 0.01 && v.y + v.h <= H + 0.01).toBe(true)
        }
        for (const c of stills) expect(at(c)).toEqual(at(c - 1))
      }),
      { numRuns: 12 },
    )
  },
)
test('places along a line take the least way: only as far as they must, and no turning back', () => {
  const slot = (from: number, to: number, change: Partial<StandSlot> = {}): StandSlot => ({
    from,
    to,
    wish: (from + to) / 2,
    pull: 0,
    scale: 100,
    soon: false,
    ...change,
  })
  const way = (p: number[]) => p.slice(1).reduce((s, v, i) => s + Math.abs(v - p[i]!), 0)
  expect(way(still1d([slot(0, 10), slot(20, 30), slot(5, 40), slot(25, 50)]))).toBe(15)
  const solved = still1d(Array.from({ length: 200 }, (_, i) => slot(i % 7, (i % 7) + 20)))
  expect(way(solved)).toBe(0)
  expect(solved).toHaveLength(200)
})
test('a trace becomes the pointer at each frame, with the frames of its presses', () => {
  const events: TraceEvent[] = [
    { type: 'pointermove', t: 0, x: 1, y: 2 },
    { type: 'pointermove', t: 0.5, x: 50, y: 60 },
    { type: 'pointerdown', t: 0.51, x: 50, y: 60, button: 0 },
    { type: 'pointermove', t: 1, x: 70, y: 80 },
  ]
  const trace: Trace = { width: W, height: H, events }
  const made = followInput(trace, 10)!
  expect(made.pointer.map((p) => p.x)).toEqual([1, 1, 1, 1, 1, 50, 50, 50, 50, 50, 70])
  expect(made.stills).toContain(5)
  expect(followInput({ ...trace, events: [] }, 10)).toBeNull()
})
test(
  'the smooth way begins and ends at its views, draws ' + 'back on a long way, and only zooms where there is none',
  () => {
    const a = { x: 0, y: 0, w: 200, h: 100 }
    const b = { x: 1700, y: 900, w: 200, h: 100 }
    expect(smoothWay(a, b, 0)).toEqual(a)
    expect(smoothWay(a, b, 1)).toEqual(b)
    expect(smoothWay(a, b, 0.5).w).toBeGreaterThan(800)
    const near = smoothWay(a, b, 1e-6)
    expect(near.x).toBeCloseTo(0, 1)
    const zoomed = smoothWay(a, { x: 50, y: 25, w: 100, h: 50 }, 0.5)
    expect(zoomed.w).toBeCloseTo(Math.sqrt(200 * 100))
    expect(zoomed.x + zoomed.w / 2).toBeCloseTo(100)
  },
)
