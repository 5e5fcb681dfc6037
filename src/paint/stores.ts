import type { Swap } from '@/core/display'
import { recolour, swapKey } from './recolour'
import type { Context, Drawable } from './easel'

const STEP = 128
const MOST_PIXELS = 24_000_000

/**
 * Clear drawing sheets to be had again and again, the same one for a size and a depth. A canvas that was drawn from is
 * copied whole when it is drawn on next, so sheets are hardly larger than what is asked for.
 *
 * @param make a new context of that many pixels
 */
export function sheetPool(
  make: (width: number, height: number) => Context,
): (width: number, height: number, depth: number) => Context {
  const sheets = new Map<string, Context>()
  let pixels = 0
  return (width, height, depth) => {
    const w = Math.ceil(width / STEP) * STEP
    const h = Math.ceil(height / STEP) * STEP
    const key = `${depth} ${w} ${h}`
    let sheet = sheets.get(key)
    if (!sheet) {
      if (pixels + w * h > MOST_PIXELS) {
        sheets.clear()
        pixels = 0
      }
      pixels += w * h
      sheets.set(key, (sheet = make(w, h)))
    }
    sheet.setTransform(1, 0, 0, 1, 0, 0)
    sheet.globalAlpha = 1
    sheet.clearRect(0, 0, width, height)
    return sheet
  }
}

const MOST_PATHS = 2000
/** Paths by their data, made once. */
export function pathStore(make: (d: string) => Path2D): (d: string) => Path2D {
  const paths = new Map<string, Path2D>()
  return (d) => {
    let p = paths.get(d)
    if (!p) {
      if (paths.size > MOST_PATHS) paths.clear()
      paths.set(d, (p = make(d)))
    }
    return p
  }
}

const MOST_SWAPPED = 8
/**
 * Stills with one of their colours changed; the last few are kept.
 *
 * @param make a new context of that many pixels, fit for reading its pixels
 */
export function swapStore(
  make: (width: number, height: number) => Context,
): (media: string, image: Drawable, size: { width: number; height: number }, swap: Swap) => Drawable {
  const kept = new Map<string, Context>()
  return (media, image, { width, height }, swap) => {
    const key = swapKey(media, swap)
    let ctx = kept.get(key)
    if (!ctx) {
      if (kept.size >= MOST_SWAPPED) kept.clear()
      ctx = make(width, height)
      ctx.drawImage(image, 0, 0)
      const pixels = ctx.getImageData(0, 0, width, height)
      recolour(pixels.data, swap)
      ctx.putImageData(pixels, 0, 0)
      kept.set(key, ctx)
    }
    return ctx.canvas
  }
}
