import { setLook } from '@/core/edits'
import type { Point } from '@/core/geometry'
import { bench, edit, setBench } from '../bench/store'
import { playing } from '../preview/player'

const WIDTH = 480
const hex = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`
/** The mean colour of a few pixels around a point; null where nothing is. */
function meanAt(ctx: CanvasRenderingContext2D, x: number, y: number): string | null {
  const { data } = ctx.getImageData(Math.max(0, Math.round(x) - 2), Math.max(0, Math.round(y) - 2), 5, 5)
  const sum = [0, 0, 0]
  for (let i = 0; i < data.length; i += 4) {
    if (data[i + 3]! < 250) return null
    for (let c = 0; c < 3; c++) sum[c]! += data[i + c]!
  }
  return hex(sum.map((v) => v / (data.length / 4)))
}

/** The colour that an element shows at a point of the picture, before anything is done to its pixels. */
export function colourAt(element: string, p: Point): string | null {
  const ctx = playing.now?.seen(element, WIDTH)
  const k = WIDTH / bench().lesson.frame.width
  return ctx ? meanAt(ctx, p.x * k, p.y * k) : null
}

/** The colour that most of what an element shows along its edges has: of a screen that somebody stands before. */
export function edgeColour(element: string): string | null {
  const ctx = playing.now?.seen(element, WIDTH)
  if (!ctx) return null
  const { width, height } = ctx.canvas
  const { data } = ctx.getImageData(0, 0, width, height)
  const counts = new Map<number, { n: number; sum: number[] }>()
  const opaque = (x: number, y: number) =>
    x >= 0 && y >= 0 && x < width && y < height && data[(y * width + x) * 4 + 3]! > 250
  for (let y = 0; y < height; y += 2)
    for (let x = 0; x < width; x += 2) {
      // Near an edge of what it shows, above and beside: the lower edge is where somebody stands.
      if (!opaque(x, y) || (opaque(x - 14, y) && opaque(x + 14, y) && opaque(x, y - 14))) continue
      const i = (y * width + x) * 4
      const key = (data[i]! >> 4) * 256 + (data[i + 1]! >> 4) * 16 + (data[i + 2]! >> 4)
      const c = counts.get(key) ?? { n: 0, sum: [0, 0, 0] }
      c.n++
      for (let k = 0; k < 3; k++) c.sum[k]! += data[i + k]!
      counts.set(key, c)
    }
  const most = [...counts.values()].sort((a, b) => b.n - a.n)[0]
  return most ? hex(most.sum.map((v) => v / most.n)) : null
}

/** A press on the picture while a colour is being picked. */
export function pickAt(p: Point): void {
  const { picking, lesson } = bench()
  if (!picking) return
  setBench({ picking: null })
  const e = lesson.elements.find((x) => x.id === picking.element)
  const colour = e && colourAt(e.id, p)
  if (e && colour) edit(`${picking.label}: “${e.name}”`, setLook([e.id], picking.path, colour))
}
