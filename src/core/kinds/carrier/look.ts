import { z } from 'zod'

/** Shows nothing itself: it is there to be ridden on. */
export const CarrierLook = z.object({ kind: z.literal('carrier') })
export type CarrierLook = z.infer<typeof CarrierLook>
