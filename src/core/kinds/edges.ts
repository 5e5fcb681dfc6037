import type { Rect } from '../geometry'
import type { Element, Lesson } from '../lesson/schema'
import type { FrameEdge, Keeps } from './roles/keeps'

/** Where something thin lies that is kept to an edge of a part of the frame: along all of it, level or upright. */
export function alongEdge(
  e: { width: number; height: number },
  edge: FrameEdge,
  free: Rect,
): { x: number; y: number; width: number; height: number; rotation: 0; anchor: { x: number; y: number } } {
  const level = edge === 'top' || edge === 'bottom'
  const thick = Math.min(e.width, e.height)
  const [w, h] = level ? [free.w, thick] : [thick, free.h]
  const x = edge === 'left' ? free.x + w / 2 : edge === 'right' ? free.x + free.w - w / 2 : free.x + free.w / 2
  const y = edge === 'top' ? free.y + h / 2 : edge === 'bottom' ? free.y + free.h - h / 2 : free.y + free.h / 2
  return { x, y, width: w, height: h, rotation: 0, anchor: { x: 0.5, y: 0.5 } }
}

/** An element that can lie along an edge of the frame. */
type Edged = Element & { look: { place: FrameEdge | 'free' } }
/** It is kept to the edge that its look says, or lies free. */
export const keepsEdge = ({ look }: Edged): Keeps => ({
  to: look.place === 'free' ? null : look.place,
  by: ['x', 'y', look.place === 'left' || look.place === 'right' ? 'height' : 'width', 'rotation', 'anchor'],
  letGo() {
    look.place = 'free'
  },
})
/** Puts a draft along its edge of the whole frame. */
export function settleAlong(e: Edged, { frame }: Pick<Lesson, 'frame'>): void {
  const { place } = e.look
  if (place !== 'free') Object.assign(e, alongEdge(e, place, { x: 0, y: 0, w: frame.width, h: frame.height }))
}
