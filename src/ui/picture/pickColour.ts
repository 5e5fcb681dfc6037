import { setLook } from '@/core/edits'
import type { Point } from '@/core/geometry'
import { edgeColour as edgeColourOf, meanColour } from '@/core/vision/colours'
import { bench, edit, setBench } from '../bench/store'
import { seenAlone } from '../preview/player'

const WIDTH = 480
/** The colour that most of what an element shows along its edges has, at the playhead. */
export function edgeColour(element: string): string | null {
  const picture = seenAlone(element, WIDTH)
  return picture && edgeColourOf(picture)
}

/** A press on the picture while a colour is being picked. */
export function pickAt(p: Point): void {
  const { picking, lesson } = bench()
  if (!picking) return
  setBench({ picking: null })
  const e = lesson.elements.find((x) => x.id === picking.element)
  const picture = e && seenAlone(e.id, WIDTH)
  const k = WIDTH / lesson.frame.width
  const colour = picture && meanColour(picture, p.x * k, p.y * k)
  if (e && colour) edit(`${picking.label}: “${e.name}”`, setLook([e.id], picking.path, colour))
}
