import { z } from 'zod'
import { Colour } from '../../values'

/** Dims all but a shape. */
export const SpotlightLook = z.strictObject({
  kind: z.literal('spotlight'),
  form: z.enum(['rectangle', 'ellipse']),
  corner: z.number().min(0).max(2000),
  colour: Colour,
  /** In %. */
  dim: z.number().min(0).max(100),
  softPx: z.number().min(0).max(100),
})
export type SpotlightLook = z.infer<typeof SpotlightLook>
