import { z } from 'zod'
import { Colour } from '../../values'

/** Blurs and dims all that lies under it, over the whole picture. */
export const DimLook = z.strictObject({
  kind: z.literal('dim'),
  softPx: z.number().min(0).max(100),
  dim: z.number().min(0).max(100),
  colour: Colour,
})
export type DimLook = z.infer<typeof DimLook>
