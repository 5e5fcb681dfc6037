import { z } from 'zod'
import { PIXELS } from '../../effects'
import { PLAYS } from '../../lesson/timeMap'

/** A take of the lesson's media, or a picture that stands where a take would. */
export const FootageLook = z.strictObject({
  kind: z.literal('footage'),
  media: z.string().max(100),
  /** How it lies in the frame: whole, filling it, as large as it is; `free`: where and as large as it was put. */
  fit: z.enum(['fit', 'fill', 'stand', 'free']).default('fit'),
  ...PLAYS,
  ...PIXELS,
  levelDb: z.number().min(-60).max(24).default(0),
  muted: z.boolean().default(false),
})
export type FootageLook = z.infer<typeof FootageLook>
