import { z } from 'zod'
import { Easing } from '../../values'

/** A framing: the element's rectangle is what fills the picture, after a move in and before a move back. */
export const ZoomLook = z.strictObject({
  kind: z.literal('zoom'),
  inFrames: z.number().int().min(0).max(10_000),
  backFrames: z.number().int().min(0).max(10_000),
  easing: Easing,
  /** The way in and back: drawing back and panning at an even perceived speed, instead of straight. */
  smooth: z.boolean().optional(),
})
export type ZoomLook = z.infer<typeof ZoomLook>
