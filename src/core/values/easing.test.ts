import { bezierOf, dampingOf, ease, Easing, isEasing, overOf, softnessOf } from './easing'
import { mixColours, mixValues } from './mix'
import { pathLength, alongPath } from './path'

test('a step function stands on its steps, as CSS has it', () => {
  expect([0, 0.24, 0.25, 0.99, 1].map((x) => ease('steps(4)', x))).toEqual([0, 0, 0.25, 0.75, 1])
  expect([0, 0.25].map((x) => ease('steps(4, jump-start)', x))).toEqual([0.25, 0.5])
  expect([0, 0.5, 1].map((x) => ease('steps(2, jump-both)', x))).toEqual([1 / 3, 2 / 3, 1])
  expect([0, 0.34, 0.67].map((x) => ease('steps(3, jump-none)', x))).toEqual([0, 0.5, 1])
})
test('linear() goes straight between its stops; those without a place are spread evenly', () => {
  expect([0.25, 0.5, 0.75].map((x) => ease('linear(0, 1, 0.5)', x))).toEqual([0.5, 1, 0.75])
  expect(ease('linear(0, 0.5 20%, 1)', 0.1)).toBeCloseTo(0.25, 9)
  expect(ease('linear(0, 0.5 25% 75%, 1)', 0.5)).toBe(0.5)
})
test('a soft start and a soft landing are so many % of a Bézier curve’s handles', () => {
  expect(bezierOf('soft(60%, 40%)')).toEqual([0.6, 0, 0.6, 1])
  for (const x of [0.1, 0.5, 0.8]) expect(ease('soft(0, 0)', x)).toBeCloseTo(x, 6)
  expect(ease('soft(50%, 0%)', 0.2)).toBeLessThan(0.2)
})
test('overshoot goes past its goal by its share, once; a spring swings about it and comes to rest', () => {
  const curve = (e: string) => Array.from({ length: 1001 }, (_, i) => ease(e, i / 1000))
  expect(Math.max(...curve('overshoot(25%)'))).toBeCloseTo(1.25, 3)
  expect(Math.min(...curve('overshoot(25%)'))).toBe(0)
  const swing = curve('spring(0.2)')
  expect(Math.max(...swing)).toBeCloseTo(1 + Math.exp((-Math.PI * 0.2) / Math.sqrt(1 - 0.04)), 2)
  expect(swing.filter((v, i) => i > 0 && (v - 1) * (swing[i - 1]! - 1) < 0).length).toBeGreaterThan(2)
  expect(Math.max(...curve('spring(1)'))).toBeLessThanOrEqual(1)
  expect(Math.abs(swing[990]! - 1)).toBeLessThan(0.01)
})
test('hold changes at the landing', () => expect([0, 0.5, 0.999, 1].map((x) => ease('hold', x))).toEqual([0, 0, 0, 1]))
test('every easing starts at 0 and lands on 1', () => {
  for (const e of [
    'linear',
    'ease',
    'soft',
    'snappy',
    'overshoot',
    'spring',
    'spring(0.3)',
    'overshoot(40%)',
    'cubic-bezier(0.3, -1, 0.7, 2)',
    'linear(0, 2, 1)',
    'soft(80%, 10%)',
  ])
    expect([e, ease(e, 0), ease(e, 1)]).toEqual([e, 0, 1])
})
test('what is no easing is refused', () => {
  for (const e of [
    '',
    'fast',
    'cubic-bezier(2, 0, 1, 1)',
    'cubic-bezier(0, 0, 1)',
    'steps(0)',
    'steps(1, jump-none)',
    'steps(3, up)',
    'linear(1)',
    'linear(a, b)',
    'spring(0)',
    'spring(2)',
    'overshoot(200%)',
    'soft(50%)',
    'constructor',
  ])
    expect([e, isEasing(e)]).toEqual([e, false])
  expect(Easing.safeParse('fast').error!.issues[0]!.message).toContain('ease-in-out')
})
test('colours mix as they are seen: between blue and yellow lies no grey of half their values', () => {
  expect(mixColours('#000000', '#ffffff', 0.5)).toBe('#636363')
  expect(mixColours('#ff0000', '#00ff00', 0)).toBe('#ff0000')
  expect(mixColours('#ff000000', '#ff0000', 0.5)).toBe('#ff000080')
  expect(mixValues(10, 20, 0.25)).toBe(12.5)
  expect([mixValues(null, '#ffffff', 0.9), mixValues(null, '#ffffff', 1)]).toEqual([null, '#ffffff'])
})
test('a curved way is gone along by its length; beyond its ends it goes straight on', () => {
  const a = { x: 0, y: 0 }
  const b = { x: 100, y: 0 }
  const curve = { start: { x: 0, y: 100 }, landing: { x: 0, y: 100 } }
  expect(alongPath(a, b, curve, 0.5).x).toBeCloseTo(50, 3)
  expect(alongPath(a, b, curve, 0.5).y).toBeCloseTo(75, 1)
  const steps = Array.from({ length: 21 }, (_, i) => alongPath(a, b, curve, i / 20))
  const lengths = steps.slice(1).map((p, i) => Math.hypot(p.x - steps[i]!.x, p.y - steps[i]!.y))
  expect(Math.max(...lengths) / Math.min(...lengths)).toBeLessThan(1.05)
  expect(pathLength(a, b, null)).toBe(100)
  expect(alongPath(a, b, curve, 1.1).y).toBeLessThan(0)
  expect(alongPath(a, b, null, 1.5)).toEqual({ x: 150, y: 0 })
})
test('an easing tells its numbers: softness in %, a spring’s damping, how far an overshoot goes', () => {
  expect(softnessOf('soft(30%, 70%)')).toEqual({ start: 30, landing: 70 })
  expect(softnessOf('ease-in-out')).toEqual({ start: 42, landing: expect.closeTo(42, 9) })
  expect(softnessOf('linear')).toEqual({ start: 0, landing: 0 })
  expect([softnessOf('ease'), softnessOf('hold'), softnessOf('spring')]).toEqual([null, null, null])
  expect([dampingOf('spring'), dampingOf('spring(0.25)'), dampingOf('overshoot')]).toEqual([0.5, 0.25, null])
  expect([overOf('overshoot'), overOf('overshoot(25%)'), overOf('spring(0.3)')]).toEqual([10, 25, null])
})
test('the Bézier numbers of a name draw the very curve of that name', () => {
  for (const name of ['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out', 'soft', 'snappy']) {
    const b = bezierOf(name)!
    for (const x of [0.1, 0.37, 0.5, 0.9])
      expect(ease(`cubic-bezier(${b.join(', ')})`, x)).toBeCloseTo(ease(name, x), 9)
  }
  expect([bezierOf('hold'), bezierOf('steps(3)'), bezierOf('cubic-bezier(2, 0, 0, 1)')]).toEqual([null, null, null])
})
