import type { Edit } from '@/core/edits'
import type { Point, Rect } from '@/core/geometry'
import { type Said } from '../../words/words'

/** Something grasped on the picture: what it does when pulled to a point, and what that is called. */
export interface Drag {
  edit: (p: Point, shift: boolean, alt: boolean) => Edit | null
  label: Said
}
/** What is drawn on the picture from where the button went down. */
export interface BeingDrawn {
  from: Point
  to: Point
  /** Where a rectangle is drawn, and not a line. */
  rect: Rect | null
}
