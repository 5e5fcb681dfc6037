import { z } from 'zod'
import { Colour } from '../../values'
import { TextFace } from '../../text/face'

/** Text by itself, on a box if wanted. */
export const TextLook = z.strictObject({
  kind: z.literal('text'),
  text: z.string().max(4000),
  face: TextFace,
  align: z.enum(['left', 'centre', 'right']),
  ink: Colour,
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
  shadow: Colour.nullable(),
  shadowPx: z.number().min(0).max(100),
  shadowBlurPx: z.number().min(0).max(100),
  box: Colour.nullable(),
  corner: z.number().min(0).max(400),
  padding: z.number().min(0).max(400),
  fitText: z.boolean(),
  /**
   * Comes whole, letter by letter, word by word, line by line, or each word as it is spoken; or its words stand alone,
   * one after the other: evenly, as they are spoken, or each from the next mark, click or key on.
   */
  builds: z
    .enum(['whole', 'letters', 'words', 'lines', 'spoken', 'alone', 'alone-spoken', 'alone-beat'])
    .default('whole'),
  /** So many frames for each letter, word or line. */
  eachFrames: z.number().int().min(1).max(1000).default(2),
  /** The colour of each word while it is spoken. */
  spokenInk: Colour.nullable().default(null),
  /** As small as it takes to fit into its box, no larger than it is. */
  fitSize: z.boolean().default(false),
})
export type TextLook = z.infer<typeof TextLook>
