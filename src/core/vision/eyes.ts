import { AREA, BLOCK, MOST_PROBES } from './sizes'
import type { PointerShape } from './shapes'

/** What the compiled code (wasm/vision.ts) offers. Addresses are bytes from the start of its memory. */
interface Code {
  /** Of a shape so many pixels are tried first, at each place. */
  FIRST_PROBES: WebAssembly.Global
  changed(grey: number, kept: number, w: number, h: number, list: number, out: number, all: boolean): number
  lay(picture: number, w: number, h: number, list: number, pixels: number, n: number): void
  fit(picture: number, w: number, h: number, shape: number, x: number, y: number, least: number): number
  differing(a: number, b: number, w: number, h: number, list: number, squares: number, counts: number): void
  around(
    picture: number,
    w: number,
    h: number,
    shape: number,
    x: number,
    y: number,
    reach: number,
    least: number,
    found: number,
  ): number
  seek(
    picture: number,
    other: number,
    w: number,
    h: number,
    shape: number,
    list: number,
    squares: number,
    counts: number,
    least: number,
    newsLeast: number,
    found: number,
    most: number,
  ): number
}

const PAGE = 65536
const SHAPES = 4 << 20
const HEAD = 17 * 4
const MOST_FOUND = 4096

/** One of the two pictures that are looked at together. */
export type Which = 'now' | 'before'
export interface Spotted {
  x: number
  y: number
  share: number
}

/** Compares pictures and finds shapes in them, many pixels at a time; holds the few pictures that this needs. */
export class Eyes {
  readonly columns: number
  readonly rows: number
  /** The frame that is handed in: write its grey here. */
  readonly grey: Uint8Array
  private readonly code: Code
  private readonly memory: WebAssembly.Memory
  private readonly at: {
    grey: number
    kept: number
    now: number
    before: number
    list: number
    pixels: number
    found: number
    counts: number
    shapes: number
  }
  private readonly addresses = new Map<PointerShape, number>()
  private nextShape: number

  /** @param module  wasm/vision.ts, compiled */
  constructor(
    module: WebAssembly.Module,
    readonly width: number,
    readonly height: number,
  ) {
    this.columns = Math.ceil(width / BLOCK)
    this.rows = Math.ceil(height / BLOCK)
    const blocks = this.columns * this.rows
    const picture = (width * height + 127) & ~63
    let next = PAGE
    const room = (bytes: number) => {
      const at = next
      next += (bytes + 63) & ~63
      return at
    }
    this.at = {
      grey: room(picture),
      kept: room(picture),
      now: room(picture),
      before: room(picture),
      list: room(blocks * 4),
      pixels: room(blocks * AREA),
      found: room(MOST_FOUND * 12),
      counts: room(blocks * 4),
      shapes: room(SHAPES),
    }
    this.nextShape = this.at.shapes
    const pages = Math.ceil(next / PAGE) + 1
    this.memory = new WebAssembly.Memory({ initial: pages, maximum: pages })
    this.code = new WebAssembly.Instance(module, { env: { memory: this.memory } }).exports as unknown as Code
    this.grey = new Uint8Array(this.memory.buffer, this.at.grey, width * height)
  }

  private bytes(at: number, n: number): Uint8Array {
    return new Uint8Array(this.memory.buffer, at, n)
  }
  private numbers(at: number, n: number): Int32Array {
    return new Int32Array(this.memory.buffer, at, n)
  }

  /**
   * The squares in which the frame in `grey` differs from the last one of each, with their pixels; all of them on
   * request.
   */
  changed(all: boolean): { list: Int32Array; pixels: Uint8Array } {
    const { at } = this
    const n = this.code.changed(at.grey, at.kept, this.width, this.height, at.list, at.pixels, all)
    return { list: this.numbers(at.list, n).slice(), pixels: this.bytes(at.pixels, n * AREA).slice() }
  }
  /** Writes squares into one of the pictures. */
  lay(which: Which, list: Int32Array, pixels: Uint8Array): void {
    const { at } = this
    this.numbers(at.list, list.length).set(list)
    this.bytes(at.pixels, pixels.length).set(pixels)
    this.code.lay(at[which], this.width, this.height, at.list, at.pixels, list.length)
  }
  /** Notes where the two pictures differ, which is only in these squares; `seek` goes by it. */
  compare(list: Int32Array): void {
    const { at } = this
    this.numbers(at.counts, this.columns * this.rows).fill(0)
    this.numbers(at.list, list.length).set(list)
    this.code.differing(at.now, at.before, this.width, this.height, at.list, list.length, at.counts)
  }
  /** How well a shape fits at a place of the present picture, 0 to 1; 0 below `least`. */
  fit(shape: PointerShape, x: number, y: number, least: number): number {
    return this.code.fit(this.at.now, this.width, this.height, this.place(shape), x, y, least)
  }
  /**
   * The best place of a shape within a few pixels (`reach`) of one of the present picture, which itself does not count;
   * null when none fits better than `least`.
   */
  around(shape: PointerShape, x: number, y: number, reach: number, least: number): Spotted | null {
    const { at } = this
    const share = this.code.around(at.now, this.width, this.height, this.place(shape), x, y, reach, least, at.found)
    const [left, top] = this.numbers(at.found, 2)
    return share > 0 ? { x: left!, y: top!, share } : null
  }
  /**
   * The best place of a shape in each of some squares of a picture, where a share `news` of it is not so in the other
   * one; after `compare`, unless `news` is 0.
   */
  seek(which: Which, shape: PointerShape, squares: ArrayLike<number>, least: number, news: number): Spotted[] {
    const { at } = this
    const address = this.place(shape)
    const list = this.numbers(at.list, squares.length)
    list.set(squares)
    const n = this.code.seek(
      at[which],
      at[which === 'now' ? 'before' : 'now'],
      this.width,
      this.height,
      address,
      at.list,
      squares.length,
      at.counts,
      least,
      news,
      at.found,
      MOST_FOUND,
    )
    const places = this.numbers(at.found, n * 3)
    const shares = new Float32Array(this.memory.buffer, at.found, n * 3)
    return Array.from({ length: n }, (_, i) => ({
      x: places[i * 3]!,
      y: places[i * 3 + 1]!,
      share: shares[i * 3 + 2]!,
    }))
  }

  private place(shape: PointerShape): number {
    const known = this.addresses.get(shape)
    if (known !== undefined) return known
    const n = Math.min(MOST_PROBES, shape.value.length)
    const all = Array.from({ length: n }, (_, i) => i)
    const firstProbes = this.code.FIRST_PROBES.value as number
    const rings = shape.ring.length / 2
    const size = (HEAD + n * 6 + rings * 4 + firstProbes * 2 + 63) & ~63
    if (this.nextShape + size > this.at.shapes + SHAPES) {
      this.addresses.clear()
      this.nextShape = this.at.shapes
    }
    const address = this.nextShape
    this.nextShape += size
    const isDark = (i: number) => shape.value[i]! < shape.mean
    const [dark, bright] = [all.filter(isDark), all.filter((i) => !isDark(i))]
    const order = [...dark, ...bright]
    // A shape's own order mixes dark and bright ones as they count, for as long as there are both: so many tell how
    // well it fits.
    const mixed = shape.twofold && dark.length > 0 && bright.length > 0 ? Math.min(dark.at(-1)!, bright.at(-1)!) + 1 : n
    const first = all.slice(0, Math.min(firstProbes, mixed)).map((i) => order.indexOf(i))
    const dx = address + HEAD
    const dy = dx + 2 * n
    const ringX = dy + 2 * n
    const ringY = ringX + 2 * rings
    const firsts = ringY + 2 * rings
    const value = firsts + 2 * firstProbes
    const within = value + n
    this.numbers(address, 17).set([
      n,
      shape.w,
      shape.h,
      shape.centre.x,
      shape.centre.y,
      shape.twofold ? Math.round(shape.darkWeight * 65536) : 0,
      Math.round(shape.mean),
      rings,
      dark.length,
      first.length,
      dx,
      dy,
      value,
      ringX,
      ringY,
      within,
      firsts,
    ])
    const shorts = (at: number, values: ArrayLike<number>) =>
      new Int16Array(this.memory.buffer, at, values.length).set(values)
    shorts(
      dx,
      order.map((i) => shape.dx[i]!),
    )
    shorts(
      dy,
      order.map((i) => shape.dy[i]!),
    )
    shorts(
      ringX,
      shape.ring.filter((_, i) => i % 2 === 0),
    )
    shorts(
      ringY,
      shape.ring.filter((_, i) => i % 2 === 1),
    )
    shorts(firsts, first)
    this.bytes(value, n).set(order.map((i) => shape.value[i]!))
    this.bytes(within, n).set(order.map((i) => shape.within[i]!))
    this.addresses.set(shape, address)
    return address
  }
}
