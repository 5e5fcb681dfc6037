/** A point of a way at a time; the unit of time does not matter. */
export interface WayPoint {
  t: number
  x: number
  y: number
}

const FURTHEST = 400

/**
 * The fewest points of a way between which it is straight and even, within so many pixels (Reumann & Witkam 1974, with
 * the corners on the way's own points).
 *
 * @param n     how many points it has; `at` gives each
 * @param may   whether one straight piece may lead from one point to another, apart from its shape
 * @returns     numbers of points, the first and the last among them; none of a way without points
 */
export function cornersOf(
  n: number,
  at: (i: number) => WayPoint,
  within: number,
  may: (from: number, to: number) => boolean = () => true,
): number[] {
  const out = n > 0 ? [0] : []
  for (let from = 0; from < n - 1;) {
    let to = from + 1
    while (to + 1 < n && to - from < FURTHEST && may(from, to + 1) && straight(at, from, to + 1, within)) to++
    out.push(to)
    from = to
  }
  return out
}
function straight(at: (i: number) => WayPoint, from: number, to: number, within: number): boolean {
  const a = at(from)
  const b = at(to)
  for (let i = from + 1; i < to; i++) {
    const p = at(i)
    const k = (p.t - a.t) / (b.t - a.t)
    if (Math.abs(a.x + (b.x - a.x) * k - p.x) > within || Math.abs(a.y + (b.y - a.y) * k - p.y) > within) return false
  }
  return true
}
