import { z } from 'zod'
import type { FontMetrics } from './fontMetrics'
import { METRICS } from './metrics'

/** Where the measures of a typeface that was brought in lie, by what is in them. */
export const FaceFile = z.string().regex(/^media\/[0-9a-f]{64}\/face\.json$/)

/** A typeface at a size in pixels of the lesson's frame: one that ships with the app, or one that was brought in. */
export const TextFace = z.object({
  family: z.string().min(1).max(80),
  weight: z.number().int(),
  size: z.number().min(4).max(1000),
  lineHeight: z.number().min(0.5).max(4).default(1.3),
  /** Of one that was brought in. */
  file: FaceFile.optional(),
})
export type TextFace = z.infer<typeof TextFace>

/** The typefaces that ship with the app, with their metrics in font units. */
export const FONTS = METRICS

const learnt = new Map<string, FontMetrics>()
/** Makes the measures of a typeface that was brought in known. */
export function learnFace(file: string, metrics: FontMetrics): void {
  learnt.set(file, { ...metrics, file })
}
export const isLearnt = (file: string): boolean => learnt.has(file)

const shipped = (family: string) => FONTS.filter((f) => f.family === family)
/**
 * The typeface that a face means: one that was brought in, where it is known; else of those that ship the nearest, by
 * family and weight.
 */
export function fontOf(face: TextFace): FontMetrics {
  const own = face.file === undefined ? undefined : learnt.get(face.file)
  if (own) return own
  const named = shipped(face.family)
  return (named.length > 0 ? named : shipped('Public Sans')).toSorted(
    (a, b) => Math.abs(a.weight - face.weight) - Math.abs(b.weight - face.weight),
  )[0]!
}
