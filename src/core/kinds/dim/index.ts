import { DimLook } from './look'
import { ranged } from '../../values/ranged'
import { fillFrame } from '../fillFrame'
import type { Shape } from '../../display'
import { ownSize, Kind } from '../kind'
import { FAR, faded, roundedBox } from '../outline'
import { unitOf } from '../unit'

export const dim: Kind<'dim'> = {
  kind: 'dim',
  title: 'kinds.dimAndBlur',
  icon: 'blend',
  swatch: { colour: '#c9cbd3', pattern: 'repeating-linear-gradient(60deg, #0000 0 5px, #2b211824 5px 7px)' },
  pulls: 'none',
  lies: 'frame',
  fields: ranged(DimLook, [
    { path: 'softPx', label: 'values.blurWhatIsBelow', type: 'px' },
    { path: 'dim', label: 'values.dimBy', type: 'percent' },
    { path: 'colour', label: 'values.dimColour', type: 'colour' },
  ]),
  size: ownSize,
  settle: fillFrame,
  draw(e) {
    const { look } = e
    const shapes: Shape[] = []
    if (look.softPx > 0) shapes.push({ type: 'below', ...FAR, effect: 'blur', px: look.softPx, seed: 0 })
    if (look.dim > 0) shapes.push({ type: 'path', d: roundedBox(FAR, 0), fill: faded(look.colour, look.dim / 100) })
    return [{ shapes, box: FAR }]
  },
  added: { spotless: true },
  fresh: (lesson) => ({
    space: 'fixed',
    width: lesson.frame.width,
    height: lesson.frame.height,
    look: { kind: 'dim', softPx: 10 * unitOf(lesson.frame), dim: 35, colour: '#1a1410' },
  }),
  roles: {},
}
