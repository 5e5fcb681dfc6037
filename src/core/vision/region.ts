import type { Point } from '../geometry'
import { Eyes, type Spotted, type Which } from './eyes'
import { roughShapeOf, type PointerShape } from './shapes'
import { Twins } from './twins'

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

/** What fits so well may be something else that looks like it; so well, it is partly under something. */
const LIKELY = 0.86
const PARTLY = 0.8
const SURELY = 0.03
/** What goes on as it went is off by no more than so many pixels, or by half of how far it goes. */
const STEADY = 12
const STILL: Point = { x: 0, y: 0 }
const NONE = Twins.among([], STILL)

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
  /** By how much it went with the last frame in which anything changed. */
  private speed = { x: 0, y: 0 }
  /** While it is out of sight: what looks like it, and goes along with it. */
  private twins = NONE
  /** What changed with the last frame. */
  private last: { list: Int32Array; pixels: Uint8Array } | null = null
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
    const shape = roughShapeOf([...own, ...thin(plain, MOST_PIXELS * 0.3)])
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
    const before = this.at
    const changed = this.show()
    this.turn(turned)
    if (this.shape && this.at.seen && changed > 0) this.look(this.shape, changed)
    else if (this.shape && !this.at.seen && (changed > 0 || !this.twins.any)) this.lookAgain(this.shape)
    // A frame that is as the one before says nothing: pages are often drawn less often than they are recorded.
    if (changed > 0) this.speed = { x: this.at.x - before.x, y: this.at.y - before.y }
    return { x: this.at.x - this.offset.x, y: this.at.y - this.offset.y, seen: this.at.seen }
  }

  /** It was in sight in the frame before. */
  private look(shape: PointerShape, changed: number): void {
    const { eyes, at, due } = this
    const here = eyes.fit(shape, at.x, at.y, HELD)
    const ahead =
      (due.x !== 0 || due.y !== 0) && changed > PAGE
        ? this.best(this.around({ x: at.x + due.x, y: at.y + due.y }, 0), FOUND, here - 0.1)
        : null
    if (ahead && Math.hypot(ahead.x - at.x - due.x, ahead.y - at.y - due.y) <= OFF) this.go(ahead)
    else if (here < 0.97) {
      const best =
        this.best(this.around(at), FOUND, here) ?? (here > 0 ? null : this.best(this.everywhere(), ANYWHERE, 0))
      const twin = best && this.twinAt(best)
      if (best && !twin) this.go(best)
      else if (here === 0) this.goneOutOfSight(shape, twin)
    }
  }
  /**
   * Whether at a place there is something that only looks like it, and was there before, as it was itself: then by how
   * much that went. What stood still stands, what goes on goes on; a leap is believed where nothing else explains it.
   */
  private twinAt(place: Point): Point | null {
    const { at, due, speed } = this
    const expected = due.x !== 0 || due.y !== 0 ? { x: due.x, y: due.y } : speed
    const tolerance = Math.max(STEADY, Math.hypot(expected.x, expected.y) / 2)
    if (Math.hypot(place.x - at.x - expected.x, place.y - at.y - expected.y) <= tolerance) return null
    const twins = Twins.among(this.likes('before'), at)
    return twins.wentTo(place, expected, tolerance) ?? twins.wentTo(place, STILL, STEADY)
  }
  private goneOutOfSight(shape: PointerShape, went: Point | null): void {
    const { at, eyes } = this
    const found = this.likes('now')
    const by = went ?? Twins.among(this.likes('before'), at).moved(found, this.speed)
    const to = by ? { x: at.x + by.x, y: at.y + by.y } : at
    // Partly under something it is still there.
    const seen = by !== null && eyes.fit(shape, to.x, to.y, PARTLY) > 0
    this.at = { x: to.x, y: to.y, seen }
    this.twins = seen ? NONE : Twins.among(found, to)
  }
  /** It was out of sight in the frame before: where it is by what looks like it; else wherever it is found. */
  private lookAgain(shape: PointerShape): void {
    const { at, twins, eyes } = this
    if (!twins.any) {
      const best = this.best(this.around(at), FOUND, 0) ?? this.best(this.everywhere(), ANYWHERE, 0)
      if (best) this.go(best)
      return
    }
    const found = this.likes('now')
    const by = twins.moved(found, this.speed)
    // Another page is shown: where it was says nothing any more.
    if (!by) {
      this.twins = NONE
      return
    }
    // What fits better than anything that only looked like it is it, wherever it is.
    const surely = found.filter((f) => f.share > twins.likeness + SURELY).sort((a, b) => b.share - a.share)[0]
    if (surely && surely.share >= ANYWHERE) {
      this.twins = NONE
      this.go(surely)
      return
    }
    const to = { x: at.x + by.x, y: at.y + by.y }
    const near = eyes.fit(shape, to.x, to.y, FOUND) > 0 ? to : eyes.around(shape, to.x, to.y, OFF, FOUND)
    this.at =
      near && this.visible(near.x, near.y) >= VISIBLE ? { x: near.x, y: near.y, seen: true } : { ...to, seen: false }
    this.twins = this.at.seen ? NONE : Twins.among(found, to)
  }
  /** Every place that looks like it. */
  private likes(which: Which): Spotted[] {
    return this.eyes
      .seek(which, this.shape!, this.everywhere(), LIKELY, 0)
      .filter((f) => this.visible(f.x, f.y) >= VISIBLE)
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
    if (!this.at.seen && !this.twins.any) this.at = { x: this.at.x + due.x, y: this.at.y + due.y, seen: false }
    this.due = this.at.seen ? due : { x: 0, y: 0 }
  }
  /** Takes over the frame in `grey`, and keeps the one before beside it. */
  private show(first = false): number {
    const { eyes, last } = this
    if (last) eyes.lay('before', last.list, last.pixels)
    this.last = eyes.changed(first)
    eyes.lay('now', this.last.list, this.last.pixels)
    return this.last.list.length
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
