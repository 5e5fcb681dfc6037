import { grown } from '../../geometry'
import { localBox, type Kind, ownSize } from '../kind'
import { ellipse, roundedBox } from '../outline'
import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import { unitOf } from '../unit'
import { LensLook } from './look'

export const lens: Kind<'lens'> = {
  kind: 'lens',
  title: 'kinds.magnifier',
  icon: 'zoom-in',
  swatch: { colour: '#d5e3ea', pattern: 'radial-gradient(circle at 8px 8px, #2b211826 4px, #0000 4.5px)' },
  pulls: 'both',
  seenBy: 'rim',
  fields: ranged(LensLook, [
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'round', label: 'values.round' },
        { value: 'box', label: 'values.aBox' },
      ],
    },
    { path: 'larger', label: 'values.magnification', type: 'factor', digits: 1 },
    { path: 'rim', label: 'values.rim', type: 'colour' },
    { path: 'rimPx', label: 'values.rimWidth', type: 'px', digits: 1 },
  ]),
  size: ownSize,
  draw(e) {
    const { form, larger, rim, rimPx } = e.look
    const box = localBox(e, lens.size(e))
    const round = form === 'round'
    const d = round ? ellipse(box) : roundedBox(box, rimPx)
    return [
      {
        shapes: [
          { type: 'below', ...box, effect: 'larger', px: larger, seed: 0, edge: { px: 0, round } },
          ...(rimPx > 0 ? [{ type: 'path' as const, d, stroke: rim, lineWidth: rimPx }] : []),
        ],
        box: grown(box, rimPx + 1),
      },
    ]
  },
  added: { drawn: true, put: (e, spot) => putBox(e, spot, lens.size(e)) },
  fresh: ({ frame }) => {
    const unit = unitOf(frame)
    return {
      space: 'framed',
      width: 300 * unit,
      height: 300 * unit,
      look: LensLook.parse({ kind: 'lens', rim: '#fffaf0', rimPx: 7 * unit }),
    }
  },
  roles: { below: () => ({ does: 'enlarge' }) },
}
