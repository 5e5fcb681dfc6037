import { z } from 'zod'
import { Colour } from '../../values'

/**
 * A ring that marks a click; with `every`, a standing rule that marks each click of its span at that click's own place.
 */
export const RippleLook = z.strictObject({
  kind: z.literal('ripple'),
  colour: Colour,
  every: z.boolean(),
  /** Frames from nothing to full size, and frames in which it shrinks and fades. */
  growFrames: z.number().int().min(1).max(120),
  fadeFrames: z.number().int().min(1).max(240),
})
export type RippleLook = z.infer<typeof RippleLook>
