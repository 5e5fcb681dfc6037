import { createCanvas, ImageData, type Canvas } from '@napi-rs/canvas'
import type { Lesson } from '@/core/lesson/schema'
import { evaluate } from '@/core/scene'
import { resolve } from '@/core/timing'
import { paint } from '@/paint'
import { asContext, loadStills, skiaEasel } from './easel'
import { toRgba } from './planes'
import { Takes } from './takes'

/** One frame of a lesson, painted on the server; as wide as the lesson's frame, or as `width` pixels. */
export async function renderFrame(
  lesson: Lesson,
  root: string,
  frame: number,
  width = lesson.frame.width,
): Promise<Canvas> {
  const list = evaluate(resolve(lesson), frame)
  const stills = await loadStills(lesson, root)
  const takes = new Takes(lesson, root)
  try {
    const pictures = new Map<string, Canvas>()
    for (const layer of list.takes) {
      if (stills.has(layer.media)) continue
      const planes = await takes.frame(layer)
      const canvas = createCanvas(planes.width, planes.height)
      canvas.getContext('2d').putImageData(new ImageData(toRgba(planes), planes.width, planes.height), 0, 0)
      pictures.set(layer.clip, canvas)
    }
    const out = createCanvas(width, Math.round((width * list.height) / list.width))
    paint(
      asContext(out.getContext('2d')),
      list,
      skiaEasel(stills, (l) => stills.get(l.media) ?? pictures.get(l.clip) ?? null),
      width,
    )
    return out
  } finally {
    await takes.close()
  }
}
