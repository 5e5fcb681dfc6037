import type { Easing } from '../lesson/schema'

const CURVES: Record<Exclude<Easing, 'linear'>, [number, number, number, number]> = {
  ease: [0.25, 0.1, 0.25, 1], 'ease-in': [0.42, 0, 1, 1], 'ease-out': [0, 0, 0.58, 1], 'ease-in-out': [0.42, 0, 0.58, 1],
}

/** A CSS cubic-bezier timing function (CSS Easing Functions 1): y for x in 0..1. */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number, x: number): number {
  if (x <= 0) return 0
  if (x >= 1) return 1
  const at = (a: number, b: number, t: number) => ((1 - 3 * b + 3 * a) * t + (3 * b - 6 * a)) * t * t + 3 * a * t
  let lo = 0
  let hi = 1
  for (let i = 0; i < 40; i++) {
    const mid = (lo + hi) / 2
    if (at(x1, x2, mid) < x) lo = mid
    else hi = mid
  }
  return at(y1, y2, (lo + hi) / 2)
}

/** How far a move has come, 0 to 1, when a share `x` of its time is gone. */
export function ease(easing: Easing, x: number): number {
  const t = Math.min(1, Math.max(0, x))
  if (easing === 'linear') return t
  return cubicBezier(...CURVES[easing], t)
}
