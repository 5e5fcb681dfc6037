import { SpotlightLook } from './look'
import { ranged } from '../../values/ranged'
import { putBox } from '../put'
import { localBox, type Kind, ownSize } from '../kind'
import { ellipseHole, FAR, faded, roundedBox, roundedHole } from '../outline'
import { unitOf } from '../unit'

export const spotlight: Kind<'spotlight'> = {
  kind: 'spotlight',
  title: 'kinds.spotlight',
  icon: 'lightbulb',
  swatch: { colour: '#f6e7a9', pattern: 'radial-gradient(circle at 6px 6px, #fff9 2.5px, #0000 3px)' },
  pulls: 'both',
  fields: ranged(SpotlightLook, [
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'rectangle', label: 'values.rectangle' },
        { value: 'ellipse', label: 'values.ellipse' },
      ],
    },
    { path: 'dim', label: 'values.dimTheRestBy', type: 'percent' },
    { path: 'colour', label: 'values.dimColour', type: 'colour' },
    { path: 'softPx', label: 'values.softEdge', type: 'px' },
    { path: 'corner', label: 'values.cornerRadius', when: ['form', 'rectangle'], type: 'px' },
  ]),
  size: ownSize,
  draw(e) {
    const { look } = e
    const box = localBox(e, spotlight.size(e))
    const hole = look.form === 'ellipse' ? ellipseHole(box) : roundedHole(box, look.corner)
    return [
      {
        shapes: [{ type: 'path', d: `${roundedBox(FAR, 0)} ${hole}`, fill: faded(look.colour, look.dim / 100) }],
        box: FAR,
        blurPx: look.softPx,
      },
    ]
  },
  added: { drawn: true, put: (e, spot) => putBox(e, spot, spotlight.size(e)) },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: 420 * unit,
      height: 260 * unit,
      look: { kind: 'spotlight', form: 'rectangle', corner: 18 * unit, colour: '#1a1410', dim: 60, softPx: 6 * unit },
    }
  },
  roles: {},
}
