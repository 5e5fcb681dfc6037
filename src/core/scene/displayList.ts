import type { Matrix, Rect } from './geometry'

/** Something drawn, in the element's own pixels with its anchor point at 0,0. Paths are SVG path data. */
export type Shape =
  | { type: 'path'; d: string; fill?: string; stroke?: string; lineWidth?: number }
  | { type: 'picture'; media: string; x: number; y: number; w: number; h: number }

export interface Item {
  element: string
  matrix: Matrix
  opacity: number
  shapes: Shape[]
  /** What it may cover, in pixels of the picture. */
  bounds: Rect
}
export interface TakeLayer {
  clip: string
  media: string
  /** The medium's own frame; 0 for a picture. */
  sourceFrame: number
  /** Where the whole medium lies in the picture; may reach far outside it when zoomed. */
  dest: Rect
}
/** One frame as plain data, back to front: background, takes, items. */
export interface DisplayList {
  width: number
  height: number
  background: string
  takes: TakeLayer[]
  items: Item[]
}
