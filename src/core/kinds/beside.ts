import type { Point, Rect } from '../geometry'

/**
 * The middle of a box that is to explain a spot: as near to it as it can be without covering it, whole inside `within`.
 *
 * @param gap  pixels from the spot to the box, at the least
 */
export function besideSpot(at: Point, size: { w: number; h: number }, within: Rect, gap: number): Point {
  const middle = (v: number, half: number, from: number, long: number) =>
    2 * half >= long ? from + long / 2 : Math.min(from + long - half, Math.max(from + half, v))
  const towards = { x: at.x < within.x + within.w / 2 ? 1 : -1, y: at.y < within.y + within.h / 2 ? 1 : -1 }
  const ways: [number, number][] = [
    [towards.x, towards.y],
    [0, towards.y],
    [towards.x, 0],
    [-towards.x, towards.y],
    [towards.x, -towards.y],
    [0, -towards.y],
    [-towards.x, 0],
    [-towards.x, -towards.y],
  ]
  const spots = ways.map(([dx, dy], i) => {
    const x = middle(at.x + dx * (size.w / 2 + gap * 0.9), size.w / 2, within.x, within.w)
    const y = middle(at.y + dy * (size.h / 2 + gap), size.h / 2, within.y, within.h)
    const away = Math.hypot(Math.max(0, Math.abs(x - at.x) - size.w / 2), Math.max(0, Math.abs(y - at.y) - size.h / 2))
    // One that comes too near covers what it explains; among the others the nearest, in the order of the ways.
    return { x, y, cost: (away < gap * 0.6 ? 1e6 - away : away) + i * gap * 0.05 }
  })
  return spots.reduce((best, s) => (s.cost < best.cost ? s : best))
}
