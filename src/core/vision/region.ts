import { Eyes } from './eyes'
import { shapeOf, type Shape } from './shapes'

/** Where a region is in a frame: its top left corner in pixels of the take; `seen` false while it is out of sight, when its last place holds. */
export interface RegionAt { x: number; y: number; seen: boolean }

const MOST_PIXELS = 400
const LEAST_EDGE = 14
const FEWEST_EDGES = 24
const HELD = 0.86
const FOUND = 0.87
const ANYWHERE = 0.92
const REACH = 220
/** Less of it in the picture than this is out of sight. */
const VISIBLE = 0.75

/** Follows a region of a recording, such as a line of a page that scrolls, from frame to frame. */
export class RegionTracker {
  private readonly eyes: Eyes
  private shape: Shape | null = null
  private at: RegionAt = { x: 0, y: 0, seen: false }
  private offset = { x: 0, y: 0 }
  /** @param code  wasm/vision.ts, compiled */
  constructor(code: WebAssembly.Module, readonly width: number, readonly height: number) { this.eyes = new Eyes(code, width, height) }

  /** Where the next frame's grey is to be written. */
  get grey(): Uint8Array { return this.eyes.grey }

  /**
   * Takes the frame in `grey` as the first, and what it shows in a rectangle as what to follow.
   *
   * @returns false when the rectangle shows too little to be told apart: a plain field
   */
  start(x: number, y: number, w: number, h: number): boolean {
    const { grey, width, height } = this
    const edges: { x: number; y: number; value: number; sure: number }[] = []
    const plain: typeof edges = []
    for (let py = Math.max(1, y); py < Math.min(height - 1, y + h); py++) for (let px = Math.max(1, x); px < Math.min(width - 1, x + w); px++) {
      const i = py * width + px
      const edge = Math.abs(grey[i + 1]! - grey[i - 1]!) + Math.abs(grey[i + width]! - grey[i - width]!)
      ;(edge >= LEAST_EDGE ? edges : plain).push({ x: px, y: py, value: grey[i]!, sure: 1 })
    }
    if (edges.length < FEWEST_EDGES) return false
    const thin = <T>(list: T[], most: number) => list.filter((_, i) => i % Math.max(1, Math.ceil(list.length / most)) === 0)
    const shape = shapeOf([...thin(edges, MOST_PIXELS * 0.7), ...thin(plain, MOST_PIXELS * 0.3)], true)
    this.shape = { ...shape, twofold: true, flat: false }
    this.offset = { x: shape.left - x, y: shape.top - y }
    this.at = { x: shape.left, y: shape.top, seen: true }
    this.show(true)
    return true
  }
  /** Where the region is in the frame in `grey`. */
  next(): RegionAt {
    const { eyes, shape, at } = this
    const changed = this.show()
    if (shape && (changed > 0 || !at.seen)) {
      const here = at.seen ? eyes.fit(shape, at.x, at.y, HELD) : 0
      if (here < 0.97) {
        const best = this.best(this.around(at), FOUND, here) ?? (here > 0 ? null : this.best(this.everywhere(), ANYWHERE, 0))
        if (best) this.at = { x: best.x, y: best.y, seen: true }
        else if (here === 0) this.at = { ...at, seen: false }
      }
    }
    return { x: this.at.x - this.offset.x, y: this.at.y - this.offset.y, seen: this.at.seen }
  }

  private show(first = false): number {
    const { list, pixels } = this.eyes.changed(first)
    this.eyes.lay('now', list, pixels)
    return list.length
  }
  private best(squares: number[], least: number, over: number) {
    const found = this.eyes.seek('now', this.shape!, squares, Math.max(least, over + 0.02), 0).filter((f) => this.visible(f.x, f.y) >= VISIBLE)
    return found.sort((a, b) => b.share - a.share || Math.hypot(a.x - this.at.x, a.y - this.at.y) - Math.hypot(b.x - this.at.x, b.y - this.at.y))[0] ?? null
  }
  /** Which share of it lies in the picture when it is at a place. */
  private visible(x: number, y: number): number {
    const { w, h } = this.shape!
    const wide = Math.min(this.width, x + w) - Math.max(0, x)
    const high = Math.min(this.height, y + h) - Math.max(0, y)
    return (Math.max(0, wide) * Math.max(0, high)) / (w * h)
  }
  private around({ x, y }: RegionAt): number[] {
    const { columns, rows } = this.eyes
    const c = this.shape!.centre
    const out: number[] = []
    for (let row = Math.max(0, (y + c.y - REACH) >> 4); row <= Math.min(rows - 1, (y + c.y + REACH) >> 4); row++) for (let column = Math.max(0, (x + c.x - REACH) >> 4); column <= Math.min(columns - 1, (x + c.x + REACH) >> 4); column++) out.push(row * columns + column)
    return out
  }
  private everywhere(): number[] { return Array.from({ length: this.eyes.columns * this.eyes.rows }, (_, i) => i) }
}
