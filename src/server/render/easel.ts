import { createCanvas, loadImage, Path2D as SkiaPath, type Canvas, type Image, type SKRSContext2D } from '@napi-rs/canvas'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import type { Swap, TakeLayer } from '@/core/scene'
import { recolour, sheetPool, swapKey, type Drawable, type Easel } from '@/paint'

/** Skia's context, as paint sees it. */
export const asContext = (ctx: SKRSContext2D): CanvasRenderingContext2D => ctx as unknown as CanvasRenderingContext2D

/** All still pictures of a lesson, read once. */
export async function loadStills(lesson: Lesson, root: string): Promise<Map<string, Image>> {
  const stills = new Map<string, Image>()
  for (const [id, medium] of Object.entries(lesson.media)) {
    if (medium.kind === 'picture') stills.set(id, await loadImage(path.join(root, medium.file)))
  }
  return stills
}

/** An easel over Skia. `takes` gives the picture of a take's frame. */
export function skiaEasel(stills: Map<string, Image>, takes: (layer: TakeLayer) => Canvas | Image | null): Easel {
  const paths = new Map<string, Path2D>()
  const swapped = new Map<string, Canvas>()
  const recoloured = (media: string, swap: Swap): Canvas | null => {
    const image = stills.get(media)
    if (!image) return null
    const key = swapKey(media, swap)
    let canvas = swapped.get(key)
    if (!canvas) {
      if (swapped.size > 8) swapped.clear()
      canvas = createCanvas(image.width, image.height)
      const ctx = canvas.getContext('2d')
      ctx.drawImage(image, 0, 0)
      const pixels = ctx.getImageData(0, 0, image.width, image.height)
      recolour(pixels.data, swap)
      ctx.putImageData(pixels, 0, 0)
      swapped.set(key, canvas)
    }
    return canvas
  }
  return {
    takePicture: (layer) => takes(layer) as unknown as Drawable | null,
    stillPicture: (media, swap) => (swap ? recoloured(media, swap) : (stills.get(media) ?? null)) as unknown as Drawable | null,
    sheet: sheetPool((w, h) => asContext(createCanvas(w, h).getContext('2d'))),
    path(d) {
      let p = paths.get(d)
      if (!p) {
        if (paths.size > 2000) paths.clear()
        paths.set(d, (p = new SkiaPath(d) as unknown as Path2D))
      }
      return p
    },
  }
}
