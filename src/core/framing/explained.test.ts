import fc from 'fast-check'
import type { Point } from '../geometry'
import { CALM, followStands, viewer, type FollowInput, type Whole } from './index'
import { hiddenOf } from './moving'

const [W, H] = [1920, 1080]
/** A hand that goes from place to place, resting a while at each. */
function hand(places: Point[], rest = 60, flight = 16): Point[] {
  return places.flatMap((p, i) => {
    const q = places[i + 1] ?? p
    const way = Array.from({ length: flight }, (_, f) => {
      const k = (f + 1) / flight
      const s = k * k * (3 - 2 * k)
      return { x: p.x + (q.x - p.x) * s, y: p.y + (q.y - p.y) * s }
    })
    return [...Array.from({ length: rest }, () => p), ...way]
  })
}
const input = (pointer: Point[], change: Partial<FollowInput> = {}): FollowInput => ({
  width: W,
  height: H,
  fps: 30,
  pointer,
  stills: [],
  ...change,
})
const extent = ({ x, y, w, h }: Whole['rect']) => ({ x0: x, x1: x + w, y0: y, y1: y + h })

test('what is explained away from the pointer is in the picture with it, and the view is near again after it', () => {
  const pointer = hand([{ x: 400, y: 300 }], 400)
  const whole = { from: 120, to: 240, rect: { x: 1500, y: 700, w: 300, h: 120 } }
  const at = viewer(followStands(input(pointer, { wholes: [whole] }), CALM))
  for (let f = whole.from; f <= whole.to; f++) expect(hiddenOf(extent(whole.rect), at(f))).toBeLessThanOrEqual(0.02)
  for (let f = 0; f < pointer.length; f++) {
    const v = at(f)
    expect(v.x <= 400 && v.x + v.w >= 400 && v.y <= 300 && v.y + v.h >= 300).toBe(true)
  }
  expect(at(20).w).toBeCloseTo(960)
  expect(at(380).w).toBeCloseTo(960)
  // No wider than it takes to see both.
  expect(at(180).w).toBeLessThan(1600)
})
test('what is explained beside the pointer costs nothing of the zoom', () => {
  const pointer = hand([{ x: 700, y: 500 }], 300)
  const wholes = [{ from: 60, to: 200, rect: { x: 760, y: 420, w: 320, h: 120 } }]
  const stands = followStands(input(pointer, { wholes }), CALM)
  expect(stands.every((s) => s.view.w < 961)).toBe(true)
  expect(stands.length).toBeLessThanOrEqual(2)
})
test('wherever a hand goes and whatever is explained, all of it is in the picture while it is there', () => {
  const spot = fc.record({ x: fc.integer({ min: 0, max: W - 1 }), y: fc.integer({ min: 0, max: H - 1 }) })
  const thing = fc.record({
    from: fc.integer({ min: 0, max: 500 }),
    long: fc.integer({ min: 15, max: 200 }),
    rect: fc.record({
      x: fc.integer({ min: 0, max: 1400 }),
      y: fc.integer({ min: 0, max: 800 }),
      w: fc.integer({ min: 80, max: 500 }),
      h: fc.integer({ min: 40, max: 250 }),
    }),
  })
  fc.assert(
    fc.property(
      fc.array(spot, { minLength: 2, maxLength: 8 }),
      fc.array(thing, { minLength: 1, maxLength: 4 }),
      (spots, things) => {
        const pointer = hand(spots)
        const wholes = things
          .map(({ from, long, rect }) => ({ from, to: Math.min(pointer.length - 1, from + long), rect }))
          .filter((w) => w.from < pointer.length)
        const at = viewer(followStands(input(pointer, { wholes }), CALM))
        for (const w of wholes)
          for (let f = w.from; f <= w.to; f++) expect(hiddenOf(extent(w.rect), at(f))).toBeLessThanOrEqual(0.1)
      },
    ),
    { numRuns: 30 },
  )
})
test('a view that was set by hand stays though something is explained beside it', () => {
  const pointer = hand([{ x: 400, y: 300 }], 400)
  const view = { x: 0, y: 0, w: 640, h: 360 }
  const wholes = [{ from: 150, to: 220, rect: { x: 1500, y: 800, w: 200, h: 100 } }]
  const stands = followStands(input(pointer, { wholes, locked: [{ from: 100, to: 300, view }] }), CALM)
  expect(viewer(stands)(180)).toEqual(view)
})
