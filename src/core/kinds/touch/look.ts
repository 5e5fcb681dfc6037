import { z } from 'zod'
import { Colour } from '../../values'

const far = z.number().min(-100_000).max(100_000)
/** A finger on a screen: one tap, held down, drawn along, or two that part or come together. */
export const TouchLook = z.strictObject({
  kind: z.literal('touch'),
  gesture: z.enum(['tap', 'hold', 'swipe', 'part', 'together']).default('tap'),
  colour: Colour,
  rim: Colour,
  /** How wide a finger's mark is. */
  dotPx: z.number().min(4).max(1000),
  /** Where a swipe goes to, from where it begins; how far two fingers are apart when they are furthest. */
  dx: far.default(0),
  dy: far.default(0),
})
export type TouchLook = z.infer<typeof TouchLook>
