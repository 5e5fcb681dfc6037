import { PointerLook } from './look'
import { ranged } from '../../values/ranged'
import { pressId } from '../../moments/drawn'
import { fix, hundredth } from '../../geometry'
import { localBox, type ElementOf, type Kind } from '../kind'
import { unitOf } from '../unit'

type Part = readonly [command: 'M' | 'L' | 'Q' | 'Z', ...at: number[]]
/** Outlines with the hot spot at 0,0, in shares of their height. */
const ARROW: Part[] = [
  ['M', 0, 0],
  ['L', 0.64, 0.6],
  ['L', 0.355, 0.635],
  ['L', 0.52, 0.94],
  ['L', 0.375, 1],
  ['L', 0.225, 0.69],
  ['L', 0, 0.87],
  ['Z'],
]
const HAND: Part[] = [
  ['M', -0.1, 0.09],
  ['Q', -0.1, 0, 0, 0],
  ['Q', 0.1, 0, 0.1, 0.09],
  ['L', 0.1, 0.4],
  ['L', 0.36, 0.45],
  ['Q', 0.5, 0.48, 0.49, 0.62],
  ['L', 0.45, 0.84],
  ['Q', 0.42, 1, 0.26, 1],
  ['L', 0.04, 1],
  ['Q', -0.1, 1, -0.17, 0.88],
  ['L', -0.37, 0.62],
  ['Q', -0.42, 0.52, -0.33, 0.47],
  ['Q', -0.25, 0.44, -0.18, 0.51],
  ['L', -0.1, 0.6],
  ['Z'],
]
/** How wide each is, in shares of its height. */
const WIDE = { arrow: 0.64, hand: 0.91 }
/** While it is pressed it is drawn smaller, for so many frames. */
const PRESSED = { frames: 5, size: 0.84 }
const RIM = 0.075

const heightOf = (e: ElementOf<'pointer'>): number => e.width / WIDE[e.look.form]

export const pointer: Kind<'pointer'> = {
  kind: 'pointer',
  title: 'kinds.drawnPointer',
  icon: 'mouse-pointer-2',
  swatch: { colour: '#d6d0e6', pattern: 'repeating-linear-gradient(135deg, #0000 0 9px, #2b211833 9px 10px)' },
  pulls: 'width',
  fields: ranged(PointerLook, [
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'arrow', label: 'values.arrow' },
        { value: 'hand', label: 'values.hand' },
      ],
    },
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'rim', label: 'values.rim', type: 'colour' },
  ]),
  size: (e) => ({ w: e.width, h: heightOf(e) }),
  kept: (e) => e,
  draw(e, frame, _span, timed) {
    const { x, y } = localBox(e, pointer.size(e))
    const pressed = e.poses.some((p) => {
      const m = p.press ? timed.moments.get(pressId(e.id, p.id)) : undefined
      return m?.frame !== null && m !== undefined && frame >= m.frame && frame < m.frame + PRESSED.frames
    })
    const h = heightOf(e) * (pressed ? PRESSED.size : 1)
    const d = (e.look.form === 'hand' ? HAND : ARROW)
      .map(([command, ...at]) => `${command}${at.map((v, i) => fix(v * h + (i % 2 ? y : x))).join(' ')}`)
      .join(' ')
    const rim = h * RIM
    return [
      {
        shapes: [
          { type: 'path', d, fill: e.look.rim, stroke: e.look.rim, lineWidth: fix(rim * 2), join: 'round' },
          { type: 'path', d, fill: e.look.colour },
        ],
        box: { x: x - 0.45 * h - rim, y: y - rim, w: 1.15 * h + 2 * rim, h: h + 2 * rim },
      },
    ]
  },
  added: { lasts: 'to the end' },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      anchor: { x: 0, y: 0 },
      width: 30 * unit,
      height: 47 * unit,
      look: { kind: 'pointer', form: 'arrow', colour: '#20242a', rim: '#ffffff' },
    }
  },
  roles: {
    leads: true,
    points: (e) => ({
      now: true,
      repoint: (to) => ({
        values: { x: hundredth(to.x), y: hundredth(to.y) },
        way: Math.hypot(to.x - e.x, to.y - e.y),
      }),
    }),
  },
}
