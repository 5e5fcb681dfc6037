import { z } from 'zod'
import { Colour } from '../../values'

/** A drawn screen, open in its middle, for something to be shown in. */
export const DeviceLook = z.strictObject({
  kind: z.literal('device'),
  form: z.enum(['monitor', 'laptop', 'tablet', 'phone']).default('monitor'),
  body: Colour,
  rim: Colour,
  /** Of the light along its edges. */
  light: Colour.nullable().default(null),
})
export type DeviceLook = z.infer<typeof DeviceLook>
