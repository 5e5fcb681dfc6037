import type { Rect } from '@/core/geometry'

/** A number in 0..1 from a seed and a place, the same everywhere (xmur-style integer hash). */
function chance(seed: number, x: number, y: number, channel: number): number {
  let h =
    Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^
    Math.imul(x + 0x7f4a7c15, 0xc2b2ae35) ^
    Math.imul(y + 0x165667b1, 0x27d4eb2f) ^
    Math.imul(channel + 1, 0x9e3779b1)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39)
  return ((h ^ (h >>> 15)) >>> 0) / 4294967296
}
/** How far noise may push a block's colour, of 255. */
const NOISE = 22
const STEPS = 32

/**
 * Puts blocks of one colour in place of a sheet's pixels. The blocks lie on a grid of the whole
 * picture, `px` of its pixels wide. Each takes a coarse mean of what was there, pushed off it by
 * seeded noise, so that nothing smaller than a block can be worked out from them.
 *
 * @param at  how much of the sheet, and what point of the picture its top left is; pixels of it for one of the picture
 */
export function layBlocks(ctx: CanvasRenderingContext2D, at: Rect & { scale: number }, px: number, seed: number): void {
  const { w: width, h: height, scale, x, y } = at
  const image = ctx.getImageData(0, 0, width, height)
  const { data } = image
  const first = { x: Math.floor(x / px), y: Math.floor(y / px) }
  for (let by = first.y; ; by++) {
    const top = Math.max(0, Math.round((by * px - y) * scale))
    const bottom = Math.min(height, Math.round(((by + 1) * px - y) * scale))
    if (top >= height) break
    for (let bx = first.x; ; bx++) {
      const left = Math.max(0, Math.round((bx * px - x) * scale))
      const right = Math.min(width, Math.round(((bx + 1) * px - x) * scale))
      if (left >= width) break
      if (right > left && bottom > top)
        fillBlock(data, width, { left, top, right, bottom }, (c) => (chance(seed, bx, by, c) - 0.5) * 2 * NOISE)
    }
  }
  ctx.putImageData(image, 0, 0)
}

function fillBlock(
  data: Uint8ClampedArray,
  width: number,
  { left, top, right, bottom }: { left: number; top: number; right: number; bottom: number },
  noise: (channel: number) => number,
): void {
  const sum = [0, 0, 0]
  for (let y = top; y < bottom; y++)
    for (let x = left, i = (y * width + left) * 4; x < right; x++, i += 4) {
      sum[0]! += data[i]!
      sum[1]! += data[i + 1]!
      sum[2]! += data[i + 2]!
    }
  const n = (right - left) * (bottom - top)
  const colour = sum.map((s, c) => Math.min(255, Math.max(0, Math.round(s / n / STEPS) * STEPS + noise(c))))
  for (let y = top; y < bottom; y++)
    for (let x = left, i = (y * width + left) * 4; x < right; x++, i += 4) {
      data[i] = colour[0]!
      data[i + 1] = colour[1]!
      data[i + 2] = colour[2]!
      data[i + 3] = 255
    }
}
