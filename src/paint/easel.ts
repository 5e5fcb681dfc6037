import type { Footage, Swap } from '@/core/display'

/** What paint draws from: a still, a decoded frame, a canvas. */
export type Drawable = CanvasImageSource
export type Context = CanvasRenderingContext2D

export interface Easel {
  /** The picture of footage at its frame, or of a still; null when it is not there (yet): nothing is drawn. */
  footage(layer: Footage): Drawable | null
  stillPicture(media: string, swap?: Swap): Drawable | null
  /**
   * A Canvas 2D context of its own, at least so big, clear, for things that are laid down as a whole; the same one each
   * time for the same depth.
   */
  sheet(width: number, height: number, depth: number): Context
  path(d: string): Path2D
  /** While it plays: pictures are made smaller in the quickest way. */
  quick?: boolean
}
