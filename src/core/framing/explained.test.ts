import { chances } from '../chance'
import { followed as input, H, hand as goes, W } from '../testing/hands'
import { CALM, followStands, viewer, type Whole } from './index'
import { hiddenOf } from './moving'

const hand = (places: Parameters<typeof goes>[0], rest = 60) => goes(places, rest, 16)
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
test.each([1, 2, 6, 8])('wherever a hand goes, what is explained is in the picture: %s', (seed) => {
  const next = chances(seed)
  const upTo = (n: number) => Math.floor(next() * n)
  for (let round = 0; round < 4; round++) {
    const pointer = hand(Array.from({ length: 2 + upTo(7) }, () => ({ x: upTo(W), y: upTo(H) })))
    const wholes = Array.from({ length: 1 + upTo(4) }, () => {
      const from = upTo(pointer.length - 20)
      const rect = { x: upTo(1400), y: upTo(800), w: 80 + upTo(420), h: 40 + upTo(210) }
      return { from, to: Math.min(pointer.length - 1, from + 15 + upTo(185)), rect }
    })
    const at = viewer(followStands(input(pointer, { wholes }), CALM))
    for (const w of wholes)
      for (let f = w.from; f <= w.to; f++) expect(hiddenOf(extent(w.rect), at(f))).toBeLessThanOrEqual(0.1)
  }
})
test('a view that was set by hand stays though something is explained beside it', () => {
  const pointer = hand([{ x: 400, y: 300 }], 400)
  const view = { x: 0, y: 0, w: 640, h: 360 }
  const wholes = [{ from: 150, to: 220, rect: { x: 1500, y: 800, w: 200, h: 100 } }]
  const stands = followStands(input(pointer, { wholes, locked: [{ from: 100, to: 300, view }] }), CALM)
  expect(viewer(stands)(180)).toEqual(view)
})
