import fc from 'fast-check'
import { frameOf, laid, mapFrom, mapWithHold, mapWithRamp, sourceAt, type Stretch, type TimeMap } from './timeMap'

const RATE = { num: 30, den: 1 }
const at = (num: number, den = 1) => ({ num, den })
const map = (inUs: number, ...stretches: Stretch[]): TimeMap => ({ inUs, stretches })

test('at its own speed a clip shows the source from its in point on', () => {
  const plain = map(2_000_000, { toUs: null, speed: at(1) })
  expect([0, 30, 45].map((f) => sourceAt(plain, f, RATE))).toEqual([2_000_000, 3_000_000, 3_500_000])
  expect(frameOf(plain, 3_500_000, RATE)).toBe(45)
})
test('at one and a half times its speed, and standing still', () => {
  const fast = map(0, { toUs: null, speed: at(3, 2) })
  expect([30, 60].map((f) => sourceAt(fast, f, RATE))).toEqual([1_500_000, 3_000_000])
  expect(frameOf(fast, 3_000_000, RATE)).toBe(60)
  const still = map(700_000, { hold: 90 })
  expect([0, 89].map((f) => sourceAt(still, f, RATE))).toEqual([700_000, 700_000])
  expect(frameOf(still, 700_000, RATE)).toBeNull()
})
test('stretches follow each other: on, a rest of a second, on at twice the speed, then its last picture stays', () => {
  const m = map(0, { toUs: 1_000_000, speed: at(1) }, { hold: 30 }, { toUs: 3_000_000, speed: at(2) })
  expect([0, 30, 45, 60, 75, 90, 200].map((f) => sourceAt(m, f, RATE))).toEqual([
    0, 1_000_000, 1_000_000, 1_000_000, 2_000_000, 3_000_000, 3_000_000,
  ])
  expect([500_000, 2_000_000, 2_900_000].map((us) => frameOf(m, us, RATE))).toEqual([15, 75, 88])
  expect(frameOf(m, 3_500_000, RATE)).toBeNull()
})
test('a ramp from standing to twice the speed covers as much as at the speed halfway', () => {
  // From 0 to 2 over two seconds: the way is the time squared over two.
  const m = map(0, { toUs: 2_000_000, speed: at(0), ramp: at(2) })
  expect(laid(m, RATE)[0]).toMatchObject({ fromUs: 0, toUs: 2_000_000 })
  expect([30, 60].map((f) => sourceAt(m, f, RATE))).toEqual([500_000, 2_000_000])
  expect(frameOf(m, 500_000, RATE)).toBe(30)
})
test('backwards, the source goes to what came before', () => {
  const m = map(2_000_000, { toUs: 1_000_000, speed: at(-1) })
  expect([0, 15, 30].map((f) => sourceAt(m, f, RATE))).toEqual([2_000_000, 1_500_000, 1_000_000])
  expect(frameOf(m, 1_500_000, RATE)).toBe(15)
})
test('every frame of a moving stretch is found again by the time that it shows', () => {
  const speed = fc.record({ num: fc.integer({ min: 1, max: 8 }), den: fc.integer({ min: 1, max: 5 }) })
  const stretch = fc.oneof(
    fc.record({ long: fc.integer({ min: 200_000, max: 4_000_000 }), speed, ramp: fc.option(speed) }),
    fc.record({ hold: fc.integer({ min: 1, max: 40 }) }),
  )
  const rates = fc.constantFrom(RATE, { num: 25, den: 1 }, { num: 60, den: 1 }, { num: 30000, den: 1001 })
  fc.assert(
    fc.property(fc.array(stretch, { minLength: 1, maxLength: 5 }), rates, (list, rate) => {
      let us = 0
      const m = map(
        0,
        ...list.map((s): Stretch => {
          if ('hold' in s) return s
          us += s.long
          return { toUs: us, speed: s.speed, ...(s.ramp && { ramp: s.ramp }) }
        }),
      )
      for (const l of laid(m, rate)) {
        if (l.speed === 0) continue
        const first = Math.ceil((l.fromUs * rate.num) / (1e6 * rate.den) + 0.01)
        const last = Math.floor((l.toUs * rate.num) / (1e6 * rate.den) - 0.01)
        for (let f = first; f < last; f += 7) expect(frameOf(m, sourceAt(m, f, rate), rate)).toBe(f)
      }
    }),
    { numRuns: 80 },
  )
})
test('at a fifth of the speed and slower every frame is found by the time that it shows', () => {
  for (const den of [5, 8, 10, 20])
    for (const rate of [RATE, { num: 60, den: 1 }, { num: 30000, den: 1001 }]) {
      const slow = map(0, { toUs: null, speed: at(1, den) })
      const lost = Array.from({ length: 600 }, (_, f) => f).filter(
        (f) => frameOf(slow, sourceAt(slow, f, rate), rate) !== f,
      )
      expect(lost).toEqual([])
    }
})

describe('a map that is cut', () => {
  const whole = map(
    500_000,
    { toUs: 2_000_000, speed: at(1) },
    { hold: 20 },
    { toUs: 5_000_000, speed: at(1), ramp: at(3) },
    { toUs: null, speed: at(3) },
  )
  test('goes on from there as if nothing had been cut', () => {
    for (const cut of [1, 10, 45, 50, 64, 66, 80, 109, 110, 140]) {
      const after = mapFrom(whole, cut, RATE)
      for (let f = 0; f < 60; f++)
        expect(Math.abs(sourceAt(after, f, RATE) - sourceAt(whole, cut + f, RATE))).toBeLessThan(40)
    }
  })
  test('has done the same until there, and a hold put in shows one time of the source for as long as it lasts', () => {
    const held = mapWithHold(whole, 30, 15, RATE)
    for (let f = 0; f < 30; f++) expect(sourceAt(held, f, RATE)).toBe(sourceAt(whole, f, RATE))
    for (let f = 30; f < 45; f++) expect(sourceAt(held, f, RATE)).toBe(sourceAt(whole, 30, RATE))
    for (let f = 45; f < 120; f++)
      expect(Math.abs(sourceAt(held, f, RATE) - sourceAt(whole, f - 15, RATE))).toBeLessThan(40)
  })
  test('a speed that changes over a second covers as much as halfway between, then goes on at the new one', () => {
    const plain = map(0, { toUs: null, speed: at(1) })
    const ramped = mapWithRamp(plain, 30, { frames: 30, to: at(3) }, RATE)
    expect([0, 30, 60, 90].map((f) => sourceAt(ramped, f, RATE))).toEqual([0, 1_000_000, 3_000_000, 6_000_000])
    expect(frameOf(ramped, 3_000_000, RATE)).toBe(60)
  })
})
