import { z } from 'zod'
import { Colour } from '../../values'
import { TextFace } from '../../text/face'

const place = z.number().min(-100_000).max(100_000)

/** A box of text with a tail that points at a spot. */
export const CalloutLook = z.strictObject({
  kind: z.literal('callout'),
  text: z.string().max(4000),
  face: TextFace,
  align: z.enum(['left', 'centre', 'right']).default('left'),
  fill: Colour,
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(60),
  ink: Colour,
  corner: z.number().min(0).max(400),
  padding: z.number().min(0).max(400),
  /** The box is as tall as its text needs; otherwise its height is the element's. */
  fitText: z.boolean(),
  /** The spot the tail points at, in the same pixels as the element's place; null: no tail. */
  tip: z.strictObject({ x: place, y: place }).nullable(),
  tailPx: z.number().min(2).max(400),
})
export type CalloutLook = z.infer<typeof CalloutLook>
