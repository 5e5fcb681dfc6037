import { z } from 'zod'
import { TextFace } from '../../text/face'
import { Colour } from '../../values'

const place = z.number().min(-100_000).max(100_000)

/** A number in a circle, with a leader line to what it stands for. */
export const BadgeLook = z.strictObject({
  kind: z.literal('badge'),
  number: z.number().int().min(0).max(999),
  face: TextFace,
  ink: Colour,
  fill: Colour,
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
  line: Colour,
  linePx: z.number().min(0).max(60),
  /** Where its line leads, in the same pixels as the element’s place; null: it has none. */
  tip: z.strictObject({ x: place, y: place }).nullable(),
})
export type BadgeLook = z.infer<typeof BadgeLook>
