import { Eyes } from './eyes'
import { shapeOf, type PointerShape } from './shapes'

/**
 * Where a region is in a frame: its top left corner in pixels of the take; `seen` false while it is out of sight, when
 * its last place holds.
 */
export interface RegionAt {
  x: number
  y: number
  seen: boolean
}

const MOST_PIXELS = 400
const LEAST_EDGE = 14
const FEWEST_EDGES = 24
/** An edge counts unless it is so much paler than those of this share that are the clearest. */
const CLEAREST = 0.05
const PALE = 1 / 3
const HELD = 0.86
const FOUND = 0.87
const ANYWHERE = 0.92
const REACH = 220
/** Of places further than this apart that fit nearly as well, as rows of a list do, the nearest is it. */
const LIKE = 0.02
const APART = 8
/**
 * Where more than so many squares change at once a page may have scrolled, to within so many pixels of what the wheel
 * asks for.
 */
const PAGE = 20
const OFF = 6
/** A page follows the wheel within so many frames. */
const PATIENCE = 20
/** Less of its edges in the picture than this is out of sight. */
const VISIBLE = 0.75

/** Follows a region of a recording, such as a line of a page that scrolls, from frame to frame. */
export class RegionTracker {
  private readonly eyes: Eyes
  private shape: PointerShape | null = null
  private at: RegionAt = { x: 0, y: 0, seen: false }
  private offset = { x: 0, y: 0 }
  /** Where its edges are, from its top left corner. */
  private edges: { x: number; y: number }[] = []
  /**
   * By how much the page has still to go for what the wheel was turned by, and for how many frames it was not turned.
   */
  private due = { x: 0, y: 0 }
  private age = 0
  /** @param code  wasm/vision.ts, compiled */
  constructor(
    code: WebAssembly.Module,
    readonly width: number,
    readonly height: number,
  ) {
    this.eyes = new Eyes(code, width, height)
  }

  /** Where the next frame's grey is to be written. */
  get grey(): Uint8Array {
    return this.eyes.grey
  }

  /**
   * Takes the frame in `grey` as the first, and what it shows in a rectangle as what to follow.
   *
   * @returns false when the rectangle shows too little to be told apart: a plain field
   */
  start(x: number, y: number, w: number, h: number): boolean {
    const { grey, width, height } = this
    const edges: { x: number; y: number; value: number; sure: number; edge: number }[] = []
    const plain: typeof edges = []
    for (let py = Math.max(1, y); py < Math.min(height - 1, y + h); py++)
      for (let px = Math.max(1, x); px < Math.min(width - 1, x + w); px++) {
        const i = py * width + px
        const edge = Math.abs(grey[i + 1]! - grey[i - 1]!) + Math.abs(grey[i + width]! - grey[i - width]!)
        ;(edge >= LEAST_EDGE ? edges : plain).push({ x: px, y: py, value: grey[i]!, sure: 1, edge })
      }
    if (edges.length < FEWEST_EDGES) return false
    const thin = <T>(list: T[], most: number) =>
      list.filter((_, i) => i % Math.max(1, Math.ceil(list.length / most)) === 0)
    // What stands out most tells it best: a pale line fits on any page.
    const clear = edges.map((p) => p.edge).sort((a, b) => b - a)[Math.floor(edges.length * CLEAREST)]! * PALE
    const clearest = edges.filter((p) => p.edge >= clear)
    const own = thin(clearest.length >= FEWEST_EDGES ? clearest : edges, MOST_PIXELS * 0.7)
    const shape = shapeOf([...own, ...thin(plain, MOST_PIXELS * 0.3)], true)
    this.shape = { ...shape, twofold: true, flat: false }
    this.edges = own.map((p) => ({ x: p.x - shape.left, y: p.y - shape.top }))
    this.offset = { x: shape.left - x, y: shape.top - y }
    this.at = { x: shape.left, y: shape.top, seen: true }
    this.show(true)
    return true
  }
  /**
   * Where the region is in the frame in `grey`.
   *
   * @param turned  by how many pixels the wheel was turned since the frame before, to the right and down: the page goes
   *   the other way,
   *                by as much at most and not at once; of rows that look the same it tells which is the one
   */
  next(turned = { x: 0, y: 0 }): RegionAt {
    const { eyes, shape } = this
    const changed = this.show()
    this.turn(turned)
    const { at, due } = this
    if (shape && (changed > 0 || !at.seen)) {
      const here = at.seen ? eyes.fit(shape, at.x, at.y, HELD) : 0
      const ahead =
        (due.x !== 0 || due.y !== 0) && at.seen && changed > PAGE
          ? this.best(this.around({ x: at.x + due.x, y: at.y + due.y }, 0), FOUND, here - 0.1)
          : null
      if (ahead && Math.hypot(ahead.x - at.x - due.x, ahead.y - at.y - due.y) <= OFF) this.go(ahead)
      else if (here < 0.97) {
        const best =
          this.best(this.around(at), FOUND, here) ?? (here > 0 ? null : this.best(this.everywhere(), ANYWHERE, 0))
        if (best) this.go(best)
        else if (here === 0) this.at = { ...at, seen: false }
      }
    }
    return { x: this.at.x - this.offset.x, y: this.at.y - this.offset.y, seen: this.at.seen }
  }

  private go({ x, y }: { x: number; y: number }): void {
    const { at, due } = this
    const left = (due: number, way: number) =>
      Math.sign(way) === Math.sign(due) ? Math.sign(due) * Math.max(0, Math.abs(due) - Math.abs(way)) : due
    this.due = { x: left(due.x, x - at.x), y: left(due.y, y - at.y) }
    this.at = { x, y, seen: true }
  }
  /**
   * Notes what the wheel asks for; what a page has not followed for a while it will not. Out of sight it is taken to
   * have gone at once.
   */
  private turn({ x, y }: { x: number; y: number }): void {
    this.age = x !== 0 || y !== 0 ? 0 : this.age + 1
    const due = this.age > PATIENCE ? { x: 0, y: 0 } : { x: this.due.x - x, y: this.due.y - y }
    if (!this.at.seen) this.at = { x: this.at.x + due.x, y: this.at.y + due.y, seen: false }
    this.due = this.at.seen ? due : { x: 0, y: 0 }
  }
  private show(first = false): number {
    const { list, pixels } = this.eyes.changed(first)
    this.eyes.lay('now', list, pixels)
    return list.length
  }
  private best(squares: number[], least: number, over: number) {
    const found = this.eyes
      .seek('now', this.shape!, squares, Math.max(least, over + 0.02), 0)
      .filter((f) => this.visible(f.x, f.y) >= VISIBLE)
    const [best, ...others] = found.sort((a, b) => b.share - a.share || this.away(a) - this.away(b))
    if (!best) return null
    const nearer = others.filter((f) => f.share >= best.share - LIKE && this.away(f) < this.away(best) - APART)
    return nearer.sort((a, b) => this.away(a) - this.away(b))[0] ?? best
  }
  /** How far a place is from the way that the wheel asks for. */
  private away({ x, y }: { x: number; y: number }): number {
    const { at, due } = this
    const long = due.x ** 2 + due.y ** 2
    const k = long > 0 ? Math.min(1, Math.max(0, ((x - at.x) * due.x + (y - at.y) * due.y) / long)) : 0
    return Math.hypot(x - at.x - k * due.x, y - at.y - k * due.y)
  }
  /** Which share of its edges lies in the picture when it is at a place. */
  private visible(x: number, y: number): number {
    const inside = this.edges.filter(
      (p) => x + p.x >= 0 && y + p.y >= 0 && x + p.x < this.width && y + p.y < this.height,
    )
    return inside.length / this.edges.length
  }
  private around({ x, y }: { x: number; y: number }, reach = REACH): number[] {
    const { columns, rows } = this.eyes
    const c = this.shape!.centre
    const out: number[] = []
    for (let row = Math.max(0, (y + c.y - reach) >> 4); row <= Math.min(rows - 1, (y + c.y + reach) >> 4); row++)
      for (
        let column = Math.max(0, (x + c.x - reach) >> 4);
        column <= Math.min(columns - 1, (x + c.x + reach) >> 4);
        column++
      )
        out.push(row * columns + column)
    return out
  }
  private everywhere(): number[] {
    return Array.from({ length: this.eyes.columns * this.eyes.rows }, (_, i) => i)
  }
}
