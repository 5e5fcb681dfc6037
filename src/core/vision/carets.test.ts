import { astray } from './carets'
import { roughShapeOf } from './shapes'
import type { Stay } from './track'

/** A look of its own; its hot spot is its top left corner. */
const look = () => ({
  ...roughShapeOf([0, 1, 2, 3].map((i) => ({ x: i, y: i, value: 20 * i, sure: 1 }))),
  hot: { x: 0, y: 0 },
})
const beam = look()
const caret = look()
const arrow = look()
const stay = (shape: typeof beam, from: number, to: number, x: number, y: number): Stay => ({
  shape,
  from,
  to,
  x,
  y,
  share: 0.9,
})

/**
 * A text pointer rests at 320, 215; a caret goes along a line of text far from it, letter by letter; the pointer is
 * moved again.
 */
const typing = [
  stay(beam, 0, 30, 320, 215),
  ...Array.from({ length: 12 }, (_, n) => stay(caret, 34 + 3 * n, 36 + 3 * n, 100 + 6 * n, 94 + (n % 2))),
  stay(beam, 72, 72, 324, 216),
  stay(beam, 73, 73, 340, 220),
]

test(
  'while someone types, the caret is not the pointer: the way ' +
    'leaps to it and is back where it was when the pointer is moved',
  () => {
    const { links, looks } = astray(typing)
    expect([...links]).toEqual(typing.slice(1, 13))
    expect(looks).toEqual(new Set([caret]))
  },
)
test('a look that was the pointer for most of its time is kept, though it was astray once', () => {
  const { links, looks } = astray([...typing, stay(caret, 80, 200, 345, 222)])
  expect(links.size).toBe(12)
  expect(looks.size).toBe(0)
})
test(
  'a pointer that goes to another place and comes back is not ' +
    'taken for a caret: by wide strides, up and down, or by no leap',
  () => {
    const away = (way: Stay[]) => astray([stay(beam, 0, 30, 320, 215), ...way, stay(beam, 72, 90, 320, 215)])
    const strides = Array.from({ length: 12 }, (_, n) => stay(arrow, 34 + n, 34 + n, 100 + 60 * n, 94))
    const upAndDown = Array.from({ length: 12 }, (_, n) => stay(arrow, 34 + 3 * n, 36 + 3 * n, 100 + 6 * n, 94 + 5 * n))
    const near = Array.from({ length: 3 }, (_, n) => stay(arrow, 34 + 3 * n, 36 + 3 * n, 350 + 6 * n, 215))
    for (const way of [strides, upAndDown, near]) expect(away(way).links.size).toBe(0)
  },
)
test('where a person says that the pointer is, it is not astray', () => {
  const told = typing.map((s, i) => (i === 13 ? { ...s, said: 'found' as const } : s))
  expect(astray(told).links.size).toBe(0)
})
