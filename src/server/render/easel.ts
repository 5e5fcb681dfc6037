import {
  createCanvas,
  loadImage,
  Path2D as SkiaPath,
  type Canvas,
  type Image,
  type SKRSContext2D,
} from '@napi-rs/canvas'
import path from 'node:path'
import { mediaIn } from '@/core/lesson/inner'
import type { Lesson } from '@/core/lesson/schema'
import type { Footage } from '@/core/display'
import { pathStore, sheetPool, swapStore, type Drawable, type Easel } from '@/paint'

/** Skia's context, as paint sees it. */
export const asContext = (ctx: SKRSContext2D): CanvasRenderingContext2D => ctx as unknown as CanvasRenderingContext2D

/** All still pictures of a lesson and of those in it, read once. */
export async function loadStills(lesson: Lesson, root: string): Promise<Map<string, Image>> {
  const stills = new Map<string, Image>()
  for (const [id, medium] of mediaIn(lesson)) {
    if (medium.kind === 'picture') stills.set(id, await loadImage(path.join(root, medium.file)))
  }
  return stills
}

/** An easel over Skia. `footage` gives the picture of footage at its frame. */
export function skiaEasel(stills: Map<string, Image>, footage: (layer: Footage) => Canvas | Image | null): Easel {
  const context = (w: number, h: number) => asContext(createCanvas(w, h).getContext('2d'))
  const swapped = swapStore(context)
  return {
    footage: (layer) => footage(layer) as unknown as Drawable | null,
    stillPicture(media, swap) {
      const image = stills.get(media)
      if (!image) return null
      return swap ? swapped(media, image as unknown as Drawable, image, swap) : (image as unknown as Drawable)
    },
    sheet: sheetPool(context),
    path: pathStore((d) => new SkiaPath(d) as unknown as Path2D),
  }
}
