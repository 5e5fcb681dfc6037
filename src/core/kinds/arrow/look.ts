import { z } from 'zod'
import { Colour } from '../../values'

/** An arrow as long as the element is wide, pointing along its own right; `bend` lifts its middle by so many pixels. */
export const ArrowLook = z.strictObject({
  kind: z.literal('arrow'),
  bend: z.number().min(-10_000).max(10_000),
  thickness: z.number().min(1).max(400),
  head: z.enum(['full', 'open', 'none']),
  /** Everywhere as thick; or thin at its tail, and thicker and thicker. */
  form: z.enum(['even', 'tapered']).default('even'),
  /** How far a hand is off as it draws it, in pixels; 0: drawn exactly. */
  rough: z.number().min(0).max(60).default(0),
  headPx: z.number().min(0).max(1000),
  colour: Colour,
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
})
export type ArrowLook = z.infer<typeof ArrowLook>
