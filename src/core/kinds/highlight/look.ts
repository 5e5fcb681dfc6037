import { z } from 'zod'
import { Colour } from '../../values'

/** A see-through box laid over words or a row, as with a marker pen. */
export const HighlightLook = z.strictObject({
  kind: z.literal('highlight'),
  colour: Colour,
  strength: z.number().min(0).max(100),
  corner: z.number().min(0).max(400),
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
})
export type HighlightLook = z.infer<typeof HighlightLook>
