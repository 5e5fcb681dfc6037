import type { Point, Rect } from '../geometry'
import type { Element, Lesson } from '../lesson/schema'

/**
 * Where a new element is to go: the spot that was pointed at, the rectangle that was drawn, what of the frame is in
 * sight.
 */
export interface Putting {
  at: Point
  rect: Rect | null
  /** Where a line that was drawn to the spot begins. */
  from: Point | null
  view: Rect
  /** The same inside its title-safe margins. */
  safe: Rect
  lesson: Lesson
  media: string | null
}

/** The middle of something inside a length: as wanted, but whole if it can be. */
export const within = (v: number, half: number, size: number) =>
  2 * half >= size ? size / 2 : Math.min(size - half, Math.max(half, v))

const LEAST = { w: 8, h: 4 }
/** Puts a box where one was drawn; else its middle at the spot, whole in sight. */
export function putBox(e: Element, { at, rect, view }: Putting, size: { w: number; h: number }): void {
  if (rect && rect.w >= LEAST.w && rect.h >= LEAST.h) {
    Object.assign(e, { x: rect.x + rect.w / 2, y: rect.y + rect.h / 2, width: rect.w, height: rect.h })
    return
  }
  e.x = Math.round(within(at.x - view.x, size.w / 2, view.w) + view.x)
  e.y = Math.round(within(at.y - view.y, size.h / 2, view.h) + view.y)
}
