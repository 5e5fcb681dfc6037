import { createCanvas, type Canvas } from '@napi-rs/canvas'
import type { Lesson } from '@/core/lesson/schema'
import { footageIn } from '@/core/display'
import { layersAt, timedOf } from '@/core/scene'
import { paint } from '@/paint'
import { learnFaces } from '../library/faces/learn'
import { asContext, loadStills, skiaEasel } from './easel'
import { canvasOf } from './composer'
import { Takes } from './takes'

/** One frame of a lesson, painted on the server; as wide as the lesson's frame, or as `width` pixels. */
export async function renderFrame(
  lesson: Lesson,
  root: string,
  frame: number,
  width = lesson.frame.width,
): Promise<Canvas> {
  await learnFaces(lesson, root)
  const picture = layersAt(timedOf(lesson), frame)
  const stills = await loadStills(lesson, root)
  const takes = new Takes(lesson, root)
  try {
    const pictures = new Map<string, Canvas>()
    for (const layer of footageIn(picture.layers))
      if (!stills.has(layer.source.media)) pictures.set(layer.element, canvasOf(await takes.frame(layer)))
    const out = createCanvas(width, Math.round((width * picture.height) / picture.width))
    paint(
      asContext(out.getContext('2d')),
      picture,
      skiaEasel(stills, (l) => stills.get(l.source.media) ?? pictures.get(l.element) ?? null),
      width,
    )
    return out
  } finally {
    await takes.close()
  }
}
