/** A picture as a canvas gives it: RGBA, row by row. */
export interface Rgba {
  data: Uint8ClampedArray | Uint8Array
  width: number
  height: number
}
const hex = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`
/** Below this, something is seen through. */
const OPAQUE = 250

/** The mean colour of the pixels up to two away from one; null where any of them is seen through, or none is there. */
export function meanColour({ data, width, height }: Rgba, x: number, y: number): string | null {
  const sum = [0, 0, 0]
  let n = 0
  for (let py = Math.max(0, Math.round(y) - 2); py <= Math.min(height - 1, Math.round(y) + 2); py++)
    for (let px = Math.max(0, Math.round(x) - 2); px <= Math.min(width - 1, Math.round(x) + 2); px++) {
      const i = (py * width + px) * 4
      if (data[i + 3]! < OPAQUE) return null
      for (let c = 0; c < 3; c++) sum[c]! += data[i + c]!
      n++
    }
  return n > 0 ? hex(sum.map((v) => v / n)) : null
}

/** How near to its edge something is looked at, of the picture's width. */
const NEAR = 0.03
/**
 * The colour that most of what is seen has along its left, right and upper edges: of a screen that somebody stands
 * before, who comes in from below.
 */
export function edgeColour({ data, width, height }: Rgba): string | null {
  const near = Math.max(1, Math.round(width * NEAR))
  const opaque = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3]! >= OPAQUE
  const counts = new Map<number, { n: number; sum: number[] }>()
  for (let y = 0; y < height; y += 2)
    for (let x = 0; x < width; x += 2) {
      if (!opaque(x, y) || (opaque(x - near, y) && opaque(x + near, y) && opaque(x, y - near))) continue
      const i = (y * width + x) * 4
      const key = (data[i]! >> 4) * 256 + (data[i + 1]! >> 4) * 16 + (data[i + 2]! >> 4)
      const c = counts.get(key) ?? { n: 0, sum: [0, 0, 0] }
      c.n++
      for (let k = 0; k < 3; k++) c.sum[k]! += data[i + k]!
      counts.set(key, c)
    }
  const [most] = [...counts.values()].sort((a, b) => b.n - a.n)
  return most ? hex(most.sum.map((v) => v / most.n)) : null
}

/** How often each lightness occurs, dark to light, by red, green and blue; what is seen through is left out. */
export function histogram({ data }: Rgba, bins: number): number[][] {
  const out = [0, 1, 2].map(() => new Array<number>(bins).fill(0))
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 128) continue
    for (let c = 0; c < 3; c++) out[c]![(data[i + c]! * bins) >> 8]!++
  }
  return out
}

/** Of one pixel no more is counted: an edge is an edge. */
const MOST_EDGE = 60
/** How much there is to see in each cell of a grid: how far neighbouring pixels are from each other, added up. */
export function detailOf({ data, width, height }: Rgba, columns: number, rows: number): number[] {
  const cells = new Array<number>(columns * rows).fill(0)
  const luma = (i: number) => 0.2126 * data[i]! + 0.7152 * data[i + 1]! + 0.0722 * data[i + 2]!
  for (let y = 1; y < height; y++)
    for (let x = 1; x < width; x++) {
      const i = (y * width + x) * 4
      const edge = Math.abs(luma(i) - luma(i - 4)) + Math.abs(luma(i) - luma(i - width * 4))
      const cell = Math.floor((y * rows) / height) * columns + Math.floor((x * columns) / width)
      cells[cell]! += Math.min(MOST_EDGE, edge)
    }
  return cells.map(Math.round)
}

/** So many pixels, each so far off in red and green together, are a change. */
const CHANGED = { pixels: 4, by: 52 }
/** Whether two pictures of one size show something else. */
export function hasChanged(a: Rgba, b: Rgba): boolean {
  let off = 0
  for (let i = 0; i < b.data.length && off < CHANGED.pixels; i += 4)
    if (Math.abs(a.data[i]! - b.data[i]!) + Math.abs(a.data[i + 1]! - b.data[i + 1]!) > CHANGED.by) off++
  return off >= CHANGED.pixels
}
