import { setLook } from '@/core/edits'
import type { Point } from '@/core/geometry'
import type { SeenColour } from '@/core/effects'
import { USUAL_STYLE } from '@/core/styles'
import { edgeColour, farthestFrom, mainColours, meanColour } from '@/core/vision/colours'
import { begin, desk, edit } from '../state/desk'
import { seenAlone } from '../preview/player'
import { said } from '../../words/words'

const WIDTH = 480
/** So many colours of a picture are what it is of. */
const MAIN = 4
/** A colour of what an element shows at the playhead; null where nothing is seen of it. */
export function seenColour(element: string, which: SeenColour): string | null {
  const picture = seenAlone(element, WIDTH)
  if (!picture) return null
  if (which === 'screen') return edgeColour(picture)
  const main = mainColours(picture)
  if (which === 'main' || main.length === 0) return main[0] ?? null
  const style = desk().lesson.style ?? USUAL_STYLE
  const { accent, second, paper, ink } = style.colours[style.variant]
  return farthestFrom(main.slice(0, MAIN), [accent, second, paper, ink])
}

/** A press on the picture while a colour is being picked. */
export function pickAt(p: Point): void {
  const { doing: picking, lesson } = desk()
  if (picking.do !== 'pick') return
  begin()
  const e = lesson.elements.find((x) => x.id === picking.element)
  const picture = e && seenAlone(e.id, WIDTH)
  const k = WIDTH / lesson.frame.width
  const colour = picture && meanColour(picture, p.x * k, p.y * k)
  if (e && colour) edit(said('app.of', e.name, picking.label), setLook([e.id], picking.path, colour))
}
