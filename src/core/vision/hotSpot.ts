import { median } from '../values/median'

/** A pixel of a shape: its grey, and in how many of the times that the shape was seen it was seen too, 0 to 1. */
export interface Pixel {
  x: number
  y: number
  value: number
  sure: number
}
/** Where a pointer points; `middle`: in the middle of it, as it looks the same upside down. */
export interface HotSpot {
  x: number
  y: number
  middle?: true
}

/** Of a pointer that points with its middle this much looks the same upside down; an arrow comes to five sixths. */
const SYMMETRIC = 0.9
/** In a tiny shape, a pixel off is too much. */
const TINY = 15

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
  const alikeAt = (at: number, value: number) => {
    for (let k = 0; k < near; k++) {
      const v = grid.get(at + NEXT[k]!)
      if (v !== undefined && Math.abs(v - value) < 40) return true
    }
    return false
  }
  for (const around of mirrored ? [true, false] : [true])
    for (let sy = -2; sy <= 2; sy++)
      for (let sx = -2; sx <= 2; sx++) {
        if (!around && sx !== 0) continue
        let alike = 0
        for (const p of some)
          if (alikeAt((top + bottom - p.y + sy) * 1024 + (around ? left + right - p.x + sx : p.x), p.value)) alike++
        if (alike > most) {
          most = alike
          middle.y = (top + bottom + sy) / 2
          if (around) middle.x = (left + right + sx) / 2
        }
      }
  return most / some.length > SYMMETRIC ? middle : null
}

/**
 * Where a pointer points: text, resize and cross pointers look the same upside down and point with their
 * middle; arrows and hands point with their tip, which is their topmost part.
 *
 * @param pixels  counted from the shape's top left corner; `w` × `h` pixels in all
 */
export function hotSpot(pixels: Pixel[], w: number, h: number): HotSpot {
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
  const rim =
    off(sure.filter((p) => p.y <= top + Math.max(1, h / 12))) > Math.max(50, range * 0.5) && off(outer) > range * 0.25
  const side = uprightSide(
    pixels.filter((p) => Math.abs(p.value - body) < 60),
    w,
    h,
  )
  const x = side ?? tip.reduce((sum, p) => sum + p.x, 0) / tip.length
  // A rim goes around the tip in a curve: half of what its sides would make is not lost, but never was.
  const lost = side === null ? 0 : lostTip(sure, top, h) * (rim ? 0.5 : 1)
  // Around a dark one there is a bright rim that was not seen, as it lay on bright screens: half of it is above the
  // tip.
  const unseen = !rim && body < DARK && inner.length > pixels.length * 0.2
  return {
    x: Math.round(x - (unseen ? h * 0.025 : 0)),
    y: Math.round(top - lost + (rim ? h * 0.06 : unseen ? -h * 0.04 : 0)),
  }
}

/**
 * The upright left side of an arrow, which its tip stands over: of what begins at the same place row by row and grows
 * to the right. Null for other pointers.
 */
function uprightSide(body: Pixel[], w: number, h: number): number | null {
  const row = (share: number) => {
    const xs = body.filter((p) => Math.abs(p.y - share * h) <= h / 24 + 0.5).map((p) => p.x)
    return xs.length > 0 ? { left: Math.min(...xs), right: Math.max(...xs) } : null
  }
  const [high, low] = [row(0.2), row(0.45)]
  if (
    !high ||
    !low ||
    Math.abs(high.left - low.left) > Math.max(1, w / 10) ||
    low.right - low.left < 1.6 * (high.right - high.left)
  )
    return null
  return Math.min(high.left, low.left)
}

/** A pointer of this brightness is a dark one. */
const DARK = 110
/** A tip is blunt by a pixel or so in any case. */
const BLUNT = 1.7
/**
 * How much of an arrow's tip is missing, in pixels: above where its topmost pixel is, its slanting side meets its
 * upright one.
 */
function lostTip(pixels: Pixel[], top: number, h: number): number {
  const rows: { left: number; right: number; y: number }[] = []
  for (let y = Math.round(top + h * 0.1); y <= top + h * 0.45; y++) {
    const xs = pixels.filter((p) => p.y === y).map((p) => p.x)
    if (xs.length > 0) rows.push({ y, left: Math.min(...xs), right: Math.max(...xs) })
  }
  if (rows.length < 4) return 0
  const left = median(rows.map((r) => r.left))
  const [my, mx] = [
    rows.reduce((s, r) => s + r.y, 0) / rows.length,
    rows.reduce((s, r) => s + r.right, 0) / rows.length,
  ]
  const slope =
    rows.reduce((s, r) => s + (r.y - my) * (r.right - mx), 0) / rows.reduce((s, r) => s + (r.y - my) ** 2, 0)
  const apex = slope > 0.3 ? my + (left - mx) / slope : top
  return top - apex < BLUNT ? 0 : Math.min(h * 0.12, top - apex)
}

/** Pixels that are around one that lies well inside. */
const INSIDE = [-2, 2, -2048, 2048, -1025, 1025, -1023, 1023]
