import { z } from 'zod'
import { Colour } from '../../values'

/** A drawn sign: lines on a grid of 24 by 24. */
export const IconLook = z.strictObject({
  kind: z.literal('icon'),
  /** What it is called in the set that it was taken from. */
  name: z.string().max(80),
  /** Path data in absolute commands. */
  d: z
    .string()
    .max(20_000)
    .regex(/^[MLHVQCAZ0-9eE .,-]*$/, 'the path of an icon is made of absolute commands'),
  colour: Colour,
  linePx: z.number().min(0.5).max(200),
  /** What lies behind it, as a circle or as a box with round corners. */
  ground: Colour.nullable().default(null),
  groundForm: z.enum(['circle', 'box']).default('circle'),
})
export type IconLook = z.infer<typeof IconLook>
