import type { Edit } from '@/core/edits'
import type { Point } from '@/core/geometry'

/** Something grasped on the picture: where, what it does when pulled to a point, and what that is called. */
export interface Drag {
  start: Point
  edit: (p: Point, shift: boolean, alt: boolean) => Edit | null
  label: string
}
