import type { Shape } from '../../display'
import { fix, grown, union, type Point, type Rect } from '../../geometry'
import { TOUCHES } from '../../moments/drawn'
import { ease } from '../../values'
import { gone } from '../gone'
import type { ElementOf, Kind } from '../kind'
import type { Handle } from '../roles/handles'
import { ellipse, faded } from '../outline'
import { ranged } from '../../values/ranged'
import { unitOf } from '../unit'
import { TouchLook } from './look'

const { down: DOWN, up: UP } = TOUCHES
const circle = (x: number, y: number, r: number): string => ellipse({ x: x - r, y: y - r, w: 2 * r, h: 2 * r })

/** How firmly a finger presses, 0 to 1, and how far along it is on its way. */
function stage(share: number): { press: number; along: number } {
  const press = Math.min(1, share / DOWN, (1 - share) / UP)
  const along = Math.min(1, Math.max(0, (share - DOWN) / (1 - DOWN - UP)))
  return { press: Math.max(0, press), along: ease('ease-in-out', along) }
}
/** The mark of a finger that presses so firmly. */
function finger({ look }: ElementOf<'touch'>, x: number, y: number, press: number): Shape[] {
  const r = (look.dotPx / 2) * (1.35 - 0.35 * press)
  return [
    { type: 'path', d: circle(x, y, r), fill: faded(look.colour, 0.55 * press) },
    { type: 'path', d: circle(x, y, r), stroke: faded(look.rim, press), lineWidth: Math.max(1, look.dotPx * 0.06) },
  ]
}

function draw(e: ElementOf<'touch'>, share: number): Shape[] {
  const { look } = e
  const { press, along } = stage(share)
  const { gesture, dx, dy, dotPx } = look
  switch (gesture) {
    case 'tap': {
      const ring = Math.min(1, Math.max(0, (share - DOWN) / (1 - DOWN)))
      const d = circle(0, 0, (dotPx / 2) * (1 + ring * 0.9))
      const rings: Shape[] =
        ring > 0 && ring < 1 ? [{ type: 'path', d, stroke: faded(look.colour, 1 - ring), lineWidth: dotPx * 0.07 }] : []
      return [...rings, ...finger(e, 0, 0, press)]
    }
    case 'hold': {
      const r = dotPx * 0.72
      const turn = (s: number) => {
        const a = s * 2 * Math.PI - Math.PI / 2
        return `${fix(r * Math.cos(a))} ${fix(r * Math.sin(a))}`
      }
      const R = fix(r)
      const d = `M${turn(0)} A${R} ${R} 0 0 1 ${turn(along / 2)} A${R} ${R} 0 0 1 ${turn(along)}`
      const filled: Shape[] =
        along > 0 ? [{ type: 'path', d, stroke: faded(look.rim, press), lineWidth: dotPx * 0.09, cap: 'round' }] : []
      return [...finger(e, 0, 0, press), ...filled]
    }
    case 'swipe': {
      const [x, y] = [dx * along, dy * along]
      const trail: Shape = {
        type: 'path',
        d: `M${fix(x * 0.35)} ${fix(y * 0.35)} L${fix(x)} ${fix(y)}`,
        stroke: faded(look.colour, 0.3 * press),
        lineWidth: dotPx * 0.7,
        cap: 'round',
      }
      return [...(along > 0 ? [trail] : []), ...finger(e, x, y, press)]
    }
    default: {
      const far = gesture === 'part' ? 0.2 + 0.8 * along : 1 - 0.8 * along
      const [x, y] = [(dx * far) / 2, (dy * far) / 2]
      return [...finger(e, x, y, press), ...finger(e, -x, -y, press)]
    }
  }
}

/** Where its finger goes to. */
function handlesOf({ look }: ElementOf<'touch'>): Handle[] {
  if (look.gesture === 'tap' || look.gesture === 'hold') return []
  const k = look.gesture === 'swipe' ? 1 : 0.5
  return [
    {
      id: 'to',
      label: 'values.goesTo',
      act: 'kinds.bring',
      at: { x: look.dx * k, y: look.dy * k },
      in: 'own',
      kind: 'spot',
    },
  ]
}

function pulled(e: ElementOf<'touch'>, local: Point): void {
  const k = e.look.gesture === 'swipe' ? 1 : 2
  e.look.dx = Math.round(local.x * k)
  e.look.dy = Math.round(local.y * k)
}

export const touch: Kind<'touch'> = {
  kind: 'touch',
  title: 'kinds.touch',
  icon: 'pointer',
  swatch: { colour: '#e9d9e2', pattern: 'radial-gradient(circle at 10px 10px, #2b211830 3px, #0000 3.5px)' },
  pulls: 'none',
  seenBy: 'colour',
  fields: ranged(TouchLook, [
    {
      path: 'gesture',
      label: 'values.gesture',
      type: 'choice',
      options: [
        { value: 'tap', label: 'values.aTap' },
        { value: 'hold', label: 'values.heldDown' },
        { value: 'swipe', label: 'values.aSwipe' },
        { value: 'part', label: 'values.twoFingersPart' },
        { value: 'together', label: 'values.twoFingersComeTogether' },
      ],
    },
    {
      path: 'dx',
      posed: true,
      label: 'values.movesAcrossBy',
      when: ['gesture', 'swipe', 'part', 'together'],
      type: 'px',
    },
    {
      path: 'dy',
      posed: true,
      label: 'values.movesDownBy',
      when: ['gesture', 'swipe', 'part', 'together'],
      type: 'px',
    },
    { path: 'dotPx', label: 'values.fingerSize', type: 'px' },
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'rim', label: 'values.rim', type: 'colour' },
  ]),
  size: (e) => ({ w: e.look.dotPx, h: e.look.dotPx }),
  draw(e, frame, span) {
    const { dx, dy, dotPx } = e.look
    const dot: Rect = { x: 0, y: 0, w: 0, h: 0 }
    const reach = [
      { ...dot, x: dx, y: dy },
      { ...dot, x: -dx, y: -dy },
    ].reduce(union, dot)
    return [{ shapes: draw(e, gone(frame, span)), box: grown(reach, dotPx * 1.1) }]
  },
  added: { lasts: (e, fps) => fps * (e.look.gesture === 'tap' ? 0.8 : 1.4) },
  fresh: ({ frame }) => {
    const unit = unitOf(frame)
    const dotPx = Math.round(84 * unit)
    return {
      space: 'framed',
      width: dotPx,
      height: dotPx,
      look: TouchLook.parse({ kind: 'touch', colour: '#2f5fa8', rim: '#ffffff', dotPx, dx: 360 * unit }),
    }
  },
  roles: { handles: (e) => ({ all: handlesOf(e), pull: (_handle, _to, local) => pulled(e, local) }) },
}
