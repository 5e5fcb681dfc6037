import { z } from 'zod'
import { Colour } from '../../values'

/** A still picture from the lesson's media. */
export const StillLook = z.strictObject({
  kind: z.literal('still'),
  media: z.string().max(100),
  /**
   * One of its colours changed into another; `share` of the way, `reach` how unlike the colour others may be, both in
   * %.
   */
  swap: z
    .object({ from: Colour, to: Colour, share: z.number().min(0).max(100), reach: z.number().min(1).max(100) })
    .nullable()
    .default(null),
})
export type StillLook = z.infer<typeof StillLook>
