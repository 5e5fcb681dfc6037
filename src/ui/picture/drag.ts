import type { Edit } from '@/core/edits'
import type { Point, Rect } from '@/core/geometry'

/** Something grasped on the picture: where, what it does when pulled to a point, and what that is called. */
export interface Drag {
  start: Point
  edit: (p: Point, shift: boolean, alt: boolean) => Edit | null
  label: string
}
/** What is drawn on the picture from where the button went down, and whether a new element comes of it. */
export interface BeingDrawn {
  from: Point
  to: Point
  /** Where a rectangle is drawn, and not a line. */
  rect: Rect | null
  adds: boolean
}
