import { z } from 'zod'
import { Colour } from '../../values'

/** Shows what lies below it larger, as through a glass. */
export const LensLook = z.strictObject({
  kind: z.literal('lens'),
  form: z.enum(['round', 'box']).default('round'),
  /** How many times as large. */
  larger: z.number().min(1).max(12).default(2),
  rim: Colour,
  rimPx: z.number().min(0).max(60),
})
export type LensLook = z.infer<typeof LensLook>
