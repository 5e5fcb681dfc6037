import { z } from 'zod'
import { PIXELS } from '../../effects'

/** A still picture from the lesson's media. */
export const StillLook = z.strictObject({
  kind: z.literal('still'),
  media: z.string().max(100),
  ...PIXELS,
})
export type StillLook = z.infer<typeof StillLook>
