import { z } from 'zod'

const units = z.number().min(-100_000).max(100_000)
/** Heights, advance widths and outlines of a typeface, in font units. */
export const FontMetrics = z.object({
  family: z.string().min(1).max(80),
  weight: z.number().int().min(1).max(1000),
  /** Of one that ships, its own file; of a team's own, where these measures lie. */
  file: z.string(),
  unitsPerEm: z.number().min(16).max(16_384),
  ascender: units,
  descender: units,
  advances: z.record(z.string(), units),
  /** SVG path data of each letter, from its origin on the baseline, y downwards. */
  outlines: z.record(z.string(), z.string().regex(/^[MLQCZ\d\s-]*$/)),
  /** How much nearer (below 0) or farther two letters stand that follow each other, by the two. */
  kerns: z.record(z.string(), units).optional(),
})
export type FontMetrics = z.infer<typeof FontMetrics>
