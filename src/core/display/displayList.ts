import type { Matrix, Rect } from '../geometry'

/** Something drawn, in the element's own pixels with its anchor point at 0,0. Paths are SVG path data. */
export type Shape =
  | {
      type: 'path'
      d: string
      fill?: string | Gradient
      stroke?: string
      lineWidth?: number
      dash?: number[]
      join?: 'round' | 'miter'
      cap?: 'butt' | 'round'
      shadow?: Shadow
    }
  | { type: 'picture'; media: string; x: number; y: number; w: number; h: number; swap?: Swap }
  /** What lies below, changed within a rectangle: blurred, or laid out in blocks of one colour. */
  | { type: 'below'; x: number; y: number; w: number; h: number; effect: 'blur' | 'blocks'; px: number; seed: number }

/** Colours along a line in the element's own pixels. */
export interface Gradient {
  x1: number
  y1: number
  x2: number
  y2: number
  stops: { at: number; colour: string }[]
}
export interface Shadow {
  colour: string
  blurPx: number
  dx: number
  dy: number
}
/**
 * One colour of a picture, changed into another by a share; `reach` is how far from it a colour is still meant, 0 to 1.
 */
export interface Swap {
  from: string
  to: string
  reach: number
  share: number
}

export interface Item {
  element: string
  matrix: Matrix
  opacity: number
  shapes: Shape[]
  /** What it may cover, in pixels of the picture. */
  bounds: Rect
  /** The same in its own pixels, before any blur; of the instants of an open shutter. */
  box?: Rect
  /** Only what lies in this rectangle of its own pixels is seen. */
  clip?: Rect
  /** Pixels of the picture by which it is blurred. */
  blurPx?: number
  /** The shadow of the whole, in pixels of the picture. */
  shadow?: Shadow
  /** The same at several instants while the shutter is open, mixed in equal parts; then it has no shapes itself. */
  instants?: Item[]
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
