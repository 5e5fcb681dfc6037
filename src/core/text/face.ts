import { z } from 'zod'
import type { FontMetrics } from './fontMetrics'
import { METRICS } from './metrics'

/** A font that ships with the app, at a size in pixels of the lesson's frame. */
export const TextFace = z.object({
  family: z.enum(['Public Sans', 'Bitter', 'Spline Sans Mono', 'Patrick Hand']),
  weight: z.number().int(),
  size: z.number().min(4).max(1000),
  lineHeight: z.number().min(0.5).max(4).default(1.3),
})
export type TextFace = z.infer<typeof TextFace>

/** The fonts that ship with the app, with their metrics in font units. */
export const FONTS = METRICS

/** The shipped font nearest to a face: same family, nearest weight. */
export const fontOf = (face: TextFace): FontMetrics =>
  FONTS.filter((f) => f.family === face.family).sort(
    (a, b) => Math.abs(a.weight - face.weight) - Math.abs(b.weight - face.weight),
  )[0]!
