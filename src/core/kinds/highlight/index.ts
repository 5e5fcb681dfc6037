import { HighlightLook } from './look'
import { ranged } from '../../values/ranged'
import { putBox } from '../put'
import { grown } from '../../geometry'
import { localBox, type Kind, ownSize } from '../kind'
import { faded, roundedBox } from '../outline'
import { unitOf } from '../unit'

export const highlight: Kind<'highlight'> = {
  kind: 'highlight',
  title: 'kinds.highlighter',
  icon: 'highlighter',
  swatch: { colour: '#f2e08a', pattern: 'repeating-linear-gradient(100deg, #0000 0 6px, #fff8 6px 9px)' },
  pulls: 'both',
  seenBy: 'colour',
  fields: ranged(HighlightLook, [
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'strength', label: 'values.strength', type: 'percent' },
    { path: 'corner', label: 'values.cornerRadius', type: 'px' },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', when: ['outline'], type: 'px', digits: 1 },
  ]),
  size: ownSize,
  draw(e) {
    const { look } = e
    const box = localBox(e, highlight.size(e))
    const d = roundedBox(box, look.corner)
    const rim = look.outline ? look.outlinePx : 0
    return [
      {
        shapes: [
          { type: 'path', d, fill: faded(look.colour, look.strength / 100) },
          ...(rim > 0
            ? [{ type: 'path' as const, d, stroke: look.outline!, lineWidth: rim, join: 'round' as const }]
            : []),
        ],
        box: grown(box, rim + 1),
      },
    ]
  },
  added: { drawn: true, put: (e, spot) => putBox(e, spot, highlight.size(e)) },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: 320 * unit,
      height: 48 * unit,
      look: {
        kind: 'highlight',
        colour: '#f4c20d',
        strength: 42,
        corner: 6 * unit,
        outline: null,
        outlinePx: 3 * unit,
      },
    }
  },
  roles: {},
}
