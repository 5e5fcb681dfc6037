import type { Matrix, Quad, Rect } from '../geometry'

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
  | {
      type: 'below'
      x: number
      y: number
      w: number
      h: number
      effect: 'blur' | 'blocks' | 'larger'
      /** Of a blur, or of a block; how many times as large. */
      px: number
      seed: number
      /** How softly it ends at its edges, and whether it is round. */
      edge?: { px: number; round: boolean }
    }
  /** What lies below it, in other colours, within a rectangle. */
  | { type: 'grade'; x: number; y: number; w: number; h: number; grade: Grade }

/** How colours are changed: each −1 to 1, 0 for none; `dim` 0 to 1, how much of the light is taken away. */
export interface Grade {
  exposure: number
  contrast: number
  saturation: number
  warmth: number
  dim: number
}

/** A colour seen through: how unlike it others may be, how softly that ends, how much of its shine goes; 0 to 1. */
export interface Key {
  colour: string
  reach: number
  soft: number
  spill: number
}
/** What is done to the pixels of a layer before it is laid down: one colour changed, all of them, one seen through. */
export interface Work {
  swap?: Swap
  grade?: Grade
  key?: Key
}

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

/** A rectangle that something is seen through; its corners may be round, or the whole of it. */
export interface Window extends Rect {
  corner?: number
  round?: true
}

/** Where a layer stands and how it is seen, whatever it shows. */
interface Standing {
  /** The element or the clip that it is of. */
  element: string
  /** From its own pixels to those of the picture. */
  matrix: Matrix
  opacity: number
  /** What it may cover, in pixels of the picture. */
  bounds: Rect
  /** The same in its own pixels, before any blur; of the instants of an open shutter. */
  box?: Rect
  /** Only what lies in this rectangle of its own pixels is seen, without what its round corners cut off. */
  clip?: Window
  /** Pixels of the picture by which it is blurred. */
  blurPx?: number
  /** What is done to its pixels. */
  work?: Work
  /** The shadow of the whole, in pixels of the picture. */
  shadow?: Shadow
}
/** A layer that is drawn. */
export interface Drawing extends Standing {
  shapes: Shape[]
}
/** The same drawing at several instants while the shutter is open, mixed in equal parts. */
export interface Blurred extends Standing {
  instants: Drawing[]
}
/** A picture of a medium at one of its frames, filling the rectangle from 0, 0 to its size. */
export interface Footage extends Standing {
  source: Source
}
/** Layers that stand as one: what they are seen through and fade by is that of the whole. */
export interface Group extends Standing {
  layers: Layer[]
  /** What changes what lies below it, within the group, changes the group's own layers alone. */
  apart?: boolean
  /** Its window lets nothing through. */
  solid?: boolean
  /**
   * Seen in perspective: its layers, in its own pixels, are painted as they lie in its window, and that is brought to
   * four corners.
   */
  warp?: { window: Rect; quad: Quad; featherPx: number }
}
export type Layer = Drawing | Blurred | Footage | Group

export interface Source {
  media: string
  /** The medium's own frame; 0 for a picture. */
  frame: number
  width: number
  height: number
}
/** The footage and stills among layers, those of groups too, back to front. */
export const footageIn = (layers: readonly Layer[]): Footage[] =>
  layers.flatMap((l) => ('source' in l ? [l] : 'layers' in l ? footageIn(l.layers) : []))

/** One frame as plain data: what is seen of it, back to front, on a ground of one colour. */
export interface Picture {
  width: number
  height: number
  background: string
  layers: Layer[]
}
