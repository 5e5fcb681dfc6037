import { z } from 'zod'

/** A framing: the element's rectangle is what fills the picture, after a move in and before a move back. */
export const ZoomLook = z.object({
  kind: z.literal('zoom'), inFrames: z.number().int().min(0).max(10_000), backFrames: z.number().int().min(0).max(10_000),
  easing: z.enum(['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out']),
})
export type ZoomLook = z.infer<typeof ZoomLook>
