import { fix, type Point, type Rect } from '../../geometry'

type Side = 'left' | 'right' | 'top' | 'bottom'
/** The side of a box that faces a spot; null where the spot lies inside. */
export function sideFacing(box: Rect, tip: Point): Side | null {
  const over: Record<Side, number> = {
    left: box.x - tip.x,
    right: tip.x - (box.x + box.w),
    top: box.y - tip.y,
    bottom: tip.y - (box.y + box.h),
  }
  const [side, far] = (Object.entries(over) as [Side, number][]).sort((a, b) => b[1] - a[1])[0]!
  return far > 0 ? side : null
}

/** Where something leaves the side of a box towards a spot: as near to it as the round corners and `half` allow. */
export function leavesAt(box: Rect, side: Side, tip: Point, corner: number, half = 0): Point {
  const level = side === 'top' || side === 'bottom'
  const [lo, hi] = level ? [box.x, box.x + box.w] : [box.y, box.y + box.h]
  const room = Math.min(corner + half, (hi - lo) / 2)
  const along = Math.min(hi - room, Math.max(lo + room, level ? tip.x : tip.y))
  if (level) return { x: along, y: side === 'top' ? box.y : box.y + box.h }
  return { x: side === 'left' ? box.x : box.x + box.w, y: along }
}

/** The end of a tail that is no longer than so many pixels: towards the spot, from where it leaves the box. */
export function shortTail(box: Rect, corner: number, tip: Point | null, tailPx: number, long: number): Point | null {
  const side = tip && sideFacing(box, tip)
  if (!tip || !side) return null
  const from = leavesAt(box, side, tip, corner, tailPx / 2)
  const away = Math.hypot(tip.x - from.x, tip.y - from.y)
  const k = away <= long ? 1 : long / away
  return { x: from.x + (tip.x - from.x) * k, y: from.y + (tip.y - from.y) * k }
}

/** A rounded box with a tail from the side that faces the tip; no tail when the tip lies inside the box. */
export function balloon(box: Rect, corner: number, tip: Point | null, tailPx: number): string {
  const r = Math.min(corner, box.w / 2, box.h / 2)
  const { x, y } = box
  const right = x + box.w
  const bottom = y + box.h
  const facing = tip && sideFacing(box, tip)
  const n = (v: number) => fix(v)
  const tail = (from: number, to: number, at: number, along: 'x' | 'y', fixed: number): string => {
    const lo = Math.min(from, to) + r
    const hi = Math.max(from, to) - r
    const half = Math.min(tailPx / 2, Math.max(0, (hi - lo) / 2))
    const middle = Math.min(hi - half, Math.max(lo + half, at))
    const [first, second] = from < to ? [middle - half, middle + half] : [middle + half, middle - half]
    const p = (v: number) => (along === 'x' ? `${n(v)} ${n(fixed)}` : `${n(fixed)} ${n(v)}`)
    return `L${p(first)} L${n(tip!.x)} ${n(tip!.y)} L${p(second)} `
  }
  return (
    `M${n(x + r)} ${n(y)} ${facing === 'top' ? tail(x, right, tip!.x, 'x', y) : ''}L${n(right - r)} ` +
    `${n(y)} Q${n(right)} ${n(y)} ${n(right)} ${n(y + r)} ` +
    (`${facing === 'right' ? tail(y, bottom, tip!.y, 'y', right) : ''}L${n(right)} ${n(bottom - r)} ` +
      `Q${n(right)} ${n(bottom)} ${n(right - r)} ${n(bottom)} `) +
    (`${facing === 'bottom' ? tail(right, x, tip!.x, 'x', bottom) : ''}L${n(x + r)} ${n(bottom)} ` +
      `Q${n(x)} ${n(bottom)} ${n(x)} ${n(bottom - r)} `) +
    (`${facing === 'left' ? tail(bottom, y, tip!.y, 'y', x) : ''}L${n(x)} ` +
      `${n(y + r)} Q${n(x)} ${n(y)} ${n(x + r)} ${n(y)} Z`)
  )
}
