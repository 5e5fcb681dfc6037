import type { Shape } from '../../display'
import { grown, scaledPath } from '../../geometry'
import { localBox, type Kind, ownSize } from '../kind'
import { ellipse, roundedBox } from '../outline'
import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import { unitOf } from '../unit'
import { IconLook } from './look'

const GRID = 24
/** With a ground, it takes up so much of that. */
const INSIDE = 0.56
/** A check mark in a circle: what a new one is until another is chosen. */
const USUAL = 'M21.801 10 A10 10 0 1 1 17 3.335 M9 11 L12 14 L22 4'

export const icon: Kind<'icon'> = {
  kind: 'icon',
  title: 'kinds.icon',
  icon: 'smile',
  swatch: { colour: '#e3e0f0', pattern: 'radial-gradient(circle at 6px 6px, #2b211826 2px, #0000 2.5px)' },
  pulls: 'shape',
  seenBy: 'colour',
  content: ['name', 'd'],
  fields: ranged(IconLook, [
    { path: 'd', label: 'values.icon', type: 'icon' },
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'linePx', label: 'values.lineWidth', type: 'px', digits: 1 },
    { path: 'ground', label: 'values.background', type: 'colour', optional: true },
    {
      path: 'groundForm',
      label: 'values.backgroundShape',
      when: ['ground'],
      type: 'choice',
      options: [
        { value: 'circle', label: 'values.aCircle' },
        { value: 'box', label: 'values.aBox' },
      ],
    },
  ]),
  size: ownSize,
  draw(e) {
    const { look } = e
    const box = localBox(e, icon.size(e))
    const side = Math.min(box.w, box.h) * (look.ground ? INSIDE : 1)
    const k = side / GRID
    const d = scaledPath(look.d, k, box.x + (box.w - side) / 2, box.y + (box.h - side) / 2)
    const shapes: Shape[] = []
    if (look.ground) {
      const ground = look.groundForm === 'circle' ? ellipse(box) : roundedBox(box, Math.min(box.w, box.h) * 0.22)
      shapes.push({ type: 'path', d: ground, fill: look.ground })
    }
    shapes.push({ type: 'path', d, stroke: look.colour, lineWidth: look.linePx, join: 'round', cap: 'round' })
    return [{ shapes, box: grown(box, look.linePx + 1) }]
  },
  added: { put: (e, spot) => putBox(e, { ...spot, rect: null }, icon.size(e)) },
  fresh: ({ frame }) => {
    const unit = unitOf(frame)
    return {
      space: 'framed',
      width: 120 * unit,
      height: 120 * unit,
      look: IconLook.parse({ kind: 'icon', name: 'circle-check-big', d: USUAL, colour: '#c8371b', linePx: 9 * unit }),
    }
  },
  roles: {},
}
