import type { Rect } from '../geometry'

/**
 * How much more room a viewer is given for a pan than for a zoom (van Wijk & Nuij's ρ; they found 1.42 to be liked
 * best).
 */
const RHO = 1.42

/**
 * The view at a share of the smooth way from one view to another: it draws back as far as the distance asks for, pans,
 * and goes in again, at an even perceived speed (J. J. van Wijk & W. A. A. Nuij, Smooth and efficient zooming and
 * panning, 2003).
 *
 * @param k  how far along, 0 to 1
 */
export function smoothWay(a: Rect, b: Rect, k: number): Rect {
  if (k <= 0) return a
  if (k >= 1) return b
  const [ax, ay, bx, by] = [a.x + a.w / 2, a.y + a.h / 2, b.x + b.w / 2, b.y + b.h / 2]
  const far = Math.hypot(bx - ax, by - ay)
  if (far < 1e-6) {
    const w = a.w * (b.w / a.w) ** k
    return { x: ax - w / 2, y: ay - (w * a.h) / a.w / 2, w, h: (w * a.h) / a.w }
  }
  const r2 = RHO * RHO
  const r4 = r2 * r2
  const b0 = (b.w ** 2 - a.w ** 2 + r4 * far ** 2) / (2 * a.w * r2 * far)
  const b1 = (b.w ** 2 - a.w ** 2 - r4 * far ** 2) / (2 * b.w * r2 * far)
  const r0 = Math.log(Math.sqrt(b0 ** 2 + 1) - b0)
  const r1 = Math.log(Math.sqrt(b1 ** 2 + 1) - b1)
  const s = (k * (r1 - r0)) / RHO
  const u = (a.w / (r2 * far)) * (Math.cosh(r0) * Math.tanh(RHO * s + r0) - Math.sinh(r0))
  const w = (a.w * Math.cosh(r0)) / Math.cosh(RHO * s + r0)
  const ratio = a.h / a.w
  return { x: ax + (bx - ax) * u - w / 2, y: ay + (by - ay) * u - (w * ratio) / 2, w, h: w * ratio }
}
