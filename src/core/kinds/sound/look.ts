import { z } from 'zod'
import { PLAYS } from '../../lesson/timeMap'

/** A sound of the lesson's media. */
export const SoundLook = z.strictObject({
  kind: z.literal('sound'),
  media: z.string().max(100),
  ...PLAYS,
  levelDb: z.number().min(-60).max(24).default(0),
  muted: z.boolean().default(false),
})
export type SoundLook = z.infer<typeof SoundLook>
