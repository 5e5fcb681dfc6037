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
})
export type TextLook = z.infer<typeof TextLook>
