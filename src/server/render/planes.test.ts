import { createCanvas } from '@napi-rs/canvas'
import path from 'node:path'
import { chances } from '@/core/chance'
import type { Drawing } from '@/core/display'
import {
  blankPlanes,
  drawPlanes,
  fillPlanes,
  freePlanes,
  layTile,
  redrawPlanes,
  tileOf,
  toRgba,
  type Planes,
} from './planes'
import { clusters } from './tiles'

beforeAll(() => {
  process.env.VANE_ROOT = path.join(__dirname, '../../..')
})
const luma = (p: Planes, x: number, y: number) => p.bytes[y * p.width + x]!
const rgb = (p: Planes, x: number, y: number) => [
  ...toRgba(p).subarray((y * p.width + x) * 4, (y * p.width + x) * 4 + 3),
]
const near = (found: number[], wanted: number[], by: number) =>
  found.forEach((v, i) => expect(Math.abs(v - wanted[i]!)).toBeLessThanOrEqual(by))

test('a colour keeps its value on the way to planes and back, within what eight bits allow', () => {
  const p = blankPlanes(16, 8)
  for (const [hex, wanted] of [
    ['#000000', [0, 0, 0]],
    ['#ffffff', [255, 255, 255]],
    ['#c8371b', [200, 55, 27]],
    ['#1f4a46', [31, 74, 70]],
    ['#00ff00', [0, 255, 0]],
  ] as const) {
    fillPlanes(p, hex)
    near(rgb(p, 5, 5), [...wanted], 2)
  }
  freePlanes(p)
})
test('any colour comes back within one step of each channel, painted by the same samples as a ground', () => {
  const next = chances(7)
  const ground = blankPlanes(32, 16)
  const laid = blankPlanes(32, 16)
  for (let n = 0; n < 200; n++) {
    const wanted = [0, 1, 2].map(() => Math.floor(next() * 256))
    const hex = `#${wanted.map((v) => v.toString(16).padStart(2, '0')).join('')}`
    fillPlanes(ground, hex)
    near(rgb(ground, 5, 5), wanted, 1)
    fillPlanes(laid, '#7f7f7f')
    const rgba = new Uint8Array(32 * 16 * 4).map((_, i) => [...wanted, 255][i % 4]!)
    layTile(laid, tileOf(rgba, 0, 0, 32, 16)!)
    expect(Buffer.compare(Buffer.from(laid.bytes), Buffer.from(ground.bytes))).toBe(0)
  }
  freePlanes(ground)
  freePlanes(laid)
})
test('drawn at its own size and place, a picture comes out as it went in', () => {
  const from = blankPlanes(32, 16)
  for (let i = 0; i < from.bytes.length; i++) from.bytes[i] = (i * 37) % 251
  const to = blankPlanes(32, 16)
  drawPlanes(to, from, { x: 0, y: 0, w: 32, h: 16 })
  expect(Buffer.compare(Buffer.from(to.bytes), Buffer.from(from.bytes))).toBe(0)
})
test(
  'drawn twice as large, samples lie between their ' + 'neighbours in proportion; what reaches outside is cut off',
  () => {
    const from = blankPlanes(16, 16)
    for (let y = 0; y < 16; y++) for (let x = 0; x < 16; x++) from.bytes[y * 16 + x] = 16 + x * 8
    const to = blankPlanes(32, 32)
    drawPlanes(to, from, { x: 0, y: 0, w: 32, h: 32 })
    // The centre of target sample 9 lies at source (9.5 / 2 - 0.5) = 4.25.
    expect(Math.abs(luma(to, 9, 7) - (16 + 4.25 * 8))).toBeLessThanOrEqual(1)
    fillPlanes(to, '#000000')
    drawPlanes(to, from, { x: -8, y: -8, w: 16, h: 16 })
    expect(luma(to, 0, 0)).toBe(16 + 8 * 8)
    expect(luma(to, 8, 0)).toBe(16)
  },
)
test('drawn again over what was drawn before, only what changed is touched, and it comes out the same', () => {
  const first = blankPlanes(48, 32)
  const second = blankPlanes(48, 32)
  for (let i = 0; i < first.bytes.length; i++) first.bytes[i] = (i * 53) % 241
  second.bytes.set(first.bytes)
  for (const i of [48 * 5 + 7, 48 * 31, 48 * 32 + 3, Math.floor(48 * 32 * 1.25) + 20]) second.bytes[i] = 250
  const dest = { x: -7.3, y: -3.1, w: 90.5, h: 60.25 }
  const fresh = blankPlanes(64, 36)
  drawPlanes(fresh, second, dest)
  const again = blankPlanes(64, 36)
  drawPlanes(again, first, dest)
  redrawPlanes(again, second, dest, first)
  expect(Buffer.compare(Buffer.from(again.bytes), Buffer.from(fresh.bytes))).toBe(0)
  expect(Buffer.compare(Buffer.from(first.bytes), Buffer.from(second.bytes))).toBe(0)
})
test('a tile is laid over what is there, by its own transparency and by a share of it', () => {
  const canvas = createCanvas(8, 8)
  const ctx = canvas.getContext('2d')
  ctx.fillStyle = '#ffffff'
  ctx.fillRect(0, 0, 4, 8)
  ctx.fillStyle = 'rgba(255,255,255,0.5)'
  ctx.fillRect(4, 0, 2, 8)
  const tile = tileOf(canvas.data(), 8, 4, 8, 8)!
  const p = blankPlanes(32, 16)
  fillPlanes(p, '#000000')
  layTile(p, tile)
  near([luma(p, 9, 6), luma(p, 13, 6), luma(p, 15, 6), luma(p, 7, 6), luma(p, 9, 3)], [235, 126, 16, 16, 16], 1)
  fillPlanes(p, '#000000')
  layTile(p, tile, 0.5)
  near([luma(p, 9, 6), luma(p, 13, 6)], [126, 71], 2)
})
const item = (element: string, x: number, y: number, w: number, h: number): Drawing => ({
  element,
  matrix: [1, 0, 0, 1, 0, 0],
  opacity: 1,
  shapes: [],
  bounds: { x, y, w, h },
})
test(
  'what overlaps is painted into one tile in stacking order; what lies apart is not; every tile ' +
    'lies on even pixels inside the frame',
  () => {
    const all = [
      item('a', 11, 11, 20, 20),
      item('far', 150, 50, 90, 90),
      item('b', 25, 25, 10, 10),
      item('out', 500, 0, 5, 5),
    ]
    const found = clusters(all, { width: 200, height: 100 })
    expect(found.map((c) => c.layers.map((i) => i.element)).sort()).toEqual([['a', 'b'], ['far']])
    for (const { rect } of found) {
      expect([rect.x, rect.y, rect.w, rect.h].every((v) => v % 2 === 0)).toBe(true)
      expect(rect.x >= 0 && rect.y >= 0 && rect.x + rect.w <= 200 && rect.y + rect.h <= 100).toBe(true)
    }
  },
)
