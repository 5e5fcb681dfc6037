import { MOST_PROBES } from './eyes'
import { MARGIN, type Flash } from './flashes'
import { median } from './median'

/** What a pointer looks like: those of its pixels that are always its own, and where in it the hot spot lies. */
export interface Shape {
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
  /** Where it points, from its top left corner; `middle`: in the middle of it, as it looks the same upside down. */
  hot: { x: number; y: number; middle?: true }
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

interface Pixel { x: number; y: number; value: number; sure: number }

/** Makes a shape of pixels: in probing order, with its ring and, unless it is a rough one, its hot spot. */
export function shapeOf(pixels: Pixel[], rough = false): Shape & { left: number; top: number } {
  const left = Math.min(...pixels.map((p) => p.x))
  const top = Math.min(...pixels.map((p) => p.y))
  const w = Math.max(...pixels.map((p) => p.x)) - left + 1
  const h = Math.max(...pixels.map((p) => p.y)) - top + 1
  const mean = pixels.reduce((s, p) => s + p.value, 0) / pixels.length
  const spread = Math.sqrt(pixels.reduce((s, p) => s + (p.value - mean) ** 2, 0) / pixels.length)
  // Dark ones and bright ones by what they count for, scattered over the shape: a place that is not the pointer's is told soonest.
  const scattered = pixels.map((p, i) => ({ p, key: Math.imul(i + 1, 0x9e3779b1) >>> 0 })).sort((a, b) => a.key - b.key).map((s) => s.p)
  const dark = scattered.filter((p) => p.value < mean)
  const bright = scattered.filter((p) => p.value >= mean)
  const twofold = spread >= FLAT && Math.min(dark.length, bright.length) >= pixels.length * 0.12
  const darkWeight = twofold ? Math.sqrt(dark.length) / (Math.sqrt(dark.length) + Math.sqrt(bright.length)) : dark.length / pixels.length
  const order: Pixel[] = []
  for (let d = 0, b = 0; d + b < pixels.length;) order.push(b >= bright.length || (d < dark.length && d <= (d + b) * darkWeight) ? dark[d++]! : bright[b++]!)
  const own = new Set(pixels.map((p) => (p.y - top) * 512 + p.x - left))
  const outside = (p: Pixel) => [1, -1, 512, -512].some((o) => !own.has((p.y - top) * 512 + p.x - left + o))
  const outline = order.filter(outside).length <= order.length * 0.6
  const ring: number[] = []
  for (let y = -2; y < h + 2; y++) for (let x = -2; x < w + 2; x++) {
    if (x >= 0 && y >= 0 && own.has(y * 512 + x)) continue
    const near = [[-2, 0], [2, 0], [0, -2], [0, 2]].some(([ox, oy]) => x + ox! >= 0 && y + oy! >= 0 && own.has((y + oy!) * 512 + x + ox!))
    if (near) ring.push(x, y)
  }
  return {
    w, h, left, top, mean, twofold, darkWeight, flat: spread < FLAT, ring: Int16Array.from(ring),
    dx: Int16Array.from(order.map((p) => p.x - left)), dy: Int16Array.from(order.map((p) => p.y - top)), value: Uint8Array.from(order.map((p) => p.value)),
    within: Uint8Array.from(order.map((p) => (outline && outside(p) ? AGREES_OUTSIDE : AGREES))),
    hot: rough ? { x: 0, y: 0 } : spotIn(pixels, { left, top, w, h }),
    centre: { x: Math.round(pixels.reduce((s, p) => s + p.x, 0) / pixels.length) - left, y: Math.round(pixels.reduce((s, p) => s + p.y, 0) / pixels.length) - top },
  }
}

/** Of a pointer that points with its middle this much looks the same upside down; an arrow comes to five sixths. */
const SYMMETRIC = 0.9
/** In a tiny shape, a pixel off is too much. */
const TINY = 15
const spotIn = (pixels: Pixel[], { left, top, w, h }: { left: number; top: number; w: number; h: number }): Shape['hot'] => hotSpot(pixels.map((p) => ({ ...p, x: p.x - left, y: p.y - top })), w, h)
const spotOf = (s: Shape): Shape['hot'] => hotSpot([...s.value.keys()].map((i) => ({ x: s.dx[i]!, y: s.dy[i]!, value: s.value[i]!, sure: 1 })), s.w, s.h)

const NEXT = [0, 1, -1, 1024, -1024]
/** Of a large shape so many pixels tell whether it is symmetric. */
const MANY = 500

/** The middle of pixels that look the same turned around, or also upside down; null when they do not. */
function turned(pixels: Pixel[], mirrored: boolean): { x: number; y: number } | null {
  const grid = new Map<number, number>()
  for (const p of pixels) grid.set(p.y * 1024 + p.x, p.value)
  const left = Math.min(...pixels.map((p) => p.x))
  const right = Math.max(...pixels.map((p) => p.x))
  const top = Math.min(...pixels.map((p) => p.y))
  const bottom = Math.max(...pixels.map((p) => p.y))
  // Of a filled thing, a good part always falls on itself.
  if (!mirrored && pixels.length > (right - left + 1) * (bottom - top + 1) * 0.4) return null
  const middle = { x: (left + right) / 2, y: (top + bottom) / 2 }
  let most = 0
  const near = bottom - top < TINY ? 1 : NEXT.length
  const some = pixels.length > MANY ? pixels.filter((_, i) => i % Math.ceil(pixels.length / MANY) === 0) : pixels
  const alikeAt = (at: number, value: number) => { for (let k = 0; k < near; k++) { const v = grid.get(at + NEXT[k]!); if (v !== undefined && Math.abs(v - value) < 40) return true } return false }
  for (const around of mirrored ? [true, false] : [true]) for (let sy = -2; sy <= 2; sy++) for (let sx = -2; sx <= 2; sx++) {
    if (!around && sx !== 0) continue
    let alike = 0
    for (const p of some) if (alikeAt((top + bottom - p.y + sy) * 1024 + (around ? left + right - p.x + sx : p.x), p.value)) alike++
    if (alike > most) { most = alike; middle.y = (top + bottom + sy) / 2; if (around) middle.x = (left + right + sx) / 2 }
  }
  return most / some.length > SYMMETRIC ? middle : null
}

/**
 * Where a pointer points: text, resize and cross pointers look the same upside down and point with their
 * middle; arrows and hands point with their tip, which is their topmost part.
 */
function hotSpot(pixels: Pixel[], w: number, h: number): { x: number; y: number; middle?: true } {
  const grid = new Set(pixels.map((p) => p.y * 1024 + p.x))
  const mean = pixels.reduce((sum, p) => sum + p.value, 0) / pixels.length
  for (const part of [pixels, pixels.filter((p) => p.value < mean), pixels.filter((p) => p.value >= mean)]) {
    const middle = part.length >= pixels.length * 0.3 ? turned(part, part === pixels) : null
    if (middle) return { ...middle, middle: true }
  }
  const sure = pixels.filter((p) => p.sure >= 0.5)
  const top = Math.min(...sure.map((p) => p.y))
  const tip = sure.filter((p) => p.y <= top + Math.floor(h / 24))
  // Where the tip is of the other brightness than the inside, it is the rim around the pointer's own tip.
  const inner = pixels.filter((p) => INSIDE.every((o) => grid.has(p.y * 1024 + p.x + o)))
  const values = pixels.map((p) => p.value).sort((a, b) => a - b)
  const range = values[Math.floor(values.length * 0.95)]! - values[Math.floor(values.length * 0.05)]!
  const body = inner.length >= 5 ? median(inner.map((p) => p.value)) : mean
  const off = (some: Pixel[]) => (some.length > 0 ? median(some.map((p) => Math.abs(p.value - body))) : 0)
  const outer = pixels.filter((p) => [1, -1, 1024, -1024].some((o) => !grid.has(p.y * 1024 + p.x + o)))
  const rim = off(sure.filter((p) => p.y <= top + Math.max(1, h / 12))) > Math.max(50, range * 0.5) && off(outer) > range * 0.25
  const side = uprightSide(pixels.filter((p) => Math.abs(p.value - body) < 60), w, h)
  const x = side ?? tip.reduce((sum, p) => sum + p.x, 0) / tip.length
  // A rim goes around the tip in a curve: half of what its sides would make is not lost, but never was.
  const lost = side === null ? 0 : lostTip(sure, top, h) * (rim ? 0.5 : 1)
  // Around a dark one there is a bright rim that was not seen, as it lay on bright screens: half of it is above the tip.
  const unseen = !rim && body < DARK && inner.length > pixels.length * 0.2
  return { x: Math.round(x - (unseen ? h * 0.025 : 0)), y: Math.round(top - lost + (rim ? h * 0.06 : unseen ? -h * 0.04 : 0)) }
}

/** The upright left side of an arrow, which its tip stands over: of what begins at the same place row by row and grows to the right. Null for other pointers. */
function uprightSide(body: Pixel[], w: number, h: number): number | null {
  const row = (share: number) => { const xs = body.filter((p) => Math.abs(p.y - share * h) <= h / 24 + 0.5).map((p) => p.x); return xs.length > 0 ? { left: Math.min(...xs), right: Math.max(...xs) } : null }
  const [high, low] = [row(0.2), row(0.45)]
  if (!high || !low || Math.abs(high.left - low.left) > Math.max(1, w / 10) || low.right - low.left < 1.6 * (high.right - high.left)) return null
  return Math.min(high.left, low.left)
}

/** A pointer of this brightness is a dark one. */
const DARK = 110
/** A tip is blunt by a pixel or so in any case. */
const BLUNT = 1.7
/** How much of an arrow's tip is missing, in pixels: above where its topmost pixel is, its slanting side meets its upright one. */
function lostTip(pixels: Pixel[], top: number, h: number): number {
  const rows: { left: number; right: number; y: number }[] = []
  for (let y = Math.round(top + h * 0.1); y <= top + h * 0.45; y++) {
    const xs = pixels.filter((p) => p.y === y).map((p) => p.x)
    if (xs.length > 0) rows.push({ y, left: Math.min(...xs), right: Math.max(...xs) })
  }
  if (rows.length < 4) return 0
  const left = median(rows.map((r) => r.left))
  const [my, mx] = [rows.reduce((s, r) => s + r.y, 0) / rows.length, rows.reduce((s, r) => s + r.right, 0) / rows.length]
  const slope = rows.reduce((s, r) => s + (r.y - my) * (r.right - mx), 0) / rows.reduce((s, r) => s + (r.y - my) ** 2, 0)
  const apex = slope > 0.3 ? my + (left - mx) / slope : top
  return top - apex < BLUNT ? 0 : Math.min(h * 0.12, top - apex)
}

/** Pixels that are around one that lies well inside. */
const INSIDE = [-2, 2, -2048, 2048, -1025, 1025, -1023, 1023]

/**
 * How well a shape fits at a place of a picture, 0 to 1: the share of its dark pixels that agree and that of its
 * bright ones, the fewer counting for more, so that a white arrow with a thin rim is not found in every white field.
 *
 * @param least   below this it is given up early and 0 is returned
 * @param probes  so many of its pixels are looked at, scattered over it
 */
export function fitAt(picture: Uint8Array, width: number, height: number, shape: Shape, x: number, y: number, least: number, probes = MOST_PROBES): number {
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
    const d = picture[py * width + px]! - v
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
  const share = twofold && dark > 0 && bright > 0 ? 1 - (darkOff / dark) * darkWeight - (brightOff / bright) * (1 - darkWeight) : 1 - (darkOff + brightOff) / seen
  if (share < least) return 0
  return !twofold && !standsOut(picture, width, height, shape, x, y) ? 0 : share
}

/** A shape of one brightness has to stand out from what is around it. */
function standsOut(picture: Uint8Array, width: number, height: number, shape: Shape, x: number, y: number): boolean {
  const { ring } = shape
  let differs = 0
  let n = 0
  for (let i = 0; i < ring.length; i += 2) {
    const px = x + ring[i]!
    const py = y + ring[i + 1]!
    if (px < 0 || py < 0 || px >= width || py >= height) continue
    n++
    if (Math.abs(picture[py * width + px]! - shape.mean) > AGREES) differs++
  }
  return n > 0 && differs / n > 0.6
}

/** Edges of a flash and of the shape in it may lie this far apart. */
const SLIP = 4
/** What only goes along a line, within so many pixels, as a caret does while someone types, is no pointer. */
const OFF_LINE = 8
/** While shapes are learned, so many flashes and so many pixels of each are tried. */
const SAMPLE = 90
const PROBES = 120

interface Member { flash: Flash; x: number; y: number; share: number }

/** Where in a flash's patch a shape fits best; null when it does not, or when the flash is mostly something else. */
function memberOf(shape: Shape, flash: Flash): Member | null {
  const pw = flash.w + 2 * MARGIN
  const ph = flash.h + 2 * MARGIN
  if (shape.w > pw + 4 || shape.h > ph + 4) return null
  let best: Member | null = null
  const other = { x: MARGIN + flash.w - shape.w, y: MARGIN + flash.h - shape.h }
  for (let y = Math.min(MARGIN, other.y) - SLIP; y <= Math.max(MARGIN, other.y) + SLIP; y++) for (let x = Math.min(MARGIN, other.x) - SLIP; x <= Math.max(MARGIN, other.x) + SLIP; x++) {
    const share = fitAt(flash.patch, pw, ph, shape, x, y, best?.share ?? 0.78, PROBES)
    if (share > (best?.share ?? 0)) best = { flash, x, y, share }
  }
  if (!best) return null
  let inside = 0
  for (const at of flash.ownAt) { const x = at % pw; const y = (at - x) / pw; if (x >= best.x - 2 && y >= best.y - 2 && x < best.x + shape.w + 2 && y < best.y + shape.h + 2) inside++ }
  return inside / flash.count >= 0.7 ? best : null
}

/** What a pointer looks like from one time that it was seen; where in it the hot spot lies is left open. */
export const fromFlash = (flash: Flash): Shape => {
  const pw = flash.w + 2 * MARGIN
  const pixels: Pixel[] = []
  for (const i of flash.ownAt) pixels.push({ x: i % pw, y: Math.floor(i / pw), value: flash.patch[i]!, sure: 1 })
  return shapeOf(pixels, true)
}

/** One shape from all the times it was seen: what is its own in many of them and looks the same in all; with its hot spot left open, and its pixels. */
function merged(members: Member[]): { shape: ReturnType<typeof shapeOf>; pixels: Pixel[] } | null {
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
    pixels.push({ x: (key % 1024) - 256, y: Math.floor(key / 1024) - 256, value: v, sure: Math.min(1, values.length / usual) })
  }
  return pixels.length < 20 ? null : { shape: shapeOf(pixels, true), pixels }
}

/** Whether most of a shape is a plain rectangle, dark or bright: a caret. */
function isBlock({ dx, dy, value, mean }: Shape): boolean {
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
/** Of what stands still where the pointer was lost, pieces may lie this share of its size apart, as the bar and the arrow do that stand at a window’s border. */
const APART = 0.2

/** A pointer hangs together, fills a good part of its box, and is no plain rectangle, as a caret is. */
function couldPoint(shape: Shape, near = NEAR): boolean {
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
      for (let dy = -reach; dy <= reach; dy++) for (let dx = -reach; dx <= reach; dx++) if (left.delete(at + dy * 512 + dx)) open.push(at + dy * 512 + dx)
    }
    largest = Math.max(largest, size)
  }
  return largest >= dx.length * 0.75
}

/** Whether a shape is a piece of another. */
function partOf(shape: Shape, whole: Shape): boolean {
  if (shape.w > whole.w + 2 || shape.h > whole.h + 2) return false
  const w = whole.w + 4
  const h = whole.h + 4
  const picture = new Uint8Array(w * h).fill(whole.mean > 128 ? 0 : 255)
  for (let i = 0; i < whole.value.length; i++) picture[(whole.dy[i]! + 2) * w + whole.dx[i]! + 2] = whole.value[i]!
  for (let y = 0; y <= h - shape.h; y++) for (let x = 0; x <= w - shape.w; x++) if (fitAt(picture, w, h, shape, x, y, 0.7) > 0) return true
  return false
}

/** At how many places a shape was seen. */
function spread(members: Member[]): number {
  const range = (values: number[]) => Math.max(...values) - Math.min(...values)
  if (members.length > 1 && (range(members.map((m) => m.flash.x + m.x)) < OFF_LINE || range(members.map((m) => m.flash.y + m.y)) < OFF_LINE)) return 1
  return new Set(members.map((m) => `${Math.round(m.flash.x / 16)},${Math.round(m.flash.y / 16)}`)).size
}

/** A shape, and where its box lay in the frames that it was learned from. */
export interface Learned { shape: Shape; at: { frame: number; x: number; y: number }[] }

/**
 * Learns what the pointers of a recording look like from what flashes up in it: a pointer is what is seen
 * again and again, in the same shape, at many places. Nothing is known of it beforehand.
 *
 * @param known  shapes learned before; flashes that they explain are left out
 * @param most    new shapes at most; `fewest` places at which each has to have been
 * @returns the new ones, the most seen first
 */
export function learnShapes(flashes: Flash[], known: Shape[], { most, fewest } = { most: 6, fewest: 3 }): Learned[] {
  let left = flashes.filter((f) => !known.some((s) => memberOf(s, f)))
  const out: Learned[] = []
  const tried = new Set<Flash>()
  const spreadOver = <T>(list: T[], n: number) => list.filter((_, i) => i % Math.max(1, Math.ceil(list.length / n)) === 0)
  for (let round = 0; round < most && left.length >= fewest; round++) {
    const usualCount = median(left.map((f) => f.count))
    const seeds = left.filter((f) => !tried.has(f)).sort((a, b) => Math.abs(a.count / usualCount - 1.1) - Math.abs(b.count / usualCount - 1.1))
    const some = spreadOver(seeds, 10)
    const sample = spreadOver(left, SAMPLE)
    let best: { shape: Shape; members: Member[]; weight: number } | null = null
    for (const seed of some) {
      tried.add(seed)
      const shape = fromFlash(seed)
      const members = sample.map((f) => memberOf(shape, f)).filter((m) => m !== null)
      const weight = spread(members)
      if (weight >= fewest && weight > (best?.weight ?? 0)) best = { shape, members, weight }
      else if (weight >= fewest && fewest === 1) tried.delete(seed) // it may be seen nowhere else
    }
    if (!best) break
    let { shape, members } = best
    let better: ReturnType<typeof merged> = null
    for (let again = 0; again < 2; again++) {
      const next = merged(members)
      if (!next) break
      const own = left.map((f) => memberOf(next.shape, f)).filter((m) => m !== null)
      if (spread(own) < fewest) break
      shape = next.shape
      better = next
      members = own
    }
    shape = { ...shape, hot: better ? spotIn(better.pixels, better.shape) : spotOf(shape) }
    if (couldPoint(shape, fewest > 1 ? NEAR : Math.max(shape.w, shape.h) * APART) && ![...known, ...out.map((o) => o.shape)].some((o) => partOf(shape, o))) out.push({ shape, at: members.map((m) => ({ frame: m.flash.frame, x: m.flash.x - MARGIN + m.x, y: m.flash.y - MARGIN + m.y })) })
    const gone = new Set(members.map((m) => m.flash))
    left = left.filter((f) => !gone.has(f))
  }
  return out
}
