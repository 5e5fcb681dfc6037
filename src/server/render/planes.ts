import type { Rect } from '@/core/geometry'
import { flagsAt, forgetTiles, freePicture, kernel, roomForPicture, roomForTile, scratchAt } from './kernel'

/**
 * A picture as 8-bit BT.709 limited-range Y′CbCr 4:2:0: a luma plane, then two of half the width and height. Both sides
 * even.
 */
export interface Planes {
  width: number
  height: number
  bytes: Uint8Array
  address: number
}

export const planeBytes = (width: number, height: number): number => (width * height * 3) / 2
/** Planes in the kernel's memory; give them back with `freePlanes`. */
export function blankPlanes(width: number, height: number): Planes {
  const size = planeBytes(width, height)
  const address = roomForPicture(size)
  return { width, height, address, bytes: kernel().bytes.subarray(address, address + size) }
}
export const freePlanes = (p: Planes): void => freePicture(p.address, p.bytes.length)

/** Fills planes with one colour, `#rrggbb`: the samples that come back from most nearly it. */
export function fillPlanes(p: Planes, hex: string): void {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(hex.slice(i, i + 2), 16)) as [number, number, number]
  const samples = kernel().samplesOf(r | (g << 8) | (b << 16))
  const n = p.width * p.height
  p.bytes.fill(samples & 255, 0, n)
  p.bytes.fill((samples >> 8) & 255, n, n + n / 4)
  p.bytes.fill((samples >> 16) & 255, n + n / 4)
}

/**
 * To RGBA, each chroma sample standing for its four pixels; of the whole, or of a rectangle of even numbers inside it.
 */
export function toRgba(
  p: Planes,
  rect: Rect = { x: 0, y: 0, w: p.width, h: p.height },
): Uint8ClampedArray<ArrayBuffer> {
  const { width, height, bytes } = p
  const out = new Uint8ClampedArray(rect.w * rect.h * 4)
  const n = width * height
  const half = width >> 1
  let o = 0
  for (let y = rect.y; y < rect.y + rect.h; y++) {
    let c = n + (y >> 1) * half + (rect.x >> 1)
    for (let x = rect.x; x < rect.x + rect.w; x++, o += 4) {
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

/** Whether planes can be made half as wide and high, and stay even. */
export const canHalve = (p: Pick<Planes, 'width' | 'height'>): boolean => p.width % 4 === 0 && p.height % 4 === 0
/** Planes of half the width and height, each sample the mean of four; for the caller to free. */
export function halved(p: Planes): Planes {
  const out = blankPlanes(p.width / 2, p.height / 2)
  const n = p.width * p.height
  for (const [part, k] of [
    [0, 1],
    [1, 2],
    [1.25, 2],
  ] as const) {
    const across = p.width / k
    let o = (n / 4) * part
    for (let y = 0; y < p.height / k; y += 2) {
      let i = n * part + y * across
      for (const end = i + across; i < end; i += 2, o++)
        out.bytes[o] = (p.bytes[i]! + p.bytes[i + 1]! + p.bytes[i + across]! + p.bytes[i + across + 1]! + 2) >> 2
    }
  }
  return out
}

/** A drawn piece with transparency, ready to be laid on planes; all four numbers even. */
export interface Tile {
  x: number
  y: number
  width: number
  height: number
  address: number
}

/** Turns premultiplied RGBA (width and height even) into a tile at x, y; null when there is no more room for tiles. */
export function tileOf(rgba: Uint8Array, x: number, y: number, width: number, height: number): Tile | null {
  const address = roomForTile(width * height * 2.75)
  if (address === null) return null
  const { bytes, makeTile } = kernel()
  bytes.set(rgba, scratchAt)
  makeTile(scratchAt, address, width, height)
  return { x, y, width, height, address }
}
export { forgetTiles }

/** Lays a tile over planes (source-over) at a share of its opacity. The tile lies wholly inside. */
export function layTile(p: Planes, t: Tile, opacity = 1): void {
  kernel().layTile(p.address, p.width, p.height, t.address, t.x, t.y, t.width, t.height, Math.round(opacity * 256))
}

/** Draws planes so that they fill `dest` of others, bilinear, clipped. `dest` may have fractions and reach outside. */
export const drawPlanes = (to: Planes, from: Planes, dest: Rect): void => drawEach(to, from, dest, null)

/**
 * Draws as `drawPlanes` over what it drew before from `kept`: only rows in which `from` differs from it. `kept` becomes
 * as `from`.
 */
export const redrawPlanes = (to: Planes, from: Planes, dest: Rect, kept: Planes): void => drawEach(to, from, dest, kept)

function drawEach(to: Planes, from: Planes, dest: Rect, kept: Planes | null): void {
  const { plane, renew } = kernel()
  const tn = to.width * to.height
  const fn = from.width * from.height
  for (const [part, k] of [
    [0, 1],
    [1, 2],
    [1.25, 2],
  ] as const) {
    if (kept) renew(kept.address + fn * part, from.address + fn * part, from.width / k, from.height / k, flagsAt)
    plane(
      to.address + tn * part,
      to.width / k,
      to.height / k,
      from.address + fn * part,
      from.width / k,
      from.height / k,
      dest.x / k,
      dest.y / k,
      dest.w / k,
      dest.h / k,
      scratchAt,
      kept ? flagsAt : 0,
    )
  }
}
