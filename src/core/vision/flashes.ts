import type { Rect } from '../geometry'
import type { Flash } from './flash'
import { BLOCK, FEWEST, MARGIN } from './sizes'
import type { Changes } from './changes'

const CAME = 20
const SAME = 14
const CELL = 4
/** Pointers are between these sizes, in pixels. */
const SMALLEST = 5
const LONG_ENOUGH = 9
const LARGEST = 150
const LEFT_BEHIND = 0.05
const LEAST_SHARE = 0.4
const RESTLESS = 0.4
/** More squares than this coming and going at once is a film or a scroll. */
const TOO_BUSY = 500

/** Finds what comes and goes in a stretch; keeps its tables from one frame to the next. */
export class FlashFinder {
  private readonly stamp: Int32Array
  private readonly cells: Int32Array
  /** To which group a cell belongs, for as long as it is marked. */
  private readonly group: Int32Array
  private readonly across: number
  private turn = 0
  constructor(private readonly changes: Changes) {
    this.stamp = new Int32Array(changes.columns * changes.rows)
    this.across = Math.ceil(changes.width / CELL)
    this.cells = new Int32Array(this.across * Math.ceil(changes.height / CELL))
    this.group = new Int32Array(this.cells.length)
  }

  /**
   * What is seen at `frame` and neither at `before` nor at `after`; with -1 for `before`, it may have been there from
   * the start. What is only a small part of all that flashes up at once is left out, for it likely belongs to a window
   * that moves, or to a film.
   */
  at(
    frame: number,
    before: number,
    after: number,
    { most, same, share, within }: { most: number; same: number; share: number; within?: Rect } = {
      most: 12,
      same: SAME,
      share: LEAST_SHARE,
    },
  ): Flash[] {
    this.turn += 2
    const blocks = this.blocksAt(frame, before, after, within)
    const found = this.pixelsAt(frame, before, after, { blocks, same })
    if (found.length < FEWEST * 2) return []
    const boxes = this.boxesOf(found)
    const out: Flash[] = []
    const calm = boxes.reduce((sum, b) => sum + (this.restless(b) ? 0 : b.count), 0)
    for (const [g, box] of boxes.entries()) {
      const w = box.x1 - box.x0 + 1
      const h = box.y1 - box.y0 + 1
      if (
        box.count < FEWEST ||
        w < SMALLEST ||
        h < SMALLEST ||
        Math.max(w, h) < LONG_ENOUGH ||
        Math.max(w, h) > LARGEST ||
        box.count < calm * share ||
        this.restless(box)
      )
        continue
      if (out.length === most) return []
      if (same === SAME && this.altered({ x: box.x0, y: box.y0, w, h }, before, after)) continue
      out.push(this.cut(frame, { x: box.x0, y: box.y0, w, h, count: box.count }, found, g))
    }
    return out
  }

  /** The squares that change after `before` by `frame` and again by `after`; none where there are too many. */
  private blocksAt(frame: number, before: number, after: number, within?: Rect): number[] {
    const { changes, stamp, turn: came } = this
    const seen = came + 1
    const blocks: number[] = []
    const allowed = within && new Set(changes.blocksOf(within.x, within.y, within.w, within.h))
    // The first frame lists every square.
    for (let t = before + 1; t <= frame; t++) for (const b of changes.lists[t]!) if (stamp[b]! < came) stamp[b] = came
    for (let t = frame + 1; t <= after; t++)
      for (const b of changes.lists[t]!)
        if (stamp[b] === came && (!allowed || allowed.has(b))) {
          stamp[b] = seen
          blocks.push(b)
          if (blocks.length > TOO_BUSY) return []
        }
    return blocks
  }

  /** The pixels, x and y by turns, that are there at `frame` alone; their cells are marked. */
  private pixelsAt(
    frame: number,
    before: number,
    after: number,
    { blocks, same }: { blocks: readonly number[]; same: number },
  ): number[] {
    const { changes, cells, across, turn: came } = this
    const { columns } = changes
    const found: number[] = []
    for (const b of blocks) {
      const here = changes.pixels(b, changes.entry(b, frame))
      const will = changes.pixels(b, changes.entry(b, after))
      const was = before < 0 ? will : changes.pixels(b, changes.entry(b, before))
      const x0 = (b % columns) * BLOCK
      const y0 = Math.floor(b / columns) * BLOCK
      for (let i = 0; i < 256; i++) {
        const v = here[i]!
        if (Math.abs(v - was[i]!) < CAME || Math.abs(v - will[i]!) < CAME || Math.abs(was[i]! - will[i]!) > same)
          continue
        const x = x0 + (i & 15)
        const y = y0 + (i >> 4)
        if (x >= changes.width || y >= changes.height) continue
        found.push(x, y)
        cells[(y >> 2) * across + (x >> 2)] = came
      }
    }
    return found
  }

  /** Boxes around the pixels of cells that touch, also across a corner. */
  private boxesOf(found: readonly number[]): { x0: number; y0: number; x1: number; y1: number; count: number }[] {
    const { cells, across, group, turn: came } = this
    const seen = came + 1
    let groups = 0
    for (let i = 0; i < found.length; i += 2) {
      const start = (found[i + 1]! >> 2) * across + (found[i]! >> 2)
      if (cells[start] !== came) continue
      const g = groups++
      const open = [start]
      cells[start] = seen
      while (open.length) {
        const c = open.pop()!
        group[c] = g
        for (let dy = -1; dy <= 1; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const near = c + dy * across + dx
            if (cells[near] === came) {
              cells[near] = seen
              open.push(near)
            }
          }
      }
    }
    const boxes = Array.from({ length: groups }, () => ({ x0: Infinity, y0: Infinity, x1: -1, y1: -1, count: 0 }))
    for (let i = 0; i < found.length; i += 2) {
      const x = found[i]!
      const y = found[i + 1]!
      const box = boxes[group[(y >> 2) * across + (x >> 2)]!]!
      box.count++
      if (x < box.x0) box.x0 = x
      if (x > box.x1) box.x1 = x
      if (y < box.y0) box.y0 = y
      if (y > box.y1) box.y1 = y
    }
    return boxes
  }

  /** Whether a place is not as it was when what flashed up there is gone: a caret leaves a letter behind. */
  private altered({ x, y, w, h }: Rect, before: number, after: number): boolean {
    const around = { x: x - 3, y: y - 3, w: w + 6, h: h + 6 }
    const was = patchOf(this.changes, before, around)
    const will = patchOf(this.changes, after, around)
    let n = 0
    for (let i = 0; i < was.length; i++) if (Math.abs(was[i]! - will[i]!) > 2 * SAME) n++
    return n > was.length * LEFT_BEHIND
  }
  /** Whether a place changes so often that nothing can be told from what flashes up there. */
  private restless(box: { x0: number; y0: number; x1: number; y1: number }): boolean {
    const blocks = this.changes.blocksOf(box.x0, box.y0, box.x1 - box.x0 + 1, box.y1 - box.y0 + 1)
    return blocks.reduce((s, b) => s + this.changes.unrest(b), 0) > blocks.length * RESTLESS
  }

  private cut(
    frame: number,
    box: { x: number; y: number; w: number; h: number; count: number },
    found: number[],
    g: number,
  ): Flash {
    const pw = box.w + 2 * MARGIN
    const ph = box.h + 2 * MARGIN
    const patch = patchOf(this.changes, frame, { x: box.x - MARGIN, y: box.y - MARGIN, w: pw, h: ph })
    const ownAt: number[] = []
    for (let i = 0; i < found.length; i += 2) {
      const x = found[i]!
      const y = found[i + 1]!
      if (this.group[(y >> 2) * this.across + (x >> 2)] !== g) continue
      ownAt.push((y - box.y + MARGIN) * pw + x - box.x + MARGIN)
    }
    return { frame, ...box, patch, ownAt }
  }
}

/** A rectangle of the picture at a frame; the nearest pixel of the border where it reaches out. */
export function patchOf(changes: Changes, frame: number, { x, y, w, h }: Rect): Uint8Array {
  const out = new Uint8Array(w * h)
  // Square by square, as much of each as lies in the rectangle.
  for (let dy = 0; dy < h;) {
    const py = Math.min(changes.height - 1, Math.max(0, y + dy))
    const high = y + dy < 0 || y + dy >= changes.height ? 1 : Math.min(h - dy, BLOCK - (py & 15), changes.height - py)
    for (let dx = 0; dx < w;) {
      const px = Math.min(changes.width - 1, Math.max(0, x + dx))
      const wide = x + dx < 0 || x + dx >= changes.width ? 1 : Math.min(w - dx, BLOCK - (px & 15), changes.width - px)
      const b = (py >> 4) * changes.columns + (px >> 4)
      const pixels = changes.pixels(b, changes.entry(b, frame))
      for (let row = 0; row < high; row++) {
        const at = (((py & 15) + row) << 4) | (px & 15)
        const to = (dy + row) * w + dx
        for (let k = 0; k < wide; k++) out[to + k] = pixels[at + k]!
      }
      dx += wide
    }
    dy += high
  }
  return out
}
