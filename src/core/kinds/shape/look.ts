import { z } from 'zod'
import { Colour } from '../../values'

/** A rectangle, an ellipse, an even polygon or star, or a straight line along the element’s width. */
export const ShapeLook = z.strictObject({
  kind: z.literal('shape'),
  form: z.enum(['rectangle', 'ellipse', 'polygon', 'line']),
  fill: Colour.nullable(),
  outline: Colour.nullable(),
  outlinePx: z.number().min(0).max(200),
  dashPx: z.number().min(0).max(400),
  /** How far a hand is off as it draws its outline, in pixels; 0: drawn exactly. */
  rough: z.number().min(0).max(60).default(0),
  corner: z.number().min(0).max(2000),
  sides: z.number().int().min(3).max(24),
  /** How far every second corner of a polygon is drawn in, in %; 0: not at all. */
  drawnIn: z.number().min(0).max(95),
})
export type ShapeLook = z.infer<typeof ShapeLook>
