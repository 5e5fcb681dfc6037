import { createCanvas, Path2D as SkiaPath } from '@napi-rs/canvas'
import type { Group } from '@/core/display'
import { isConvex, projection, type Quad } from '@/core/geometry'
import { paint } from './paint'

const quad: Quad = [
  { x: 20, y: 10 },
  { x: 180, y: 30 },
  { x: 170, y: 150 },
  { x: 30, y: 190 },
]
test('corners come to corners, and lines stay straight, as seen in perspective', () => {
  const at = projection(quad)
  const near = (p: { x: number; y: number }) => [Math.round(p.x * 1e6) / 1e6, Math.round(p.y * 1e6) / 1e6]
  expect([at(0, 0), at(1, 0), at(1, 1), at(0, 1)].map(near)).toEqual(quad.map((p) => [p.x, p.y]))
  // The middle is where the diagonals cross.
  const m = at(0.5, 0.5)
  const cross = (a: { x: number; y: number }, b: { x: number; y: number }) =>
    (b.x - a.x) * (m.y - a.y) - (b.y - a.y) * (m.x - a.x)
  expect([cross(quad[0], quad[2]), cross(quad[1], quad[3])].map((v) => Math.abs(v) < 1e-6)).toEqual([true, true])
  const [p, q, r] = [at(0.2, 0.1), at(0.2, 0.5), at(0.2, 0.9)]
  expect((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)).toBeCloseTo(0, 6)
  expect([isConvex(quad), isConvex([quad[0], quad[2], quad[1], quad[3]])]).toEqual([true, false])
})
test('a picture is laid into four corners without a seam, and nothing beside it', () => {
  const layer: Group = {
    element: 'g',
    matrix: [1, 0, 0, 1, 0, 0],
    opacity: 1,
    bounds: { x: 20, y: 10, w: 160, h: 180 },
    apart: true,
    warp: { window: { x: 0, y: 0, w: 100, h: 100 }, quad, featherPx: 0 },
    layers: [
      {
        element: 'a',
        matrix: [1, 0, 0, 1, 0, 0],
        opacity: 1,
        bounds: { x: 0, y: 0, w: 100, h: 100 },
        shapes: [
          { type: 'path', d: 'M0 0H100V100H0Z', fill: '#ff0000' },
          { type: 'path', d: 'M50 0H100V100H50Z', fill: '#0000ff' },
        ],
      },
    ],
  }
  const canvas = createCanvas(200, 200)
  const ctx = canvas.getContext('2d')
  paint(
    ctx as never,
    { width: 200, height: 200, background: '#00ff00', layers: [layer] },
    {
      footage: () => null,
      stillPicture: () => null,
      sheet: (w, h) => createCanvas(w, h).getContext('2d') as never,
      path: (d) => new SkiaPath(d) as never,
    },
  )
  const at = projection(quad)
  const pixel = (u: number, v: number) => {
    const p = at(u, v)
    return [...ctx.getImageData(Math.round(p.x), Math.round(p.y), 1, 1).data].slice(0, 3)
  }
  for (let u = 0.04; u < 0.98; u += 0.04)
    for (let v = 0.04; v < 0.98; v += 0.02)
      if (Math.abs(u - 0.5) > 0.03) expect([u, v, pixel(u, v)]).toEqual([u, v, u < 0.5 ? [255, 0, 0] : [0, 0, 255]])
  expect([pixel(-0.05, 0.5), pixel(1.05, 0.5), pixel(0.5, 1.05)]).toEqual([
    [0, 255, 0],
    [0, 255, 0],
    [0, 255, 0],
  ])
})
