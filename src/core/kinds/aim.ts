import type { Point } from '../geometry'
import type { Element } from '../lesson/schema'

/** A point of the pixels that an element is placed in, in its own; null where it is squashed flat. */
export function inOwnPixels(e: Element, p: Point): Point | null {
  const r = (-e.rotation * Math.PI) / 180
  const dx = p.x - e.x
  const dy = p.y - e.y
  const sx = e.scale.x * Math.cos((e.tilt.upright * Math.PI) / 180)
  const sy = e.scale.y * Math.cos((e.tilt.level * Math.PI) / 180)
  if (Math.abs(sx) < 1e-6 || Math.abs(sy) < 1e-6) return null
  return { x: (dx * Math.cos(r) - dy * Math.sin(r)) / sx, y: (dx * Math.sin(r) + dy * Math.cos(r)) / sy }
}

/** A spot that an element leads to, as it is when the element is drawn `k` times smaller there. */
export const awayBy = (e: Element, tip: Point, k: number): Point => ({
  x: e.x + (tip.x - e.x) * k,
  y: e.y + (tip.y - e.y) * k,
})
