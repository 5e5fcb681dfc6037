import { fix, type Rect } from '../geometry'

/** Where the straight sides of a box with rounded corners begin and end; and how far its corners reach in. */
function sidesOf(box: Rect, corner: number) {
  const c = fix(Math.min(Math.max(0, corner), box.w / 2, box.h / 2))
  const [x, y, right, bottom] = [fix(box.x), fix(box.y), fix(box.x + box.w), fix(box.y + box.h)]
  return { c, x, y, right, bottom, x2: fix(x + c), y2: fix(y + c), right2: fix(right - c), bottom2: fix(bottom - c) }
}

/** A box with rounded corners as a path, clockwise. */
export function roundedBox(box: Rect, corner: number): string {
  const { c, x, y, right, bottom, x2, y2, right2, bottom2 } = sidesOf(box, corner)
  if (c === 0) return `M${x} ${y} H${right} V${bottom} H${x} Z`
  const at = `A${c} ${c} 0 0 1`
  return (
    `M${x2} ${y} H${right2} ${at} ${right} ${y2} V${bottom2} ${at} ${right2} ` +
    `${bottom} H${x2} ${at} ${x} ${bottom2} V${y2} ${at} ${x2} ${y} Z`
  )
}
/** The same the other way round: it cuts a hole into what lies around it. */
export function roundedHole(box: Rect, corner: number): string {
  const { c, x, y, right, bottom, x2, y2, right2, bottom2 } = sidesOf(box, corner)
  if (c === 0) return `M${x} ${y} V${bottom} H${right} V${y} Z`
  const at = `A${c} ${c} 0 0 0`
  return (
    `M${x2} ${y} ${at} ${x} ${y2} V${bottom2} ${at} ${x2} ${bottom} ` +
    `H${right2} ${at} ${right} ${bottom2} V${y2} ${at} ${right2} ${y} Z`
  )
}

function around(box: Rect, sweep: 0 | 1): string {
  const rx = fix(box.w / 2)
  const ry = fix(box.h / 2)
  const [left, right, y] = [fix(box.x), fix(box.x + box.w), fix(box.y + box.h / 2)]
  return `M${left} ${y} A${rx} ${ry} 0 1 ${sweep} ${right} ${y} A${rx} ${ry} 0 1 ${sweep} ${left} ${y} Z`
}
/** An ellipse that fills a box, clockwise. */
export const ellipse = (box: Rect): string => around(box, 1)
/** The same the other way round: it cuts a hole into what lies around it. */
export const ellipseHole = (box: Rect): string => around(box, 0)

/**
 * An even polygon inside a box, the first corner at the top; with `star`, every second corner drawn in to that share of
 * the way.
 */
export function polygon(box: Rect, sides: number, star = 1): string {
  const n = star < 1 ? sides * 2 : sides
  const points = Array.from({ length: n }, (_, i) => {
    const k = i % 2 === 1 ? star : 1
    const a = (i / n) * 2 * Math.PI - Math.PI / 2
    return (
      `${fix(box.x + box.w / 2 + (Math.cos(a) * box.w * k) / 2)} ` +
      `${fix(box.y + box.h / 2 + (Math.sin(a) * box.h * k) / 2)}`
    )
  })
  return `M${points.join(' L')} Z`
}

/** Far enough outside to cover the picture, wherever an element stands. */
export const FAR: Rect = { x: -50_000, y: -50_000, w: 100_000, h: 100_000 }
/** A colour with another share of transparency. */
export const faded = (colour: string, share: number): string =>
  colour.slice(0, 7) +
  Math.round(Math.min(1, Math.max(0, share)) * 255)
    .toString(16)
    .padStart(2, '0')
