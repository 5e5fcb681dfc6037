import { BLOCK } from './sizes'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { fill, page, put, type Screen } from '../testing/screens'
import { Changes } from './changes'
import { Eyes } from './eyes'
import { patchOf } from './flashes'
import { fitAt, shapeOf, type PointerShape } from './shapes'

const code = new WebAssembly.Module(readFileSync(path.join(__dirname, '../../../wasm/vision.wasm')))
// Neither side is a multiple of a square's.
const W = 334
const H = 203

function drawn(what: 'arrow' | 'beam', [dark, light] = [16, 250]): PointerShape {
  const s: Screen = { width: 40, height: 40, grey: new Uint8Array(1600).fill(128) }
  put(s, what, 10, 8)
  return shapeOf(
    [...s.grey.keys()]
      .filter((i) => s.grey[i] !== 128)
      .map((i) => ({ x: i % 40, y: Math.floor(i / 40), value: s.grey[i]! < 128 ? dark! : light!, sure: 1 })),
  )
}
/** Eyes that look at one screen after another; the squares that differ between the two, as they are compared. */
function between(before: Screen, now: Screen): { eyes: Eyes; list: Int32Array } {
  const eyes = new Eyes(code, W, H)
  eyes.grey.set(before.grey)
  const all = eyes.changed(true)
  eyes.lay('before', all.list, all.pixels)
  eyes.lay('now', all.list, all.pixels)
  eyes.grey.set(now.grey)
  const { list, pixels } = eyes.changed(false)
  eyes.lay('now', list, pixels)
  eyes.compare(list)
  return { eyes, list }
}
const withPointer = (what: 'arrow' | 'beam', x: number, y: number, seed = 4) => {
  const s = page(W, H, seed)
  put(s, what, x, y)
  return s
}

test('a pointer that came is found to the pixel wherever it is, also where it sticks out at a side or a corner', () => {
  const shape = drawn('arrow')
  const places = [
    [100, 60],
    [101, 77],
    [159, 95],
    [0, 0],
    [-3, 90],
    [322, 40],
    [327, 120],
    [60, -4],
    [200, 186],
    [240, 192],
    [-2, 190],
    [321, -3],
    [W - 12, H - 19],
  ] as const
  for (const [x, y] of places) {
    const { eyes, list } = between(page(W, H, 4), withPointer('arrow', x, y))
    const found = eyes.seek('now', shape, list, 0.68, 0.22).sort((a, b) => b.share - a.share)
    expect({ at: [x, y], ...found[0] }).toMatchObject({ at: [x, y], x, y, share: 1 })
  }
})
test(
  'what it says of a place is what the plain measure says, ' +
    'near a pointer and away from one, inside and at the border',
  () => {
    const places = [
      [150, 80],
      [0, 40],
      [-3, 120],
      [326, 60],
      [40, -4],
      [90, 186],
    ] as const
    const now = page(W, H, 4)
    for (const [i, [x, y]] of places.entries()) put(now, i % 2 ? 'beam' : 'arrow', x, y)
    const { eyes } = between(page(W, H, 4), now)
    const alike = (shape: PointerShape, x: number, y: number) => {
      const share = fitAt({ pixels: now.grey, width: W, height: H }, shape, { x, y }, 0)
      expect({ x, y, off: Math.abs(eyes.fit(shape, x, y, 0) - share) < 1e-3 }).toEqual({ x, y, off: true })
      return share
    }
    let seen = 0
    for (const shape of [drawn('arrow'), drawn('beam')]) {
      for (const [x, y] of places)
        for (let dy = -3; dy <= 3; dy++) for (let dx = -3; dx <= 3; dx++) if (alike(shape, x + dx, y + dy) > 0) seen++
      for (let y = -12; y < H; y += 7) for (let x = -9; x < W; x += 5) alike(shape, x, y)
    }
    expect(seen).toBeGreaterThan(15)
  },
)
test('an even field of a grey between is no arrow, though it lies within reach of its pixels', () => {
  const pale = drawn('arrow', [165, 215])
  expect(fitAt({ pixels: new Uint8Array(W * H).fill(190), width: W, height: H }, pale, { x: 100, y: 60 }, 0.6)).toBe(0)
})
test('where one left it is found in the picture before, and not in the one after', () => {
  const { eyes, list } = between(withPointer('beam', 120, 90), page(W, H, 4))
  expect(eyes.seek('before', drawn('beam'), list, 0.68, 0.22).sort((a, b) => b.share - a.share)[0]).toMatchObject({
    x: 120,
    y: 90,
    share: 1,
  })
  expect(eyes.seek('now', drawn('beam'), list, 0.68, 0.22)).toEqual([])
})
test('what stands there already is no news, however much changes beside it', () => {
  const before = withPointer('arrow', 100, 64)
  const now = withPointer('arrow', 100, 64)
  fill(now, 116, 66, 60, 40, 20)
  const { eyes, list } = between(before, now)
  const squares = Array.from({ length: eyes.columns * eyes.rows }, (_, i) => i)
  const own = (found: { x: number; y: number }[]) => found.filter((f) => f.x === 100 && f.y === 64)
  expect(list.length).toBeGreaterThan(4)
  expect(own(eyes.seek('now', drawn('arrow'), squares, 0.68, 0.22))).toHaveLength(0)
  expect(own(eyes.seek('now', drawn('arrow'), squares, 0.68, 0))).toHaveLength(1)
})
test(
  'around a place the best other one is found, as by trying ' +
    'all of them, and none that is not better than asked for',
  () => {
    const shape = drawn('arrow')
    for (const [x, y] of [
      [100, 60],
      [1, 2],
      [W - 11, 90],
      [40, H - 17],
    ] as const) {
      const now = withPointer('arrow', x, y)
      const { eyes } = between(page(W, H, 4), now)
      for (const [dx, dy] of [
        [2, -1],
        [-3, 3],
        [0, 1],
      ] as const)
        expect(eyes.around(shape, x + dx, y + dy, 3, 0.7)).toMatchObject({ x, y, share: 1 })
      const others = []
      for (let dy = -3; dy <= 3; dy++)
        for (let dx = -3; dx <= 3; dx++)
          if (dx !== 0 || dy !== 0)
            others.push(fitAt({ pixels: now.grey, width: W, height: H }, shape, { x: x + dx, y: y + dy }, 0))
      const best = Math.max(...others)
      expect(eyes.around(shape, x, y, 3, 0)?.share ?? 0).toBeCloseTo(best, 4)
      expect(eyes.around(shape, x, y, 3, best + 0.01)).toBeNull()
    }
  },
)
test('a shape of more pixels than are looked at is found as well', () => {
  const s: Screen = { width: 80, height: 80, grey: new Uint8Array(6400).fill(128) }
  for (let y = 0; y < 60; y++)
    for (let x = 0; x <= y / 1.5; x++) s.grey[(y + 8) * 80 + x + 10] = x < 3 || x > y / 1.5 - 3 || y > 56 ? 16 : 245
  const shape = shapeOf(
    [...s.grey.keys()]
      .filter((i) => s.grey[i] !== 128)
      .map((i) => ({ x: i % 80, y: Math.floor(i / 80), value: s.grey[i]!, sure: 1 })),
  )
  expect(shape.value.length).toBeGreaterThan(1000)
  const now = page(W, H, 4)
  for (let i = 0; i < shape.value.length; i++) now.grey[(90 + shape.dy[i]!) * W + 170 + shape.dx[i]!] = shape.value[i]!
  const { eyes, list } = between(page(W, H, 4), now)
  expect(eyes.seek('now', shape, list, 0.68, 0.22).sort((a, b) => b.share - a.share)[0]).toMatchObject({
    x: 170,
    y: 90,
    share: 1,
  })
})
test(
  'a rectangle of the picture is put together from its ' +
    'squares, with the pixels of the border where it reaches out',
  () => {
    const eyes = new Eyes(code, W, H)
    const changes = new Changes(eyes)
    const screens = [page(W, H, 4), withPointer('arrow', 90, 50)]
    for (const s of screens) {
      eyes.grey.set(s.grey)
      changes.add()
    }
    const near = (v: number, most: number) => Math.min(most - 1, Math.max(0, v))
    for (const [frame, x, y, w, h] of [
      [0, 83, 45, 40, 33],
      [1, 83, 45, 40, 33],
      [1, -7, -5, 30, 21],
      [0, W - 9, H - 6, 20, 20],
      [1, -30, 100, 20, 7],
      [1, 5 * BLOCK, 3 * BLOCK, BLOCK, BLOCK],
    ] as const) {
      const patch = patchOf(changes, frame, { x, y, w, h })
      expect([...patch]).toEqual(
        Array.from(
          { length: w * h },
          (_, i) => screens[frame]!.grey[near(y + Math.floor(i / w), H) * W + near(x + (i % w), W)],
        ),
      )
    }
  },
)
