import { put, type Screen } from '../testing/screens'
import { shapeOf, type PointerShape } from './shapes'
import { chain, proven, type Stay } from './track'

function arrow(): PointerShape {
  const s: Screen = { width: 40, height: 40, grey: new Uint8Array(1600).fill(128) }
  put(s, 'arrow', 10, 8)
  return {
    ...shapeOf(
      [...s.grey.keys()]
        .filter((i) => s.grey[i] !== 128)
        .map((i) => ({ x: i % 40, y: Math.floor(i / 40), value: s.grey[i]!, sure: 1 })),
    ),
    hot: { x: 0, y: 0 },
  }
}
const shape = arrow()
const stay = (from: number, to: number, x: number, y = 50, share = 0.99): Stay => ({ from, to, x, y, share, shape })
/** A way in steps of eight pixels, a stay a frame. */
const steps = (from: number, n: number, x: number, y = 50) =>
  Array.from({ length: n }, (_, i) => stay(from + i, from + i, x + 8 * i, y))
const froms = (links: Stay[]) => links.map((l) => l.from)

test('a poor likeness that stands where the pointer went out of sight is not believed, nor what leads to it', () => {
  const before = steps(0, 20, 20)
  const after = steps(60, 20, 300, 150)
  // It is left by a leap of 90 pixels, and what leads to it stands for two frames only.
  const likeness = [stay(28, 29, 217, 120, 0.72), stay(30, 59, 210, 127, 0.66)]
  expect(froms(proven([...before, ...likeness, ...after]))).toEqual(froms([...before, ...after]))
})
test('a rest on busy ground that fits as poorly is believed where it is come to and left step by step', () => {
  const before = steps(0, 20, 20)
  const rest = stay(20, 49, 184, 50, 0.66)
  const after = steps(50, 20, 190)
  expect(froms(proven([...before, rest, ...after]))).toContain(20)
  // At the end of the recording nobody can say.
  expect(froms(proven([...before, rest]))).not.toContain(20)
})
test(
  'where a look fits no better anywhere, as in strongly ' + 'compressed pictures, one short way to a rest is enough',
  () => {
    const poor = steps(0, 20, 20).map((s) => ({ ...s, share: 0.74 }))
    expect(froms(proven([...poor, stay(20, 49, 184, 50, 0.68)]))).toContain(20)
  },
)
test('what fits far worse than its look usually does is no reason to leap away and back', () => {
  const there = [...steps(0, 20, 20), stay(20, 25, 180)]
  const back = steps(45, 20, 190)
  const elsewhere = Array.from({ length: 16 }, (_, i) => stay(27 + i, 27 + i, 440 + 3 * i, 340, 0.77))
  const all = [...there, ...elsewhere, ...back]
  expect(chain(all).some((l) => l.share < 0.8)).toBe(true)
  expect(chain(all, new Map([[shape, 0.99]])).some((l) => l.share < 0.8)).toBe(false)
})
test(
  'a caret that goes along while something is typed is no ' +
    'pointer, though each of its places stands for a short while only',
  () => {
    const caret = Array.from({ length: 12 }, (_, i) => stay(24 + i * 4, 27 + i * 4, 420 + i * 6, 50, 0.77))
    const known = proven([...steps(0, 20, 20), ...caret, ...steps(76, 20, 20)])
    expect(froms(known).filter((f) => f >= 24 && f < 76)).toEqual([])
    expect(known.length).toBe(40)
  },
)
test(
  'a tremble on poor ground that is come to and left by a short ' +
    'way is believed, though a few frames are missing on both sides',
  () => {
    const poor = Array.from({ length: 12 }, (_, i) => stay(28 + i * 3, 29 + i * 3, 200 + (i % 2) * 3, 50, 0.68))
    expect(
      froms(proven([...steps(0, 20, 20), ...poor, ...steps(72, 20, 210)])).filter((f) => f >= 28 && f < 72),
    ).toHaveLength(12)
  },
)
