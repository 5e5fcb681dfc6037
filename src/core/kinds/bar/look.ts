import { z } from 'zod'
import { Colour } from '../../values'

/** A progress bar that reads how much of its span has gone by, evenly. */
export const BarLook = z.strictObject({
  kind: z.literal('bar'),
  fill: Colour,
  unfilled: Colour.nullable(),
  border: Colour.nullable(),
  borderPx: z.number().min(0).max(60),
  runs: z.enum(['right', 'left', 'down', 'up']),
  place: z.enum(['top', 'bottom', 'free']),
  /** What happens when its span is over. */
  after: z.enum(['gone', 'stays', 'fades']),
  /** How much of it is filled, in %, where that does not follow from its own span. */
  given: z
    .strictObject({ share: z.number().min(0).max(100) })
    .nullable()
    .default(null),
  fadeFrames: z.number().int().min(1).max(600).default(15),
})
export type BarLook = z.infer<typeof BarLook>
