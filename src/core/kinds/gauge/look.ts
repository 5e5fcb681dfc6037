import { z } from 'zod'
import { MOMENTS_THAT } from '../../lesson/momentKinds'

/** A value over time that elements read; by hand, it is keyed like any other. */
export const GaugeLook = z.strictObject({
  kind: z.literal('gauge'),
  /** What it runs by: keyframes, or what goes by itself; in % gone, in seconds left, in moments passed. */
  runs: z.enum(['hand', 'span', 'chapter', 'take', 'lesson', 'left', 'moments']).default('hand'),
  /** Which moments are counted. */
  counts: z.enum(MOMENTS_THAT.areGauged).default('click'),
  value: z.number().min(-1e6).max(1e6).default(0),
})
export type GaugeLook = z.infer<typeof GaugeLook>
