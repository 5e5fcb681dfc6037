import { gainAt } from './levels'
import { addPart, type MixPart } from './mixer'

const part = (change: Partial<MixPart>): MixPart => ({
  at: 0,
  length: 4,
  begins: 0,
  levels: [{ at: 0, gain: 1 }],
  ...change,
})
/** The left channel of a block; the right one has twice as much. */
const mixed = (from: number, long: number, ...pieces: [MixPart, number[]][]) => {
  const block = new Float32Array(long * 2)
  for (const [p, left] of pieces) addPart(block, from, p, Float32Array.from(left.flatMap((v) => [v, v * 2])))
  expect([...block].filter((_, i) => i % 2)).toEqual([...block].filter((_, i) => i % 2 === 0).map((v) => v * 2))
  return [...block].filter((_, i) => i % 2 === 0)
}

test('pieces are added up where they lie, at their levels', () =>
  expect(
    mixed(
      0,
      6,
      [part({ at: 1 }), [0.25, 0.25, 0.25, 0.25]],
      [part({ at: 3, levels: [{ at: 0, gain: 0.5 }] }), [1, 1, 1]],
    ),
  ).toEqual([0, 0.25, 0.25, 0.75, 0.75, 0.5]))
test('in a later block a piece goes on from where it is; nothing of it is heard after its end', () => {
  expect(mixed(2, 4, [part({ at: 0 }), [3, 4, 9, 9]])).toEqual([3, 4, 0, 0])
  expect(mixed(10, 2, [part({ at: 0 }), [9, 9]])).toEqual([0, 0])
})
test('what a file is short of is silent', () => expect(mixed(0, 4, [part({}), [1, 1]])).toEqual([1, 1, 0, 0]))
test('between two levels it grows evenly, sample by sample', () => {
  const levels = [
    { at: 2, gain: 0 },
    { at: 6, gain: 1 },
  ]
  expect([0, 2, 3, 4, 6, 9].map((s) => gainAt(levels, s))).toEqual([0, 0, 0.25, 0.5, 1, 1])
  expect(mixed(0, 8, [part({ length: 8, levels }), Array.from({ length: 8 }, () => 1)])).toEqual([
    0, 0, 0, 0.25, 0.5, 0.75, 1, 1,
  ])
  expect(gainAt([], 5)).toBe(1)
})
