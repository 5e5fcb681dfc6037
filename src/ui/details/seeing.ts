import type { Detail } from '@/core/review/hiding'
import { bench } from '../bench/store'
import { playing } from '../preview/player'

const COLUMNS = 32
const ROWS = 18
const CELL = 15
/**
 * How much there is to see where on the screen below an element, at the playhead: how far neighbouring pixels are from
 * each other, by cells.
 */
export function detailBelow(element: string): Detail | null {
  const { timed } = bench()
  const below = timed.clips.filter(
    (c) => c.id !== element && c.at <= bench().playhead && bench().playhead < c.at + c.length,
  )
  const cells = new Array<number>(COLUMNS * ROWS).fill(0)
  let any = false
  for (const clip of below) {
    const ctx = playing.now?.seen(clip.id, COLUMNS * CELL)
    if (!ctx) continue
    any = true
    const { width, height } = ctx.canvas
    const { data } = ctx.getImageData(0, 0, width, height)
    const luma = (i: number) => 0.2126 * data[i]! + 0.7152 * data[i + 1]! + 0.0722 * data[i + 2]!
    for (let y = 1; y < height; y++)
      for (let x = 1; x < width; x++) {
        const i = (y * width + x) * 4
        const edge = Math.abs(luma(i) - luma(i - 4)) + Math.abs(luma(i) - luma(i - width * 4))
        cells[Math.min(ROWS - 1, Math.floor((y / height) * ROWS)) * COLUMNS + Math.floor(x / CELL)]! += Math.min(
          60,
          edge,
        )
      }
  }
  return any ? { columns: COLUMNS, rows: ROWS, cells: cells.map(Math.round) } : null
}
