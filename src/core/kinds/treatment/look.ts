import { z } from 'zod'

const share = z.number().min(-100).max(100).default(0)
/** Changes colours, blurs and dims: all that lies below it, what lies below it on its track, or one element. */
export const TreatmentLook = z.strictObject({
  kind: z.literal('treatment'),
  over: z.enum(['below', 'track', 'element']).default('below'),
  /** The element, where it is over one. */
  element: z.string().max(100).nullable().default(null),
  exposure: share,
  contrast: share,
  saturation: share,
  warmth: share,
  dim: z.number().min(0).max(100).default(0),
  softPx: z.number().min(0).max(200).default(0),
})
export type TreatmentLook = z.infer<typeof TreatmentLook>
