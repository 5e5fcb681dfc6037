import { z } from 'zod'

/** A still picture from the lesson's media. */
export const StillLook = z.object({ kind: z.literal('still'), media: z.string().max(100) })
export type StillLook = z.infer<typeof StillLook>
