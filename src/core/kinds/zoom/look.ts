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
  /** How it follows the pointer, where it does: so many times larger, a margin (a share), how calm (0 to 1). */
  follow: z
    .strictObject({
      zoom: z.number().min(1).max(20),
      margin: z.number().min(0).max(0.45),
      calmness: z.number().min(0).max(1),
      /** Its first view was worked out, and nobody changed it since. */
      found: z.boolean().optional(),
    })
    .optional(),
})
export type ZoomLook = z.infer<typeof ZoomLook>
