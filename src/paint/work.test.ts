import { createCanvas, Path2D as SkiaPath } from '@napi-rs/canvas'
import type { Footage, Layer, Picture } from '@/core/display'
import { gradeColours } from './grade'
import { paint } from './paint'
import { chances } from '@/core/chance'
import { recolour } from './recolour'
import { keyOut, workOnPixels } from './work'

const key = { colour: '#00b140', reach: 0.18, soft: 0.12, spill: 0.6 }
const through = (...rgb: number[]) => {
  const data = Uint8ClampedArray.from([...rgb, 255])
  keyOut(data, key)
  return [...data]
}

test('the colour itself is seen through, lit more or less as well; skin, grey and other colours stay', () => {
  expect(through(0, 177, 64)[3]).toBe(0)
  expect([through(20, 190, 80)[3], through(0, 140, 50)[3]]).toEqual([0, 0])
  for (const rgb of [
    [224, 172, 140],
    [90, 60, 45],
    [128, 128, 128],
    [255, 255, 255],
    [10, 10, 10],
    [40, 60, 200],
    [200, 40, 40],
  ])
    expect([rgb, through(...rgb)[3]]).toEqual([rgb, 255])
})
test('between them it is seen through in part, evenly more and more', () => {
  const mixed = (k: number) => through(...[0, 177, 64].map((v, i) => v + ([200, 160, 140][i]! - v) * k))[3]!
  const alphas = Array.from({ length: 21 }, (_, i) => mixed(i / 20))
  expect(alphas).toEqual([...alphas].sort((a, b) => a - b))
  expect([alphas[0], alphas[20]]).toEqual([0, 255])
  expect(alphas.some((a) => a > 40 && a < 215)).toBe(true)
})
test('what shines in that colour loses it and keeps its light', () => {
  const [r, g, b] = through(150, 190, 140) as [number, number, number]
  expect(g - (r + b) / 2).toBeLessThan((190 - 145) * 0.62)
  const luma = (x: number, y: number, z: number) => 0.2126 * x + 0.7152 * y + 0.0722 * z
  expect(Math.abs(luma(r, g, b) - luma(150, 190, 140))).toBeLessThan(2)
})
test('footage that is keyed and graded is laid over what is below it', () => {
  const source = createCanvas(40, 20)
  const s = source.getContext('2d')
  s.fillStyle = '#00b140'
  s.fillRect(0, 0, 20, 20)
  s.fillStyle = '#806040'
  s.fillRect(20, 0, 20, 20)
  const grade = { exposure: 0.3, contrast: 0.2, saturation: -0.5, warmth: 0.1, dim: 0 }
  const layer: Footage = {
    element: 'f',
    matrix: [2, 0, 0, 2, 0, 0],
    opacity: 1,
    bounds: { x: 0, y: 0, w: 80, h: 40 },
    source: { media: 'm', frame: 0, width: 40, height: 20 },
    work: { key, grade },
  }
  const below: Layer = {
    element: 'b',
    matrix: [1, 0, 0, 1, 0, 0],
    opacity: 1,
    bounds: { x: 0, y: 0, w: 80, h: 40 },
    shapes: [{ type: 'path', d: 'M0 0H80V40H0Z', fill: '#0000ff' }],
  }
  const picture: Picture = { width: 80, height: 40, background: '#000000', layers: [below, layer] }
  const canvas = createCanvas(80, 40)
  const ctx = canvas.getContext('2d')
  paint(ctx as never, picture, {
    footage: () => source as never,
    stillPicture: () => null,
    sheet: (w, h) => createCanvas(w, h).getContext('2d') as never,
    path: (d) => new SkiaPath(d) as never,
  })
  const at = (x: number) => [...ctx.getImageData(x, 20, 1, 1).data].slice(0, 3)
  expect(at(10)).toEqual([0, 0, 255])
  const graded = Uint8ClampedArray.from([128, 96, 64, 255])
  gradeColours(graded, grade)
  at(60).forEach((v, i) => expect(Math.abs(v - graded[i]!)).toBeLessThanOrEqual(2))
})

test('what is known of a colour is what comes of it, whatever went before', () => {
  const next = chances(5)
  const grade = { exposure: 0.3, contrast: 0.2, saturation: -0.5, warmth: 0.1, dim: 0 }
  const swap = { from: '#c08050', to: '#4050c0', reach: 0.2, share: 0.7 }
  for (const work of [{ key }, { grade }, { key, grade }, { key, swap, grade }, { swap }]) {
    const pixels = Uint8ClampedArray.from({ length: 40_000 }, (_, i) =>
      i % 4 === 3 ? (next() < 0.8 ? 255 : Math.floor(next() * 256)) : Math.floor(next() * 12) * 23,
    )
    const each = pixels.slice()
    if (work.key) keyOut(each, work.key)
    if (work.swap) recolour(each, work.swap)
    if (work.grade) gradeColours(each, work.grade)
    workOnPixels(pixels, work)
    expect(pixels.every((v, i) => v === each[i])).toBe(true)
  }
})
