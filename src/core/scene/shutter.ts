import { apply, corners } from '../geometry'
import type { Drawing } from '../display'

/** Whether two pieces of plain data are equal. */
export function alike(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  const keys = Object.keys(a) as (keyof typeof a)[]
  return keys.length === Object.keys(b).length && keys.every((k) => alike(a[k], b[k]))
}
/** How far the corners of what a drawing covers are from those of another. */
export function apart(a: Drawing, b: Drawing): number {
  const box = { x: -50, y: -50, w: 100, h: 100 }
  const at = corners(box)
  const shift = Math.max(
    ...at.map((p) => {
      const q = apply(a.matrix, p)
      const r = apply(b.matrix, p)
      return Math.hypot(q.x - r.x, q.y - r.y)
    }),
  )
  return Math.max(
    shift,
    Math.abs(a.bounds.x - b.bounds.x),
    Math.abs(a.bounds.w - b.bounds.w),
    Math.abs(a.bounds.h - b.bounds.h),
  )
}
