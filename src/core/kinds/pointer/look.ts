import { z } from 'zod'
import { Colour } from '../../values'

/**
 * A pointer that is drawn, for stills and mock-ups: it points with its anchor point, stops at its poses and presses at
 * some of them.
 */
export const PointerLook = z.strictObject({
  kind: z.literal('pointer'),
  form: z.enum(['arrow', 'hand']),
  colour: Colour,
  rim: Colour,
})
export type PointerLook = z.infer<typeof PointerLook>
