import type { Rect } from '@/core/scene'

/** A picture as 8-bit BT.709 limited-range Y′CbCr 4:2:0: a luma plane, then two of half the width and height. Both sides even. */
export interface Planes { width: number; height: number; bytes: Uint8Array }

export const planeBytes = (width: number, height: number): number => (width * height * 3) / 2
export const blankPlanes = (width: number, height: number): Planes => ({ width, height, bytes: new Uint8Array(planeBytes(width, height)) })

// ITU-R BT.709-6, 8 bit limited range.
const KR = 0.2126
const KG = 0.7152
const KB = 0.0722
const Y_SCALE = 219 / 255
const CB_SCALE = 224 / 255 / 1.8556
const CR_SCALE = 224 / 255 / 1.5748

export function fillPlanes(p: Planes, hex: string): void {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]
  const luma = KR * r + KG * g + KB * b
  const n = p.width * p.height
  p.bytes.fill(Math.round(16 + luma * Y_SCALE), 0, n)
  p.bytes.fill(Math.round(128 + (b - luma) * CB_SCALE), n, n + n / 4)
  p.bytes.fill(Math.round(128 + (r - luma) * CR_SCALE), n + n / 4)
}

/** To RGBA, each chroma sample standing for its four pixels. */
export function toRgba(p: Planes): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, bytes } = p
  const out = new Uint8ClampedArray(width * height * 4)
  const n = width * height
  const half = width >> 1
  for (let y = 0; y < height; y++) {
    let c = n + (y >> 1) * half
    let o = y * width * 4
    for (let x = 0; x < width; x++, o += 4) {
      const luma = (bytes[y * width + x]! - 16) * 1.16438356
      const cb = bytes[c]! - 128
      const cr = bytes[c + n / 4]! - 128
      out[o] = luma + 1.79274107 * cr
      out[o + 1] = luma - 0.21324861 * cb - 0.53290933 * cr
      out[o + 2] = luma + 2.11240179 * cb
      out[o + 3] = 255
      if (x & 1) c++
    }
  }
  return out
}

/** A drawn piece with transparency, ready to be laid on planes: values are premultiplied; x and y even. */
export interface Tile {
  x: number; y: number; width: number; height: number
  luma: Uint8Array; alpha: Uint8Array; cb: Uint8Array; cr: Uint8Array; halfAlpha: Uint8Array
  /** For each row, the first column with anything in it and the one after the last. */
  extent: Uint16Array
}

/** Turns premultiplied RGBA (width and height even) into a tile at x, y. */
export function tileOf(rgba: Uint8Array, x: number, y: number, width: number, height: number): Tile {
  const n = width * height
  const tile: Tile = { x, y, width, height, luma: new Uint8Array(n), alpha: new Uint8Array(n), cb: new Uint8Array(n / 4), cr: new Uint8Array(n / 4), halfAlpha: new Uint8Array(n / 4), extent: new Uint16Array(height * 2) }
  for (let row = 0; row < height; row++) {
    let first = width
    let past = 0
    for (let col = 0, i = row * width; col < width; col++, i++) {
      const a = rgba[i * 4 + 3]!
      if (a === 0) continue
      if (col < first) first = col
      past = col + 1
      tile.alpha[i] = a
      tile.luma[i] = (16 * a) / 255 + (KR * rgba[i * 4]! + KG * rgba[i * 4 + 1]! + KB * rgba[i * 4 + 2]!) * Y_SCALE + 0.5
    }
    tile.extent[row * 2] = first
    tile.extent[row * 2 + 1] = past
  }
  const half = width >> 1
  for (let row = 0; row < height >> 1; row++) {
    for (let col = 0; col < half; col++) {
      let r = 0
      let g = 0
      let b = 0
      let a = 0
      for (const i of [2 * row * width + 2 * col, 2 * row * width + 2 * col + 1, (2 * row + 1) * width + 2 * col, (2 * row + 1) * width + 2 * col + 1]) {
        a += rgba[i * 4 + 3]!
        r += rgba[i * 4]!
        g += rgba[i * 4 + 1]!
        b += rgba[i * 4 + 2]!
      }
      if (a === 0) continue
      const luma = (KR * r + KG * g + KB * b) / 4
      const o = row * half + col
      tile.halfAlpha[o] = a / 4 + 0.5
      tile.cb[o] = (128 * a) / 1020 + (b / 4 - luma) * CB_SCALE + 0.5
      tile.cr[o] = (128 * a) / 1020 + (r / 4 - luma) * CR_SCALE + 0.5
    }
  }
  return tile
}

/** Lays a tile over planes (source-over). The tile lies wholly inside. */
export function layTile(p: Planes, t: Tile): void {
  const n = p.width * p.height
  for (let row = 0; row < t.height; row++) {
    const past = t.extent[row * 2 + 1]!
    const base = (t.y + row) * p.width + t.x
    lay(p.bytes, base, t.luma, t.alpha, row * t.width, t.extent[row * 2]!, past)
  }
  const half = t.width >> 1
  for (let row = 0; row < t.height >> 1; row++) {
    const first = Math.min(t.extent[row * 4]!, t.extent[row * 4 + 2]!) >> 1
    const past = (Math.max(t.extent[row * 4 + 1]!, t.extent[row * 4 + 3]!) + 1) >> 1
    const base = n + ((t.y >> 1) + row) * (p.width >> 1) + (t.x >> 1)
    lay(p.bytes, base, t.cb, t.halfAlpha, row * half, first, past)
    lay(p.bytes, base + n / 4, t.cr, t.halfAlpha, row * half, first, past)
  }
}
function lay(to: Uint8Array, base: number, value: Uint8Array, alpha: Uint8Array, at: number, first: number, past: number): void {
  for (let col = first; col < past; col++) {
    const a = alpha[at + col]!
    if (a === 255) to[base + col] = value[at + col]!
    else if (a > 0) {
      const v = to[base + col]! * (255 - a) + 127
      to[base + col] = value[at + col]! + ((v + (v >> 8) + 1) >> 8)
    }
  }
}

/** Draws planes so that they fill `dest` of others, bilinear, clipped. `dest` may have fractions and reach outside. */
export function drawPlanes(to: Planes, from: Planes, dest: Rect): void {
  plane(to.bytes, 0, to.width, to.height, from.bytes, 0, from.width, from.height, dest)
  const half = { x: dest.x / 2, y: dest.y / 2, w: dest.w / 2, h: dest.h / 2 }
  const tn = to.width * to.height
  const fn = from.width * from.height
  plane(to.bytes, tn, to.width / 2, to.height / 2, from.bytes, fn, from.width / 2, from.height / 2, half)
  plane(to.bytes, tn * 1.25, to.width / 2, to.height / 2, from.bytes, fn * 1.25, from.width / 2, from.height / 2, half)
}

let blended = new Int32Array(0)
function plane(to: Uint8Array, tBase: number, tw: number, th: number, from: Uint8Array, fBase: number, fw: number, fh: number, d: Rect): void {
  const x0 = Math.max(0, Math.round(d.x))
  const x1 = Math.min(tw, Math.round(d.x + d.w))
  const y0 = Math.max(0, Math.round(d.y))
  const y1 = Math.min(th, Math.round(d.y + d.h))
  if (x1 <= x0 || y1 <= y0) return
  const columns = new Int32Array(x1 - x0)
  const weights = new Int32Array(x1 - x0)
  for (let x = x0; x < x1; x++) {
    const s = Math.min(fw - 1, Math.max(0, ((x + 0.5 - d.x) * fw) / d.w - 0.5))
    columns[x - x0] = Math.min(fw - 2, Math.floor(s))
    weights[x - x0] = Math.round((s - columns[x - x0]!) * 256)
  }
  const c0 = columns[0]!
  const c1 = columns[x1 - x0 - 1]! + 2
  if (blended.length < fw) blended = new Int32Array(fw)
  const line = blended
  const n = x1 - x0
  for (let y = y0; y < y1; y++) {
    const s = Math.min(fh - 1, Math.max(0, ((y + 0.5 - d.y) * fh) / d.h - 0.5))
    const r = Math.min(fh - 2, Math.floor(s))
    const w = Math.round((s - r) * 256)
    const top = fBase + r * fw
    for (let c = c0; c < c1; c++) {
      const a = from[top + c]!
      line[c] = (a << 8) + (from[top + fw + c]! - a) * w
    }
    const row = tBase + y * tw + x0
    for (let i = 0; i < n; i++) {
      const c = columns[i]!
      const a = line[c]!
      to[row + i] = ((a << 8) + (line[c + 1]! - a) * weights[i]! + 32768) >> 16
    }
  }
}
