import { fix, type Rect } from '../geometry'

/** A box with rounded corners as a path, clockwise; the other way round, it cuts a hole. */
export function roundedBox(box: Rect, corner: number, hole = false): string {
  const r = Math.min(Math.max(0, corner), box.w / 2, box.h / 2)
  const [x, y, right, bottom] = [box.x, box.y, box.x + box.w, box.y + box.h].map(fix) as [
    number,
    number,
    number,
    number,
  ]
  const c = fix(r)
  if (c === 0) return hole ? `M${x} ${y} V${bottom} H${right} V${y} Z` : `M${x} ${y} H${right} V${bottom} H${x} Z`
  const [x2, y2, right2, bottom2] = [x + c, y + c, right - c, bottom - c].map(fix) as [number, number, number, number]
  return hole
    ? `M${x2} ${y} A${c} ${c} 0 0 0 ${x} ${y2} V${bottom2} A${c} ${c} 0 0 0 ${x2} ${bottom} ` +
        `H${right2} A${c} ${c} 0 0 0 ${right} ${bottom2} V${y2} A${c} ${c} 0 0 0 ${right2} ${y} Z`
    : `M${x2} ${y} H${right2} A${c} ${c} 0 0 1 ${right} ${y2} V${bottom2} A${c} ${c} 0 0 1 ${right2} ` +
        `${bottom} H${x2} A${c} ${c} 0 0 1 ${x} ${bottom2} V${y2} A${c} ${c} 0 0 1 ${x2} ${y} Z`
}

/** An ellipse that fills a box, clockwise; the other way round, it cuts a hole. */
export function ellipse(box: Rect, hole = false): string {
  const rx = fix(box.w / 2)
  const ry = fix(box.h / 2)
  const [left, right, y] = [fix(box.x), fix(box.x + box.w), fix(box.y + box.h / 2)]
  const way = hole ? 0 : 1
  return `M${left} ${y} A${rx} ${ry} 0 1 ${way} ${right} ${y} A${rx} ${ry} 0 1 ${way} ${left} ${y} Z`
}

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
