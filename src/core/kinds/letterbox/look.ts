import { z } from 'zod'
import { Colour } from '../../values'

/** Bars along two edges of the picture: so much of it, or what is needed for a shape of picture. */
export const LetterboxLook = z.strictObject({
  kind: z.literal('letterbox'),
  by: z.enum(['share', 'ratio']),
  colour: Colour,
  /** Of the picture’s height, both bars together, in %. */
  share: z.number().min(0).max(100),
  /** Width by height of what stays free. */
  ratio: z.number().min(0.1).max(10),
  /** Of what the bars take together, how much the first one has (above, or left), in %. */
  first: z.number().min(0).max(100).default(50),
})
export type LetterboxLook = z.infer<typeof LetterboxLook>
