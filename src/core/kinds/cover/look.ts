import { z } from 'zod'
import { Colour } from '../../values'

/** Hides what lies under it: a plain cover; blocks of one colour; or a blur, which only softens. */
export const CoverLook = z.strictObject({
  kind: z.literal('cover'),
  how: z.enum(['plain', 'blocks', 'blur']),
  fill: Colour,
  corner: z.number().min(0).max(400),
  /** Never smaller than a line of text. */
  blockPx: z.number().min(24).max(400),
  seed: z.number().int().min(0).max(1e9),
  softPx: z.number().min(1).max(100),
  /** A blur ends softly over so many pixels, along its box or round. */
  edgePx: z.number().min(0).max(1000).default(0),
  round: z.boolean().default(false),
})
export type CoverLook = z.infer<typeof CoverLook>
