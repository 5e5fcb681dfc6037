import { converter, differenceEuclidean } from 'culori'

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

/** Colours that occur in a picture: how often, added up by channel, by their upper four bits. */
type Counts = Map<number, { n: number; sum: number[] }>
function count(counts: Counts, data: Rgba['data'], i: number): void {
  const key = (data[i]! >> 4) * 256 + (data[i + 1]! >> 4) * 16 + (data[i + 2]! >> 4)
  const c = counts.get(key) ?? { n: 0, sum: [0, 0, 0] }
  c.n++
  for (let k = 0; k < 3; k++) c.sum[k]! += data[i + k]!
  counts.set(key, c)
}
/** Colours that belong to one, how many pixels have one of them, and how strong it is. */
interface Group {
  colour: string
  n: number
  chroma: number
}
/** Hues are told apart by so many sectors of the circle. */
const SECTORS = 24
/** Below this chroma, of OKLab, a colour is a grey. */
const GREY = 0.035
/** Colours of a picture, those of one hue together, greys by how light they are: the commonest first. */
function groupsOf(counts: Counts): Group[] {
  const groups = new Map<string, { n: number; sum: number[]; weighed: number }>()
  for (const { n, sum } of counts.values()) {
    const { l, c, h = 0 } = toLch(hex(sum.map((v) => v / n)))!
    const name = c < GREY ? `grey ${Math.round(l * 8)}` : `${Math.round((h * SECTORS) / 360) % SECTORS}`
    const g = groups.get(name) ?? { n: 0, sum: [0, 0, 0], weighed: 0 }
    // A hue is that of its strong colours, not of its faint ones.
    const weight = c < GREY ? n : n * c * c
    g.n += n
    g.weighed += weight
    for (let k = 0; k < 3; k++) g.sum[k]! += (sum[k]! / n) * weight
    groups.set(name, g)
  }
  return [...groups.values()]
    .map(({ n, sum, weighed }) => {
      const colour = hex(sum.map((v) => v / weighed))
      return { colour, n, chroma: toLch(colour)!.c }
    })
    .sort((a, b) => b.n - a.n)
}
const toLch = converter('oklch')
/** How far two colours are from each other to the eye: in OKLab (Ottosson, 2020), where black and white are 1 apart. */
export const distanceOf = differenceEuclidean('oklab')

/** How near to its edge something is looked at, of the picture's width. */
const NEAR = 0.03
/** A hue of which there is less than so much along the edges is none of a screen. */
const SCREEN = 0.04
/**
 * The colour of the screen that somebody stands before who comes in from below: along the left, right and upper edges
 * of what is seen, the most of one strong colour. Where there is none, what most of it is.
 */
export function edgeColour({ data, width, height }: Rgba): string | null {
  const near = Math.max(1, Math.round(width * NEAR))
  const opaque = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3]! >= OPAQUE
  const counts: Counts = new Map()
  for (let y = 0; y < height; y += 2)
    for (let x = 0; x < width; x += 2)
      if (opaque(x, y) && !(opaque(x - near, y) && opaque(x + near, y) && opaque(x, y - near)))
        count(counts, data, (y * width + x) * 4)
  const groups = groupsOf(counts)
  const all = groups.reduce((sum, g) => sum + g.n, 0)
  const strong = groups.filter((g) => g.chroma >= GREY && g.n >= SCREEN * all)
  const [screen] = strong.toSorted((a, b) => b.n * b.chroma ** 2 - a.n * a.chroma ** 2)
  return (screen ?? groups[0])?.colour ?? null
}

/** A grey counts for so much of a strong colour as often: pages are white, and what they are about is not. */
const GREY_COUNTS = 0.15
/** The colours that a picture is of, that which it is of most first: strong colours before greys. */
export function mainColours({ data }: Rgba): string[] {
  const counts: Counts = new Map()
  for (let i = 0; i < data.length; i += 4) if (data[i + 3]! >= OPAQUE) count(counts, data, i)
  const weight = (g: Group) => g.n * Math.max(GREY_COUNTS, Math.min(1, g.chroma / 0.15))
  return groupsOf(counts)
    .toSorted((a, b) => weight(b) - weight(a))
    .map((g) => g.colour)
}
/** Of some colours the one that is seen best where others are: the farthest from the nearest of them. */
export function farthestFrom(others: readonly string[], of: readonly string[]): string | null {
  const far = (colour: string) => Math.min(...others.map((o) => distanceOf(o, colour)))
  return of.toSorted((a, b) => far(b) - far(a))[0] ?? null
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
