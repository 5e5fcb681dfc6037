import fc from 'fast-check'
import { fix, written } from './index'

test('a number is written as it is to three places, of any size and on either side of zero', () => {
  const numbers = fc.oneof(
    fc.double({ noDefaultInfinity: true }),
    fc.double({ min: -5000, max: 5000, noNaN: true }),
    fc.integer({ min: -9_000_000, max: 9_000_000 }).map((n) => n / 2000),
    fc.constantFrom(0, -0, -0.0001, 0.0005, -0.0005, 1_999_999.9996, 2_000_000, -2_000_000),
  )
  fc.assert(
    fc.property(numbers, (n) => written(n) === String(fix(n))),
    { numRuns: 2000 },
  )
})
