import { z } from 'zod'

/** A lesson that is placed in this one. */
export const PartLook = z.strictObject({
  kind: z.literal('part'),
  /** Which of the lesson's `parts`. */
  part: z.string().max(100),
  /** So many frames of it are left out at its beginning. */
  inFrames: z.number().int().min(0).max(10_000_000).default(0),
  /** Its frames from this one on are left out; null: none are. */
  toFrame: z.number().int().min(1).max(10_000_000).nullable().default(null),
  /** What it does where it is given more time than it takes; `ask` rests as well, until that is answered. */
  longer: z.enum(['ask', 'rest', 'slower']).default('ask'),
  levelDb: z.number().min(-60).max(24).default(0),
  muted: z.boolean().default(false),
})
export type PartLook = z.infer<typeof PartLook>
