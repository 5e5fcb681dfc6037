import type { Point } from '../geometry'
import { FEWEST, MARGIN, MOST_PROBES } from './sizes'
import { hotSpot, type HotSpot, type Pixel } from './hotSpot'
import type { Flash } from './flash'
import { median } from '../values/median'

/** What a pointer looks like: those of its pixels that are always its own, and where in it the hot spot lies. */
export interface PointerShape {
  w: number
  h: number
  /** Its pixels, from its top left corner, in the order in which they tell it apart soonest. */
  dx: Int16Array
  dy: Int16Array
  value: Uint8Array
  /** How far each may be off and still agree: at its outline, where the screen shines through, more. */
  within: Uint8Array
  /** Pixels just outside it, for one that is all of one brightness. */
  ring: Int16Array
  flat: boolean
  /** It has both dark and bright pixels, enough of each to tell it apart. */
  twofold: boolean
  mean: number
  /** What its dark pixels count for; its bright ones the rest. The smaller part counts for more than its number. */
  darkWeight: number
  /** Where it points, from its top left corner. */
  hot: HotSpot
  centre: { x: number; y: number }
}

/** A pixel agrees with its shape's within this much. */
const AGREES = 28
const AGREES_OUTSIDE = 52
const FLAT = 24
/** In this share of the times that a pixel was seen it looked the same. */
const STEADY = 0.75
/** Of a shape's pixels this share may lie outside the picture. */
const MOST_OUTSIDE = 0.62

/** Makes a shape of pixels: in probing order, with its ring; where it is hot is not looked for. */
export function roughShapeOf(pixels: Pixel[]): PointerShape & { left: number; top: number } {
  const left = Math.min(...pixels.map((p) => p.x))
  const top = Math.min(...pixels.map((p) => p.y))
  const w = Math.max(...pixels.map((p) => p.x)) - left + 1
  const h = Math.max(...pixels.map((p) => p.y)) - top + 1
  const mean = pixels.reduce((s, p) => s + p.value, 0) / pixels.length
  const spread = Math.sqrt(pixels.reduce((s, p) => s + (p.value - mean) ** 2, 0) / pixels.length)
  // Dark ones and bright ones by what they count for, scattered over the shape: a place that is not the pointer's is
  // told soonest.
  const scattered = pixels
    .map((p, i) => ({ p, key: Math.imul(i + 1, 0x9e3779b1) >>> 0 }))
    .sort((a, b) => a.key - b.key)
    .map((s) => s.p)
  const dark = scattered.filter((p) => p.value < mean)
  const bright = scattered.filter((p) => p.value >= mean)
  const twofold = spread >= FLAT && Math.min(dark.length, bright.length) >= pixels.length * 0.12
  const darkWeight = twofold
    ? Math.sqrt(dark.length) / (Math.sqrt(dark.length) + Math.sqrt(bright.length))
    : dark.length / pixels.length
  const order: Pixel[] = []
  for (let d = 0, b = 0; d + b < pixels.length;)
    order.push(b >= bright.length || (d < dark.length && d <= (d + b) * darkWeight) ? dark[d++]! : bright[b++]!)
  const own = new Set(pixels.map((p) => (p.y - top) * 512 + p.x - left))
  const outside = (p: Pixel) => [1, -1, 512, -512].some((o) => !own.has((p.y - top) * 512 + p.x - left + o))
  const outline = order.filter(outside).length <= order.length * 0.6
  const ring: number[] = []
  for (let y = -2; y < h + 2; y++)
    for (let x = -2; x < w + 2; x++) {
      if (x >= 0 && y >= 0 && own.has(y * 512 + x)) continue
      const near = [
        [-2, 0],
        [2, 0],
        [0, -2],
        [0, 2],
      ].some(([ox, oy]) => x + ox! >= 0 && y + oy! >= 0 && own.has((y + oy!) * 512 + x + ox!))
      if (near) ring.push(x, y)
    }
  return {
    w,
    h,
    left,
    top,
    mean,
    twofold,
    darkWeight,
    flat: spread < FLAT,
    ring: Int16Array.from(ring),
    dx: Int16Array.from(order.map((p) => p.x - left)),
    dy: Int16Array.from(order.map((p) => p.y - top)),
    value: Uint8Array.from(order.map((p) => p.value)),
    within: Uint8Array.from(order.map((p) => (outline && outside(p) ? AGREES_OUTSIDE : AGREES))),
    hot: { x: 0, y: 0 },
    centre: {
      x: Math.round(pixels.reduce((s, p) => s + p.x, 0) / pixels.length) - left,
      y: Math.round(pixels.reduce((s, p) => s + p.y, 0) / pixels.length) - top,
    },
  }
}

/** The same with its hot spot. */
export function shapeOf(pixels: Pixel[]): ReturnType<typeof roughShapeOf> {
  const shape = roughShapeOf(pixels)
  const own = pixels.map((p) => ({ ...p, x: p.x - shape.left, y: p.y - shape.top }))
  return { ...shape, hot: hotSpot(own, shape.w, shape.h) }
}

/** A picture in shades of grey, row by row. */
interface GreyPicture {
  pixels: Uint8Array
  width: number
  height: number
}

/**
 * How well a shape fits at a place of a picture, 0 to 1: the share of its dark pixels that agree and that of its
 * bright ones, the fewer counting for more, so that a white arrow with a thin rim is not found in every white field.
 *
 * @param least   below this it is given up early and 0 is returned
 * @param probes  so many of its pixels are looked at, scattered over it
 */
export function fitAt(
  picture: GreyPicture,
  shape: PointerShape,
  at: Point,
  least: number,
  probes = MOST_PROBES,
): number {
  const { pixels, width, height } = picture
  const { x, y } = at
  const { dx, dy, value, within, mean, twofold } = shape
  const n = Math.min(value.length, probes)
  const inside = x >= 0 && y >= 0 && x + shape.w <= width && y + shape.h <= height
  let dark = 0
  let bright = 0
  let darkOff = 0
  let brightOff = 0
  const { darkWeight } = shape
  const darkSlack = twofold ? (1 - least) / darkWeight : 1 - least
  const brightSlack = twofold ? (1 - least) / (1 - darkWeight) : 1 - least
  for (let i = 0; i < n; i++) {
    const px = x + dx[i]!
    const py = y + dy[i]!
    if (!inside && (px < 0 || py < 0 || px >= width || py >= height)) continue
    const v = value[i]!
    const d = pixels[py * width + px]! - v
    const off = d > within[i]! || d < -within[i]! ? 1 : 0
    if (v < mean) {
      dark++
      if (off && ++darkOff > darkSlack * dark + 2) return 0
    } else {
      bright++
      if (off && ++brightOff > brightSlack * bright + 2) return 0
    }
  }
  const seen = dark + bright
  if (seen < n * (1 - MOST_OUTSIDE) || seen < 12) return 0
  const share =
    twofold && dark > 0 && bright > 0
      ? 1 - (darkOff / dark) * darkWeight - (brightOff / bright) * (1 - darkWeight)
      : 1 - (darkOff + brightOff) / seen
  if (share < least) return 0
  return (twofold ? contrasts : standsOut)(picture, shape, at) ? share : 0
}

/**
 * Of how much brighter a shape's bright pixels are than its dark ones this much is there where it is: an even field
 * within both their reaches is none.
 */
const CONTRAST = 0.45
function contrasts(
  { pixels, width, height }: GreyPicture,
  { dx, dy, value, mean }: PointerShape,
  { x, y }: Point,
): boolean {
  const n = Math.min(value.length, MOST_PROBES)
  const sums = { dark: { n: 0, is: 0, own: 0 }, bright: { n: 0, is: 0, own: 0 } }
  for (let i = 0; i < n; i++) {
    const [px, py] = [x + dx[i]!, y + dy[i]!]
    if (px < 0 || py < 0 || px >= width || py >= height) continue
    const sum = value[i]! < mean ? sums.dark : sums.bright
    sum.n++
    sum.is += pixels[py * width + px]!
    sum.own += value[i]!
  }
  const { dark, bright } = sums
  return (
    dark.n === 0 ||
    bright.n === 0 ||
    bright.is / bright.n - dark.is / dark.n >= CONTRAST * (bright.own / bright.n - dark.own / dark.n)
  )
}

/** Of the pixels around a shape of one brightness so many have to differ from it. */
const STANDS_OUT = 0.75
/** A shape of one brightness has to stand out from what is around it. */
function standsOut({ pixels, width, height }: GreyPicture, shape: PointerShape, { x, y }: Point): boolean {
  const { ring } = shape
  let differs = 0
  let n = 0
  for (let i = 0; i < ring.length; i += 2) {
    const px = x + ring[i]!
    const py = y + ring[i + 1]!
    if (px < 0 || py < 0 || px >= width || py >= height) continue
    n++
    if (Math.abs(pixels[py * width + px]! - shape.mean) > AGREES) differs++
  }
  return n > 0 && differs / n > STANDS_OUT
}

/** Edges of a flash and of the shape in it may lie this far apart. */
const SLIP = 4
/** What only goes along a line, within so many pixels, as a caret does while someone types, is no pointer. */
const OFF_LINE = 8
/** While shapes are learned, so many flashes and so many pixels of each are tried. */
const SAMPLE = 90
const PROBES = 120

interface Member {
  flash: Flash
  x: number
  y: number
  share: number
}

/** Where in a flash's patch a shape fits best; null when it does not, or when the flash is mostly something else. */
function memberOf(shape: PointerShape, flash: Flash, least = 0.78): Member | null {
  const pw = flash.w + 2 * MARGIN
  const ph = flash.h + 2 * MARGIN
  if (shape.w > pw + 4 || shape.h > ph + 4) return null
  const patch = { pixels: flash.patch, width: pw, height: ph }
  let best: Member | null = null
  const other = { x: MARGIN + flash.w - shape.w, y: MARGIN + flash.h - shape.h }
  for (let y = Math.min(MARGIN, other.y) - SLIP; y <= Math.max(MARGIN, other.y) + SLIP; y++)
    for (let x = Math.min(MARGIN, other.x) - SLIP; x <= Math.max(MARGIN, other.x) + SLIP; x++) {
      const share = fitAt(patch, shape, { x, y }, best?.share ?? least, PROBES)
      if (share > (best?.share ?? 0)) best = { flash, x, y, share }
    }
  if (!best) return null
  let inside = 0
  for (const at of flash.ownAt) {
    const x = at % pw
    const y = (at - x) / pw
    if (x >= best.x - 2 && y >= best.y - 2 && x < best.x + shape.w + 2 && y < best.y + shape.h + 2) inside++
  }
  return inside / flash.count >= 0.7 ? best : null
}

/** The pixels of what flashed up once, counted from the corner of its patch. */
const pixelsOf = (flash: Flash): Pixel[] => {
  const pw = flash.w + 2 * MARGIN
  return flash.ownAt.map((i) => ({ x: i % pw, y: Math.floor(i / pw), value: flash.patch[i]!, sure: 1 }))
}
/** What a pointer looks like from one time that it was seen; where in it the hot spot lies is left open. */
export const fromFlash = (flash: Flash): PointerShape => roughShapeOf(pixelsOf(flash))

/**
 * The pixels of one shape from all the times it was seen: what is its own in many of them and looks the same in all.
 */
function merged(members: Member[]): Pixel[] | null {
  const all = new Map<number, number[]>()
  const most = members.slice(0, 80)
  for (const { flash, x, y } of most) {
    const pw = flash.w + 2 * MARGIN
    for (const i of flash.ownAt) {
      const key = (Math.floor(i / pw) - y + 256) * 1024 + (i % pw) - x + 256
      const values = all.get(key)
      if (values) values.push(flash.patch[i]!)
      else all.set(key, [flash.patch[i]!])
    }
  }
  const counts = [...all.values()].map((v) => v.length).sort((a, b) => b - a)
  const usual = counts[Math.floor(counts.length * 0.25)] ?? 1
  const pixels: Pixel[] = []
  for (const [key, values] of all) {
    if (values.length < Math.max(most.length > 2 ? 2 : 1, usual * 0.34)) continue
    const v = median(values)
    if (values.filter((o) => Math.abs(o - v) <= AGREES).length < values.length * STEADY) continue
    pixels.push({
      x: (key % 1024) - 256,
      y: Math.floor(key / 1024) - 256,
      value: v,
      sure: Math.min(1, values.length / usual),
    })
  }
  return pixels.length < FEWEST ? null : pixels
}

/** Whether most of a shape is a plain rectangle, dark or bright: a caret. */
function isBlock({ dx, dy, value, mean }: PointerShape): boolean {
  const indices = [...value.keys()]
  for (const part of [indices.filter((i) => value[i]! < mean), indices.filter((i) => value[i]! >= mean)]) {
    if (part.length < indices.length * 0.5) continue
    const xs = part.map((i) => dx[i]!).sort((a, b) => a - b)
    const ys = part.map((i) => dy[i]!).sort((a, b) => a - b)
    const trim = (list: number[]) => list[Math.floor(list.length * 0.97)]! - list[Math.floor(list.length * 0.03)]! + 1
    if (part.length > trim(xs) * trim(ys) * 0.86) return true
  }
  return false
}

/** Pixels of one thing are this near to one another. */
const NEAR = 3
/**
 * Of what stands still where the pointer was lost, pieces may lie this share of its size apart, as the bar and the
 * arrow do that stand at a window’s border.
 */
const APART = 0.2

/** A pointer hangs together, fills a good part of its box, and is no plain rectangle, as a caret is. */
function couldPoint(shape: PointerShape, near = NEAR): boolean {
  const { w, h, dx, dy } = shape
  const reach = Math.round(near)
  const fill = dx.length / (w * h)
  if (fill < 0.14 || (fill > 0.9 && shape.flat) || Math.max(w, h) > 6 * Math.min(w, h) || isBlock(shape)) return false
  const left = new Set<number>()
  for (let i = 0; i < dx.length; i++) left.add(dy[i]! * 512 + dx[i]!)
  let largest = 0
  for (const start of [...left]) {
    if (!left.delete(start)) continue
    const open = [start]
    let size = 0
    while (open.length) {
      const at = open.pop()!
      size++
      for (let dy = -reach; dy <= reach; dy++)
        for (let dx = -reach; dx <= reach; dx++) if (left.delete(at + dy * 512 + dx)) open.push(at + dy * 512 + dx)
    }
    largest = Math.max(largest, size)
  }
  return largest >= dx.length * 0.75
}

/** Whether a shape is a piece of another. */
function partOf(shape: PointerShape, whole: PointerShape): boolean {
  if (shape.w > whole.w + 2 || shape.h > whole.h + 2) return false
  const w = whole.w + 4
  const h = whole.h + 4
  const picture = new Uint8Array(w * h).fill(whole.mean > 128 ? 0 : 255)
  for (let i = 0; i < whole.value.length; i++) picture[(whole.dy[i]! + 2) * w + whole.dx[i]! + 2] = whole.value[i]!
  for (let y = 0; y <= h - shape.h; y++)
    for (let x = 0; x <= w - shape.w; x++)
      if (fitAt({ pixels: picture, width: w, height: h }, shape, { x, y }, 0.7) > 0) return true
  return false
}

/** Somewhat like a shape, and not only a piece of it. */
const LIKE = 0.7
/**
 * Whether what was seen again and again is another shape of which only a piece stands out: it is in that shape, and
 * where it was seen the whole could be too. A thin text pointer is in many a shape, and stands alone.
 */
function pieceOf(shape: PointerShape, members: Member[], whole: PointerShape): boolean {
  if (!partOf(shape, whole)) return false
  const holds = members.filter(({ flash }) => whole.w <= flash.w + 2 * MARGIN && whole.h <= flash.h + 2 * MARGIN)
  return (
    holds.length < members.length / 2 ||
    holds.filter(({ flash }) => memberOf(whole, flash, LIKE)).length > holds.length / 4
  )
}

/** At how many places a shape was seen. */
function spread(members: Member[]): number {
  const range = (values: number[]) => Math.max(...values) - Math.min(...values)
  if (
    members.length > 1 &&
    (range(members.map((m) => m.flash.x + m.x)) < OFF_LINE || range(members.map((m) => m.flash.y + m.y)) < OFF_LINE)
  )
    return 1
  return new Set(members.map((m) => `${Math.round(m.flash.x / 16)},${Math.round(m.flash.y / 16)}`)).size
}

/** A shape, and where its box lay in the frames that it was learned from. */
export interface Learned {
  shape: PointerShape
  at: { frame: number; x: number; y: number }[]
}

/**
 * Learns what the pointers of a recording look like from what flashes up in it: a pointer is what is seen
 * again and again, in the same shape, at many places. Nothing is known of it beforehand.
 *
 * @param known  shapes learned before; flashes that they explain are left out
 * @param most    new shapes at most; `fewest` places at which each has to have been
 * @returns the new ones, the most seen first
 */
export function learnShapes(
  flashes: Flash[],
  known: PointerShape[],
  { most, fewest } = { most: 6, fewest: 3 },
): Learned[] {
  let left = flashes.filter((f) => !known.some((s) => memberOf(s, f)))
  const out: Learned[] = []
  const hopeless = new Set<Flash>()
  const spreadOver = <T>(list: T[], n: number) =>
    list.filter((_, i) => i % Math.max(1, Math.ceil(list.length / n)) === 0)
  for (let round = 0; round < most && left.length >= fewest; round++) {
    const usualCount = median(left.map((f) => f.count))
    const seeds = left
      .filter((f) => !hopeless.has(f))
      .sort((a, b) => Math.abs(a.count / usualCount - 1.1) - Math.abs(b.count / usualCount - 1.1))
    const some = spreadOver(seeds, 10)
    const sample = spreadOver(left, SAMPLE)
    let best: { seed: Flash; members: Member[]; weight: number } | null = null
    for (const seed of some) {
      const shape = fromFlash(seed)
      const members = sample.map((f) => memberOf(shape, f)).filter((m) => m !== null)
      const weight = spread(members)
      if (weight < fewest) hopeless.add(seed)
      else if (weight > (best?.weight ?? 0)) best = { seed, members, weight }
    }
    if (!best) break
    hopeless.add(best.seed)
    let pixels = pixelsOf(best.seed)
    let { members } = best
    for (let again = 0; again < 2; again++) {
      const better = merged(members)
      if (!better) break
      const rough = roughShapeOf(better)
      const own = left.map((f) => memberOf(rough, f)).filter((m) => m !== null)
      if (spread(own) < fewest) break
      pixels = better
      members = own
    }
    const shape: PointerShape = shapeOf(pixels)
    if (
      couldPoint(shape, fewest > 1 ? NEAR : Math.max(shape.w, shape.h) * APART) &&
      ![...known, ...out.map((o) => o.shape)].some((o) => pieceOf(shape, members, o))
    )
      out.push({
        shape,
        at: members.map((m) => ({ frame: m.flash.frame, x: m.flash.x - MARGIN + m.x, y: m.flash.y - MARGIN + m.y })),
      })
    const gone = new Set(members.map((m) => m.flash))
    left = left.filter((f) => !gone.has(f))
  }
  return out
}
