import { BackdropLook } from './look'
import { ranged } from '../../values/ranged'
import { fix } from '../../geometry'
import { localBox, type Kind, ownSize } from '../kind'
import { roundedBox } from '../outline'
import { mixColours } from '../../values'

const STOPS = 8
export const backdrop: Kind<'backdrop'> = {
  kind: 'backdrop',
  title: 'kinds.backdrop',
  icon: 'paint-bucket',
  swatch: { colour: '#cfdcc9', pattern: 'linear-gradient(90deg, #2b211833, #0000)' },
  pulls: 'both',
  lies: 'across',
  fields: ranged(BackdropLook, [
    { path: 'fill', label: 'values.colour', type: 'colour' },
    { path: 'second', label: 'values.gradientTo', type: 'colour', optional: true },
    { path: 'angle', label: 'values.direction', when: ['second'], type: 'degrees' },
  ]),
  size: ownSize,
  draw(e) {
    const { look } = e
    const box = localBox(e, backdrop.size(e))
    const { second } = look
    if (!second) return [{ shapes: [{ type: 'path', d: roundedBox(box, 0), fill: look.fill }], box }]
    // As CSS gives a gradient line its length: from corner to corner, seen along its direction.
    const a = (look.angle * Math.PI) / 180
    const half = (Math.abs(box.w * Math.sin(a)) + Math.abs(box.h * Math.cos(a))) / 2
    const [cx, cy, dx, dy] = [box.x + box.w / 2, box.y + box.h / 2, Math.sin(a) * half, -Math.cos(a) * half]
    const stops = Array.from({ length: STOPS + 1 }, (_, i) => ({
      at: i / STOPS,
      colour: mixColours(look.fill, second, i / STOPS),
    }))
    return [
      {
        shapes: [
          {
            type: 'path',
            d: roundedBox(box, 0),
            fill: { x1: fix(cx - dx), y1: fix(cy - dy), x2: fix(cx + dx), y2: fix(cy + dy), stops },
          },
        ],
        box,
      },
    ]
  },
  added: {
    spotless: true,
    put(e, { lesson: { frame } }) {
      Object.assign(e, { x: frame.width / 2, y: frame.height / 2 })
    },
  },
  fresh: (lesson) => ({
    space: 'fixed',
    width: lesson.frame.width,
    height: lesson.frame.height,
    look: { kind: 'backdrop', fill: '#2f6b46', second: '#16382a', angle: 160 },
  }),
  roles: {},
}
