import type { Rect } from '../geometry'
import type { Window } from '../display'
import type { Element } from '../lesson/schema'

/**
 * What crop, reveal and round corners leave of a box; null when all of it is seen.
 *
 * @param k  pixels of the box for one of the element's own
 */
export function clipOf(e: Element, box: Rect, k = 1): Window | null {
  const { crop, reveal } = e
  const hidden = 1 - reveal.shown / 100
  const whole = hidden <= 0 && crop.left === 0 && crop.right === 0 && crop.top === 0 && crop.bottom === 0
  if (whole && e.cornerPx === 0) return null
  // What is uncovered is a share of what the crop leaves.
  const across = hidden * Math.max(0, 1 - crop.left - crop.right)
  const down = hidden * Math.max(0, 1 - crop.top - crop.bottom)
  const left = crop.left + (reveal.from === 'right' ? across : 0)
  const right = crop.right + (reveal.from === 'left' ? across : 0)
  const top = crop.top + (reveal.from === 'bottom' ? down : 0)
  const bottom = crop.bottom + (reveal.from === 'top' ? down : 0)
  return {
    x: box.x + left * box.w,
    y: box.y + top * box.h,
    w: box.w * (1 - left - right),
    h: box.h * (1 - top - bottom),
    ...(e.cornerPx > 0 && { corner: e.cornerPx * k }),
  }
}
