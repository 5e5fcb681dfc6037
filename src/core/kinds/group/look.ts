import { z } from 'zod'
import { Colour } from '../../values'

/**
 * Carries what rides on it. `asOne`: its members lie where it lies in the stack, and are masked, faded and blurred
 * together; else each stays where it is in the stack.
 */
export const GroupLook = z.strictObject({
  kind: z.literal('group'),
  asOne: z.boolean().default(true),
  /** Only what lies within its box is seen; its corners may be rounded. */
  mask: z.boolean().default(false),
  /** What lies behind its members, and what is drawn around them: a screen, a card. */
  ground: Colour.nullable().default(null),
  border: Colour.nullable().default(null),
  borderPx: z.number().min(0).max(200).default(0),
})
export type GroupLook = z.infer<typeof GroupLook>
