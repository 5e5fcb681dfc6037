import { AREA, BLOCK } from './sizes'
import type { Eyes, Which } from './eyes'

/**
 * A stretch of a recording, kept as what changed from each frame to the next, in grey. A screen mostly
 * stands still, so minutes of it fit where seconds of whole pictures would; any square can be looked up at any frame.
 */
export class Changes {
  readonly columns: number
  readonly rows: number
  /** The squares that changed with each frame; all of them with the first. */
  readonly lists: Int32Array[] = []
  private readonly slabs: Uint8Array[] = []
  private readonly entryFrames: number[][]
  private readonly entryPlaces: number[][]
  /** Bytes held. */
  bytes = 0

  readonly width: number
  readonly height: number
  constructor(private readonly eyes: Eyes) {
    this.width = eyes.width
    this.height = eyes.height
    this.columns = eyes.columns
    this.rows = eyes.rows
    this.entryFrames = Array.from({ length: this.columns * this.rows }, () => [])
    this.entryPlaces = Array.from({ length: this.columns * this.rows }, () => [])
  }

  get frames(): number {
    return this.lists.length
  }

  /** Takes in the frame that stands in the eyes' `grey`. */
  add(): void {
    const frame = this.lists.length
    const { list, pixels } = this.eyes.changed(frame === 0)
    for (let i = 0; i < list.length; i++) {
      this.entryFrames[list[i]!]!.push(frame)
      this.entryPlaces[list[i]!]!.push(i)
    }
    this.lists.push(list)
    this.slabs.push(pixels)
    this.bytes += pixels.length + list.length * 24
  }
  /** Brings one of the eyes' pictures from the frame before to this one. */
  show(which: Which, frame: number): void {
    if (this.lists[frame]!.length > 0) this.eyes.lay(which, this.lists[frame]!, this.slabs[frame]!)
  }

  /** Which entry of a square holds at a frame: the last one that is not after it. */
  entry(block: number, frame: number): number {
    const frames = this.entryFrames[block]!
    let low = 0
    let high = frames.length - 1
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (frames[middle]! <= frame) low = middle
      else high = middle - 1
    }
    return low
  }
  /** The frame at which an entry came. */
  frameOf(block: number, entry: number): number {
    return this.entryFrames[block]![entry]!
  }
  /** The pixels of an entry, 16 to a row. */
  pixels(block: number, entry: number): Uint8Array {
    const at = this.entryPlaces[block]![entry]! * AREA
    return this.slabs[this.entryFrames[block]![entry]!]!.subarray(at, at + AREA)
  }
  /** Squares of a rectangle of pixels, cut to the picture. */
  blocksOf(x: number, y: number, w: number, h: number): number[] {
    const out: number[] = []
    const left = Math.max(0, Math.floor(x / BLOCK))
    const right = Math.min(this.columns - 1, Math.floor((x + w - 1) / BLOCK))
    const bottom = Math.min(this.rows - 1, Math.floor((y + h - 1) / BLOCK))
    for (let row = Math.max(0, Math.floor(y / BLOCK)); row <= bottom; row++)
      for (let column = left; column <= right; column++) out.push(row * this.columns + column)
    return out
  }
  /** How often a square changed, as a share of the frames. */
  unrest(block: number): number {
    return this.entryFrames[block]!.length / Math.max(1, this.lists.length)
  }
}
