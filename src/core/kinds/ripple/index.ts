import { RippleLook } from './look'
import { ranged } from '../../values/ranged'
import { fix } from '../../geometry'
import { isTouch } from '../../moments/drawn'
import { localBox, type Drawn, type ElementOf, type Kind } from '../kind'
import { unitOf } from '../unit'
import { pressesIn } from '../../moments'

/** A ripple's size (share of its full size) and opacity in its nth frame; null when it is over. */
export function rippleAt(n: number, growFrames: number, fadeFrames: number): { size: number; opacity: number } | null {
  if (n < 0 || n >= growFrames + fadeFrames) return null
  if (n < growFrames) return { size: (n + 1) / growFrames, opacity: 0.7 }
  const k = (n - growFrames + 1) / (fadeFrames + 1)
  return { size: 1 - 0.6 * k, opacity: 0.7 * (1 - k) }
}

/** A broad rim around a lighter middle, so that the pointer stays readable through it. */
function ring(radius: number, colour: string): Drawn['shapes'] {
  const circle = (r: number) =>
    `M${fix(-r)} 0 A${fix(r)} ${fix(r)} 0 1 1 ${fix(r)} 0 A${fix(r)} ${fix(r)} 0 1 1 ${fix(-r)} 0 Z`
  const rim = Math.max(1, radius * 0.26)
  return [
    { type: 'path', d: circle(radius), fill: `${colour.slice(0, 7)}59` },
    { type: 'path', d: circle(radius - rim / 2), stroke: colour.slice(0, 7), lineWidth: fix(rim) },
  ]
}

function drawn(e: ElementOf<'ripple'>, n: number, at?: Drawn['at']): Drawn[] {
  const now = rippleAt(n, e.look.growFrames, e.look.fadeFrames)
  if (!now) return []
  const r = (e.width / 2) * now.size
  return [
    {
      shapes: ring(r, e.look.colour),
      box: { x: -r - 1, y: -r - 1, w: 2 * r + 2, h: 2 * r + 2 },
      opacity: now.opacity,
      ...(at && { at }),
    },
  ]
}

export const ripple: Kind<'ripple'> = {
  kind: 'ripple',
  title: 'kinds.ripple',
  icon: 'circle-dot',
  swatch: {
    colour: '#cfe0c4',
    pattern: 'radial-gradient(circle at 4px 4px, #2b211838 1.2px, #0000 1.6px)',
    tile: '8px 8px',
  },
  pulls: 'shape',
  seenBy: 'colour',
  fields: ranged(RippleLook, [
    { path: 'every', label: 'values.onEveryClickWhileIt', type: 'tick' },
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'growFrames', label: 'values.growsFor', type: 'frames' },
    { path: 'fadeFrames', label: 'values.fadesFor', type: 'frames' },
  ]),
  size: (e) => ({ w: e.width, h: e.width }),
  seen: (e, span) => ({
    from: span.from,
    to: e.look.every ? span.to + e.look.growFrames + e.look.fadeFrames : span.to,
  }),
  draw(e, frame, span, timed) {
    if (!e.look.every) {
      const box = localBox(e, ripple.size(e))
      return drawn(e, frame - span.from).map((d) => ({
        ...d,
        at: { x: e.x + box.x + box.w / 2, y: e.y + box.y + box.h / 2 },
      }))
    }
    return clicksIn(timed, span).flatMap((c) => drawn(e, frame - c.frame, c.at))
  },
  added: { lasts: () => 18 },
  fresh: (lesson) => ({
    space: 'framed',
    width: 96 * unitOf(lesson.frame),
    height: 96 * unitOf(lesson.frame),
    look: { kind: 'ripple', colour: '#e0901a', every: false, growFrames: 4, fadeFrames: 14 },
  }),
  roles: {
    marks: ({ look }) => ({
      every: look.every,
      single: () => ({ look: { ...look, every: false }, frames: look.growFrames + look.fadeFrames }),
    }),
  },
}

/** The clicks of a passage that have a place, in time order. */
export function clicksIn(
  timed: Parameters<Kind<'ripple'>['draw']>[3],
  span: { from: number; to: number },
): { id: string; label: string; frame: number; at: { x: number; y: number } }[] {
  return pressesIn(timed.moments).flatMap(({ id, label, frame, at, proposed }) =>
    // A drawn finger shows by itself that it touches.
    at && !proposed && !isTouch(id) && frame >= span.from && frame < span.to ? [{ id, label, frame, at }] : [],
  )
}
