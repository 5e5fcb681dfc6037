import { createCanvas, Path2D as SkiaPath } from '@napi-rs/canvas'
import type { Drawing, Layer, Picture, Shape } from '@/core/display'
import type { Rect } from '@/core/geometry'
import { layBlocks } from './blocks'
import type { Easel } from './easel'
import { paint } from './paint'
import { recolour } from './recolour'

const easel: Easel = {
  footage: () => null,
  stillPicture: () => null,
  sheet: (w, h) => createCanvas(w, h).getContext('2d') as never,
  path: (d) => new SkiaPath(d) as never,
}
const item = (shapes: Shape[], change: Partial<Drawing> = {}): Drawing => ({
  element: 'e',
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  shapes,
  bounds: { x: 0, y: 0, w: 80, h: 80 },
  ...change,
})
const mixed = (instants: Drawing[], bounds: Rect): Layer => ({
  element: 'e',
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  bounds,
  instants,
})
const box = (x: number, y: number, w: number, h: number, fill: string): Shape => ({
  type: 'path',
  d: `M${x} ${y} H${x + w} V${y + h} H${x} Z`,
  fill,
})
function shown(items: Layer[], size = 80): (x: number, y: number) => number[] {
  const canvas = createCanvas(size, size)
  const ctx = canvas.getContext('2d')
  const list: Picture = { width: 80, height: 80, background: '#000000', layers: items }
  paint(ctx as never, list, easel, size)
  const { data } = ctx.getImageData(0, 0, size, size)
  return (x, y) => [...data.slice((y * size + x) * 4, (y * size + x) * 4 + 3)]
}
const instant = (x: number, change: Partial<Drawing> = {}) =>
  item([box(0, 0, 20, 20, '#ffffff')], {
    matrix: [1, 0, 0, 1, x, 20],
    bounds: { x: x - 1, y: 19, w: 22, h: 22 },
    ...change,
  })

test('the instants of an open shutter add up: whole where all agree, a share where some do', () => {
  const at = shown([
    mixed(
      [0, 10, 20, 30].map((x) => instant(x)),
      { x: 0, y: 19, w: 52, h: 22 },
    ),
  ])
  // Columns 0–9 are covered by one instant of four, 10–19 by two, 20–29 by two, 30–39 by two, 40–49 by one.
  expect([5, 15, 25, 35, 45, 60].map((x) => Math.round((at(x, 30)[0]! / 255) * 4))).toEqual([1, 2, 2, 2, 1, 0])
  // The very same drawing at each instant is drawn once and laid down; it comes out the same.
  const shapes = [box(0, 0, 20, 20, '#ffffff')]
  const once = shown([
    mixed(
      [0, 10, 20, 30].map((x) => ({ ...instant(x), shapes, box: { x: -1, y: -1, w: 22, h: 22 } })),
      { x: 0, y: 19, w: 52, h: 22 },
    ),
  ])
  expect([5, 15, 25, 35, 45, 60].map((x) => Math.round((once(x, 30)[0]! / 255) * 4))).toEqual([1, 2, 2, 2, 1, 0])
  const together = shown([
    mixed(
      [10, 10, 10].map((x) => instant(x)),
      { x: 9, y: 19, w: 22, h: 22 },
    ),
  ])
  expect(together(15, 30)[0]).toBeGreaterThanOrEqual(252)
})
test('on a small canvas only so many instants are mixed as it can tell apart; the sum stays whole', () => {
  const shapes = [box(0, 0, 20, 20, '#ffffff')]
  const blurred = [
    mixed(
      Array.from({ length: 8 }, (_, i) => ({ ...instant(20 + i * 0.5), shapes, box: { x: -1, y: -1, w: 22, h: 22 } })),
      { x: 19, y: 19, w: 26, h: 22 },
    ),
  ]
  expect(shown(blurred, 20)(7, 7)[0]).toBeGreaterThan(248)
  expect(shown(blurred, 80)(30, 30)[0]).toBeGreaterThan(248)
})
test('what reaches far out of the picture is drawn on no more than the picture and its way', () => {
  const far = { x: -50_000, y: -50_000, w: 100_000, h: 100_000 }
  const shapes: Shape[] = [
    { type: 'path', d: 'M-50000 -50000 H50000 V50000 H-50000 Z M-10 -10 V10 H10 V-10 Z', fill: '#ffffff' },
  ]
  const instants = [30, 34, 38, 42].map((x) =>
    item(shapes, { matrix: [1, 0, 0, 1, x, 40], box: far, bounds: { ...far, x: far.x + x, y: far.y + 40 } }),
  )
  const asked: number[] = []
  const ctx = createCanvas(80, 80).getContext('2d')
  const list: Picture = {
    width: 80,
    height: 80,
    background: '#000000',
    layers: [mixed(instants, far)],
  }
  paint(ctx as never, list, {
    ...easel,
    sheet: (w, h) => {
      asked.push(w, h)
      return createCanvas(w, h).getContext('2d') as never
    },
  })
  expect(Math.max(...asked)).toBeLessThan(120)
  const at = (x: number) => ctx.getImageData(x, 40, 1, 1).data[0]!
  // The hole is open at all four instants in its middle, at none outside its way.
  expect([at(36), at(70)]).toEqual([0, 255])
})
test('a blurred thing is soft on both sides of its edge, and as strong in its middle', () => {
  const at = shown([item([box(20, 20, 40, 40, '#ffffff')], { blurPx: 4, bounds: { x: 8, y: 8, w: 64, h: 64 } })])
  expect(at(40, 40)[0]).toBeGreaterThan(250)
  expect(at(18, 40)[0]).toBeGreaterThan(20)
  expect(at(22, 40)[0]).toBeLessThan(235)
  expect(at(4, 40)[0]).toBe(0)
})
test('a clip leaves only its rectangle', () => {
  const at = shown([item([box(0, 0, 80, 80, '#ff0000')], { clip: { x: 20, y: 0, w: 20, h: 80 } })])
  expect([at(10, 40), at(30, 40), at(50, 40)]).toEqual([
    [0, 0, 0],
    [255, 0, 0],
    [0, 0, 0],
  ])
})
test('a gradient runs from its first colour to its last along its line', () => {
  const at = shown([
    item([
      {
        type: 'path',
        d: 'M0 0 H80 V80 H0 Z',
        fill: {
          x1: 0,
          y1: 0,
          x2: 80,
          y2: 0,
          stops: [
            { at: 0, colour: '#000000' },
            { at: 1, colour: '#ffffff' },
          ],
        },
      },
    ]),
  ])
  expect([at(0, 40)[0]! < 5, Math.abs(at(40, 40)[0]! - 128) < 5, at(79, 40)[0]! > 250]).toEqual([true, true, true])
})
test('a blur below softens what was painted before it, within its rectangle alone', () => {
  const stripes = item(Array.from({ length: 20 }, (_, i) => box(i * 4, 0, 2, 80, '#ffffff')))
  const at = shown([
    stripes,
    item([{ type: 'below', x: 20, y: 20, w: 40, h: 40, effect: 'blur', px: 6, seed: 0 }], {
      bounds: { x: 20, y: 20, w: 40, h: 40 },
    }),
  ])
  expect(Math.abs(at(40, 40)[0]! - at(42, 40)[0]!)).toBeLessThan(6)
  expect(at(40, 10)[0]).toBe(255)
  expect(at(42, 10)[0]).toBe(0)
})
describe('blocks hide', () => {
  const covered = (
    words: (ctx: ReturnType<ReturnType<typeof createCanvas>['getContext']>) => void,
    rect = { x: 20, y: 20, w: 50, h: 40 },
  ) => {
    const canvas = createCanvas(80, 80)
    const ctx = canvas.getContext('2d')
    ctx.fillStyle = '#ffffff'
    ctx.fillRect(0, 0, 80, 80)
    words(ctx)
    const list: Picture = {
      width: 80,
      height: 80,
      background: '#ffffff',
      layers: [
        {
          element: 'c',
          matrix: [1, 0, 0, 1, 0, 0],
          opacity: 1,
          bounds: { x: 0, y: 0, w: 80, h: 80 },
          source: { media: 'm', frame: 0, width: 80, height: 80 },
        },
        item([{ type: 'below', ...rect, effect: 'blocks', px: 24, seed: 7 }], { bounds: rect }),
      ],
    }
    const out = createCanvas(80, 80).getContext('2d')
    paint(out as never, list, { ...easel, footage: () => canvas as never })
    return out.getImageData(0, 0, 80, 80).data
  }
  const colours = (data: Uint8ClampedArray, x0: number, y0: number, x1: number, y1: number) => {
    const seen = new Set<string>()
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) seen.add([...data.slice((y * 80 + x) * 4, (y * 80 + x) * 4 + 3)].join())
    return seen
  }
  test('each block is one colour, on a grid of the whole picture', () => {
    const data = covered((c) => {
      c.fillStyle = '#000000'
      for (let i = 0; i < 80; i += 3) c.fillRect(i, 0, 1, 80)
    })
    expect(colours(data, 24, 24, 48, 48).size).toBe(1)
    expect(colours(data, 48, 24, 70, 48).size).toBe(1)
    expect(colours(data, 20, 20, 70, 60).size).toBeLessThanOrEqual(9)
    expect(colours(data, 0, 0, 20, 80).size).toBe(2)
  })
  test(
    'a sliver of a block at the edge of the region has the ' + 'colour of the whole block, not of the few pixels in it',
    () => {
      // Column 20..23 is black alone; its block, 0..23, is white but for that.
      const data = covered((c) => {
        c.fillStyle = '#000000'
        c.fillRect(20, 24, 4, 24)
      })
      const sliver = data[(30 * 80 + 21) * 4]!
      expect(sliver).toBeGreaterThan(150)
    },
  )
  test('a word moved by some pixels within its blocks leaves the very same pixels', () => {
    const word = (x: number) =>
      covered((c) => {
        c.fillStyle = '#000000'
        c.fillRect(x, 30, 8, 6)
      })
    expect(Buffer.compare(Buffer.from(word(28)), Buffer.from(word(36)))).toBe(0)
  })
  test('the seed decides the noise, nothing else does', () => {
    const laid = (seed: number) => {
      const ctx = createCanvas(48, 48).getContext('2d')
      ctx.fillStyle = '#808080'
      ctx.fillRect(0, 0, 48, 48)
      layBlocks(ctx as never, { x: 0, y: 0, w: 48, h: 48, scale: 1 }, 24, seed)
      return [...ctx.getImageData(0, 0, 48, 48).data].join()
    }
    expect(laid(1)).toBe(laid(1))
    expect(laid(1)).not.toBe(laid(2))
  })
})
test('one colour of a picture is changed into another; others stay, and half-way lies in between', () => {
  const pixels = () => new Uint8ClampedArray([255, 0, 0, 255, 0, 0, 255, 255, 250, 5, 5, 255, 255, 0, 0, 0])
  const whole = pixels()
  recolour(whole, { from: '#ff0000', to: '#00aa00', reach: 0.25, share: 1 })
  expect([...whole.slice(0, 3)]).toEqual([0, 170, 0])
  expect([...whole.slice(4, 7)]).toEqual([0, 0, 255])
  expect(whole[8]).toBeLessThan(10)
  expect([...whole.slice(12, 16)]).toEqual([255, 0, 0, 0])
  const half = pixels()
  recolour(half, { from: '#ff0000', to: '#00aa00', reach: 0.25, share: 0.5 })
  expect(half[0]).toBeGreaterThan(40)
  expect(half[0]).toBeLessThan(240)
  expect(half[1]).toBeGreaterThan(40)
})
