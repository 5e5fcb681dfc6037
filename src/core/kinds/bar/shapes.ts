import { fix, type Rect } from '../../geometry'
import { ellipse, roundedBox } from '../outline'
import type { BarLook } from './look'
import type { Shape } from '../../display'

type Way = BarLook['runs']

/** The part of a box that is filled as far as `share`, running one way. */
export const filledPart = (box: Rect, share: number, runs: Way): Rect =>
  ({
    right: { ...box, w: box.w * share },
    left: { ...box, x: box.x + box.w * (1 - share), w: box.w * share },
    down: { ...box, h: box.h * share },
    up: { ...box, y: box.y + box.h * (1 - share), h: box.h * share },
  })[runs]

/**
 * What is filled of a bar with round ends: exactly as long as its share, within the bar's own outline, round in front.
 * Where it is shorter than two corners it is as much of the first corner, and its mirror.
 */
export function filledRound(box: Rect, share: number, runs: Way, corner: number): string {
  const part = filledPart(box, share, runs)
  const level = runs === 'right' || runs === 'left'
  const [long, thick] = level ? [part.w, part.h] : [part.h, part.w]
  const whole = level ? box.w : box.h
  const r = Math.min(corner, thick / 2, whole / 2)
  if (r <= 0 || long >= 2 * r) return roundedBox(part, r)
  const half = long / 2
  const inset = r - Math.sqrt(Math.max(0, r * r - (r - half) ** 2))
  const at = (along: number, across: number) =>
    level ? `${fix(part.x + along)} ${fix(part.y + across)}` : `${fix(part.x + across)} ${fix(part.y + along)}`
  const arc = `A${fix(r)} ${fix(r)} 0 0 ${level ? 1 : 0} `
  return (
    `M${at(half, inset)} ${arc}${at(long, r)} L${at(long, thick - r)} ${arc}${at(half, thick - inset)} ` +
    `${arc}${at(0, thick - r)} L${at(0, r)} ${arc}${at(half, inset)} Z`
  )
}

/** The shapes of a ring that is filled as far as `share`. */
export function ringShapes(box: Rect, share: number, look: BarLook): Shape[] {
  const radius = Math.min(box.w, box.h) / 2
  const wide = Math.min(look.ringPx, radius)
  const mid = radius - wide / 2
  const c = { x: box.x + box.w / 2, y: box.y + box.h / 2 }
  const circle = (r: number) => ellipse({ x: c.x - r, y: c.y - r, w: 2 * r, h: 2 * r })
  const cap = look.corner > 0 && wide < radius ? 'round' : 'butt'
  const shapes: Shape[] = []
  if (look.unfilled) shapes.push({ type: 'path', d: circle(mid), stroke: look.unfilled, lineWidth: wide })
  if (share > 0) shapes.push({ type: 'path', d: arc(c, mid, share, look), stroke: look.fill, lineWidth: wide, cap })
  const b = look.border ? Math.min(look.borderPx, radius) : 0
  if (b > 0) {
    shapes.push({ type: 'path', d: circle(radius - b / 2), stroke: look.border!, lineWidth: b })
    if (wide < radius)
      shapes.push({ type: 'path', d: circle(radius - wide + b / 2), stroke: look.border!, lineWidth: b })
  }
  return shapes
}

/** A share of a circle as a path, from where the ring begins. */
function arc(c: { x: number; y: number }, r: number, share: number, { runs, turnFrom }: BarLook): string {
  const way = runs === 'left' || runs === 'up' ? -1 : 1
  const at = (s: number) => {
    const a = ((turnFrom - 90) * Math.PI) / 180 + way * s * 2 * Math.PI
    return `${fix(c.x + r * Math.cos(a))} ${fix(c.y + r * Math.sin(a))}`
  }
  const R = fix(r)
  const sweep = way > 0 ? 1 : 0
  // In two parts, so that none of them is a whole circle, which an arc cannot say.
  return `M${at(0)} A${R} ${R} 0 0 ${sweep} ${at(share / 2)} A${R} ${R} 0 0 ${sweep} ${at(share)}`
}
