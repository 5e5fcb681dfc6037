import { z } from 'zod'
import { Colour } from '../../values'

const pc = z.number().min(-1000).max(1000)

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
  /** Brought to four corners, as seen in perspective: a picture on a screen; each in % of its box. */
  corners: z.strictObject({ ax: pc, ay: pc, bx: pc, by: pc, cx: pc, cy: pc, dx: pc, dy: pc }).nullable().default(null),
  /** How softly it ends at its edges, in its own pixels. */
  featherPx: z.number().min(0).max(200).default(0),
  borderPx: z.number().min(0).max(200).default(0),
})
export type GroupLook = z.infer<typeof GroupLook>
