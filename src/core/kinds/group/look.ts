import { z } from 'zod'

/**
 * Carries what rides on it. `asOne`: its members lie where it lies in the stack, and are masked, faded and blurred
 * together; else each stays where it is in the stack.
 */
export const GroupLook = z.strictObject({
  kind: z.literal('group'),
  asOne: z.boolean().default(true),
  /** Only what lies within its box is seen; its corners may be rounded. */
  mask: z.boolean().default(false),
})
export type GroupLook = z.infer<typeof GroupLook>
