type Context = CanvasRenderingContext2D

const STEP = 128
const MOST_PIXELS = 24_000_000

/**
 * Clear drawing sheets to be had again and again, the same one for a size and a depth. A canvas that was drawn from is copied whole when it is
 * drawn on next, so sheets are hardly larger than what is asked for.
 *
 * @param make a new context of that many pixels
 */
export function sheetPool(make: (width: number, height: number) => Context): (width: number, height: number, depth: number) => Context {
  const sheets = new Map<string, Context>()
  let pixels = 0
  return (width, height, depth) => {
    const w = Math.ceil(width / STEP) * STEP
    const h = Math.ceil(height / STEP) * STEP
    const key = `${depth} ${w} ${h}`
    let sheet = sheets.get(key)
    if (!sheet) {
      if (pixels + w * h > MOST_PIXELS) { sheets.clear(); pixels = 0 }
      pixels += w * h
      sheets.set(key, (sheet = make(w, h)))
    }
    sheet.setTransform(1, 0, 0, 1, 0, 0)
    sheet.globalAlpha = 1
    sheet.clearRect(0, 0, width, height)
    return sheet
  }
}
