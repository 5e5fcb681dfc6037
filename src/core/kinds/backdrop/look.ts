import { z } from 'zod'
import { Colour } from '../../values'

/** A plain or graded ground. */
export const BackdropLook = z.strictObject({
  kind: z.literal('backdrop'),
  fill: Colour,
  second: Colour.nullable(),
  angle: z.number().min(-360).max(360),
})
export type BackdropLook = z.infer<typeof BackdropLook>
