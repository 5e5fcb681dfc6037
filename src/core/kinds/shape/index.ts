import { ShapeLook } from './look'
import { ranged } from '../../values/ranged'
import { putBox } from '../put'
import { fix, grown } from '../../geometry'
import { localBox, type Kind } from '../kind'
import { ellipse, polygon, roundedBox } from '../outline'
import { seedOf, sketched } from '../sketch'
import { unitOf } from '../unit'

export const shape: Kind<'shape'> = {
  kind: 'shape',
  title: 'kinds.shape',
  icon: 'shapes',
  swatch: { colour: '#d3e3dd', pattern: 'repeating-linear-gradient(120deg, #0000 0 8px, #2b211826 8px 9px)' },
  pulls: 'both',
  seenBy: 'outline',
  first: ['form', 'fill', 'outline', 'outlinePx', 'corner', 'sides'],
  fields: ranged(ShapeLook, [
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'rectangle', label: 'values.rectangle' },
        { value: 'ellipse', label: 'values.ellipse' },
        { value: 'polygon', label: 'values.polygonOrStar' },
        { value: 'line', label: 'values.aLine' },
      ],
    },
    {
      path: 'fill',
      label: 'values.fill',
      when: ['form', 'rectangle', 'ellipse', 'polygon'],
      type: 'colour',
      optional: true,
    },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.thickness', type: 'px', digits: 1 },
    { path: 'dashPx', label: 'values.dashLength', type: 'px' },
    { path: 'rough', label: 'values.handDrawnRoughness', type: 'px', digits: 1 },
    { path: 'corner', label: 'values.cornerRadius', when: ['form', 'rectangle'], type: 'px' },
    { path: 'sides', label: 'values.sides', when: ['form', 'polygon'], type: 'count' },
    {
      path: 'drawnIn',
      posed: true,
      label: 'values.starDepth',
      when: ['form', 'polygon'],
      type: 'percent',
    },
  ]),
  size: (e) => ({ w: e.width, h: e.look.form === 'line' ? Math.max(4, e.look.outlinePx) : e.height }),
  kept: (e, k) => ({ ...e, width: e.width * k, height: e.height * k }),
  draw(e) {
    const { look } = e
    const box = localBox(e, shape.size(e))
    const y = fix(box.y + box.h / 2)
    const d = {
      rectangle: () => roundedBox(box, look.corner),
      ellipse: () => ellipse(box),
      line: () => `M${fix(box.x)} ${y} H${fix(box.x + box.w)}`,
      polygon: () => polygon(box, Math.round(look.sides), 1 - look.drawnIn / 100),
    }[look.form]()
    const rim = look.outline ? look.outlinePx : 0
    const fill = look.form === 'line' ? null : look.fill
    if (!fill && rim === 0) return [{ shapes: [], box }]
    return [
      {
        shapes: [
          ...(fill ? [{ type: 'path' as const, d, fill }] : []),
          ...(rim > 0
            ? [
                {
                  type: 'path' as const,
                  d: look.rough > 0 ? sketched(d, look.rough, seedOf(e.id)) : d,
                  stroke: look.outline!,
                  lineWidth: rim,
                  join:
                    look.form === 'rectangle' && look.corner === 0 && look.rough === 0
                      ? ('miter' as const)
                      : ('round' as const),
                  cap: look.form === 'line' || look.rough > 0 ? ('round' as const) : ('butt' as const),
                  ...(look.dashPx > 0 && { dash: [look.dashPx, look.dashPx] }),
                },
              ]
            : []),
        ],
        box: grown(box, rim + 1 + look.rough * 2),
      },
    ]
  },
  added: { drawn: true, put: (e, spot) => putBox(e, spot, shape.size(e)) },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: 320 * unit,
      height: 180 * unit,
      look: ShapeLook.parse({
        kind: 'shape',
        form: 'rectangle',
        fill: null,
        outline: '#c8371b',
        outlinePx: 6 * unit,
        dashPx: 0,
        corner: 10 * unit,
        sides: 5,
        drawnIn: 0,
      }),
    }
  },
  roles: {},
}
