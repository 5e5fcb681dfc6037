import { createCanvas, loadImage, Path2D as SkiaPath, type Canvas, type Image, type SKRSContext2D } from '@napi-rs/canvas'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import type { TakeLayer } from '@/core/scene'
import type { Drawable, Easel } from '@/paint'

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
  return {
    takePicture: (layer) => takes(layer) as unknown as Drawable | null,
    stillPicture: (media) => (stills.get(media) ?? null) as unknown as Drawable | null,
    sheet: (w, h) => asContext(createCanvas(w, h).getContext('2d')),
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
