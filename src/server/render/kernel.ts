import { readFileSync } from 'node:fs'
import path from 'node:path'
import { appRoot } from '../root'
import { inWords } from '../../words/words'

/** The compiled pixel work (wasm/planes.ts) and the memory it works in. Addresses are bytes from its start. */
export interface Kernel {
  bytes: Uint8Array
  plane(
    to: number,
    tw: number,
    th: number,
    from: number,
    fw: number,
    fh: number,
    dx: number,
    dy: number,
    dw: number,
    dh: number,
    scratch: number,
    flags: number,
  ): void
  renew(kept: number, now: number, w: number, h: number, flags: number): void
  layTile(
    to: number,
    tw: number,
    th: number,
    tile: number,
    x: number,
    y: number,
    w: number,
    h: number,
    share: number,
  ): void
  makeTile(rgba: number, tile: number, w: number, h: number): void
  /** The samples that an opaque colour (0xBBGGRR) comes back from most nearly, as 0xCrCbY. */
  samplesOf(colour: number): number
}

const MEGABYTE = 1 << 20
const SIZE = 1024 * MEGABYTE
/** Memory that is not touched costs nothing, so it is laid out once, for 8K pictures. */
const SCRATCH = { at: 64, size: 192 * MEGABYTE }
const TILES = { at: SCRATCH.at + SCRATCH.size, size: 160 * MEGABYTE }
const PICTURES = TILES.at + TILES.size

let loaded: Kernel | null = null
export function kernel(): Kernel {
  if (!loaded) {
    const memory = new WebAssembly.Memory({ initial: SIZE / 65536, maximum: SIZE / 65536 })
    const code = new WebAssembly.Module(readFileSync(path.join(appRoot(), 'wasm/planes.wasm')))
    const { plane, renew, layTile, makeTile, samplesOf } = new WebAssembly.Instance(code, { env: { memory } })
      .exports as unknown as Omit<Kernel, 'bytes'>
    loaded = { bytes: new Uint8Array(memory.buffer), plane, renew, layTile, makeTile, samplesOf }
  }
  return loaded
}

export const scratchAt = SCRATCH.at
/** Room for a flag for each row of a picture, past what drawing needs of the scratch. */
export const flagsAt = SCRATCH.at + 8 * MEGABYTE

let nextPicture = PICTURES
const freed = new Map<number, number[]>()
/** Room for a picture; give it back with `freePicture`. @throws when pictures of this size no longer fit */
export function roomForPicture(size: number): number {
  const again = freed.get(size)?.pop()
  if (again !== undefined) return again
  const at = nextPicture
  nextPicture += (size + 79) & ~15
  if (nextPicture > SIZE) throw new Error(inWords('render.tooManyLargeTakesLie'))
  return at
}
export function freePicture(at: number, size: number): void {
  const list = freed.get(size)
  if (list) list.push(at)
  else freed.set(size, [at])
}

let nextTile = TILES.at
/** Room for a tile, or null when the tiles' memory is full: forget them all (`forgetTiles`) and ask again. */
export function roomForTile(size: number): number | null {
  if (nextTile + size + 64 > TILES.at + TILES.size) return null
  const at = nextTile
  nextTile += (size + 79) & ~15
  return at
}
export const forgetTiles = (): void => {
  nextTile = TILES.at
}
