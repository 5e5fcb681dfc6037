import type { Point, Rect } from '../geometry'

/**
 * Straight lines in a picture, three numbers each: where it is, from which pixel, to which. In a few bytes, as those of
 * a recording of hours are kept.
 */
export interface Lines {
  /** Between rows: y, from x, to x. */
  level: Uint16Array
  /** Between columns: x, from y, to y. */
  upright: Uint16Array
}

/** A line is where grey differs by so much on both sides of it. */
const EDGE = 9
/** A line may be broken for so many pixels. */
const GAP = 4
/** The least length of a line, as a share of the picture’s shorter side. */
const SHORTEST = 0.06

/** The straight lines of a grey picture: edges of windows, dialogs and panels. */
export function linesIn(grey: Uint8Array, width: number, height: number): Lines {
  const least = Math.min(width, height) * SHORTEST
  const level: number[] = []
  const upright: number[] = []
  // Runs under way: of the row, and of each column; -1 where there is none.
  const from = new Int32Array(width).fill(-1)
  const last = new Int32Array(width)
  for (let y = 0; y < height; y++) {
    const row = y * width
    // Along a line every second pixel tells as much.
    if (y % 2 === 0)
      for (let x = 1; x < width; x++) {
        const across = grey[row + x]! - grey[row + x - 1]!
        if (across < EDGE && across > -EDGE) continue
        if (from[x]! < 0) from[x] = y
        else if (y - last[x]! > GAP) {
          if (last[x]! - from[x]! >= least) upright.push(x, from[x]!, last[x]!)
          from[x] = y
        }
        last[x] = y
      }
    if (y === 0) continue
    let begun = -1
    let till = 0
    for (let x = 0; x < width; x += 2) {
      const down = grey[row + x]! - grey[row - width + x]!
      if (down < EDGE && down > -EDGE) continue
      if (begun < 0) begun = x
      else if (x - till > GAP) {
        if (till - begun >= least) level.push(y, begun, till)
        begun = x
      }
      till = x
    }
    if (begun >= 0 && till - begun >= least) level.push(y, begun, till)
  }
  for (let x = 1; x < width; x++) if (from[x]! >= 0 && last[x]! - from[x]! >= least) upright.push(x, from[x]!, last[x]!)
  return { level: Uint16Array.from(level), upright: Uint16Array.from(upright) }
}

/** The least size of a thing, as shares of the picture. */
const LEAST_W = 0.1
const LEAST_H = 0.12
/** So much of a side has to be there, of three of them; of the fourth, which something may lie over, less. */
const SIDE = 0.75
const HIDDEN_SIDE = 0.25
/** Lines that end so near a corner meet there. */
const CORNER_PX = 12
/** So many lines, as a share of the rows or columns, are no edges of windows. */
const TEXTURE = 0.6
/** Of the lines on one side, so many are looked at. */
const MOST = 40

/** All that there is of an edge at one place, in pieces. */
interface Side {
  at: number
  pieces: [from: number, to: number][]
}
/** Lines gathered by their place, with the two edges of the picture itself, which is as good an edge as any. */
function sidesOf(lines: Uint16Array, whole: number, along: number): Side[] {
  const by = new Map<number, Side>([
    [0, { at: 0, pieces: [[0, along]] }],
    [whole, { at: whole, pieces: [[0, along]] }],
  ])
  for (let i = 0; i < lines.length; i += 3) {
    const at = lines[i]!
    const piece: Side['pieces'][number] = [lines[i + 1]!, lines[i + 2]!]
    const side = by.get(at) ?? by.get(at - 1)
    if (side) side.pieces.push(piece)
    else by.set(at, { at, pieces: [piece] })
  }
  return [...by.values()]
}
/** How much of a side is there between two corners; 0 where it does not reach both. */
function reaches({ pieces }: Side, a: number, b: number): number {
  let sum = 0
  let [first, second] = [false, false]
  for (const [from, to] of pieces) {
    const [f, t] = [Math.max(from, a), Math.min(to, b)]
    if (t <= f) continue
    sum += t - f
    first ||= from <= a + CORNER_PX
    second ||= to >= b - CORNER_PX
  }
  return first && second ? Math.min(1, sum / Math.max(1, b - a)) : 0
}

/**
 * The largest box around a point that is no larger than asked for: four lines that meet at its corners, one of which
 * may be half hidden. One that is cut off by the edge of the picture is a box as well.
 *
 * @param most  the greatest width and height of it, as a share of the picture's
 * @returns null where no lines enclose the point
 */
export function boxAround(lines: Lines, p: Point, size: { width: number; height: number }, most: number): Rect | null {
  // Where lines are everywhere there is a picture of something, not windows.
  if (lines.level.length > 3 * size.height * TEXTURE || lines.upright.length > 3 * size.width * TEXTURE) return null
  const [rows, columns] = [
    sidesOf(lines.level, size.height, size.width),
    sidesOf(lines.upright, size.width, size.height),
  ]
  const before = (list: Side[], v: number) => list.filter((s) => s.at <= v).toSorted((a, b) => b.at - a.at)
  const after = (list: Side[], v: number) => list.filter((s) => s.at > v).toSorted((a, b) => a.at - b.at)
  const [tops, ends] = [before(rows, p.y), after(rows, p.y)]
  let best: Rect | null = null
  for (const left of before(columns, p.x).slice(0, MOST))
    for (const right of after(columns, p.x).slice(0, MOST)) {
      const w = right.at - left.at
      if (w < size.width * LEAST_W || w > size.width * most) continue
      const across = (list: Side[]) =>
        list.flatMap(({ at, ...side }) => {
          const share = reaches({ at, ...side }, left.at, right.at)
          return share < HIDDEN_SIDE ? [] : [{ at, share }]
        })
      const below = across(ends)
      if (below.length === 0) continue
      for (const top of across(tops))
        for (const end of below) {
          const h = end.at - top.at
          if (h < size.height * LEAST_H || h > size.height * most || (best && w * h <= best.w * best.h)) continue
          const sides = [top.share, end.share, reaches(left, top.at, end.at), reaches(right, top.at, end.at)]
          if (Math.min(...sides) < HIDDEN_SIDE || sides.filter((s) => s < SIDE).length > 1) continue
          best = { x: left.at, y: top.at, w, h }
        }
    }
  return best
}
