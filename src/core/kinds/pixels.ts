import { z } from 'zod'
import type { Work } from '../display'
import { Colour } from '../values'
import type { Unranged } from './ranged'

const shade = z.number().min(-100).max(100).default(0)
/** What is done to the pixels of a picture or of footage; each null where it is not done. */
export const PIXELS = {
  /**
   * One of its colours changed into another; `share` of the way, `reach` how unlike the colour others may be, both in
   * %.
   */
  swap: z
    .object({ from: Colour, to: Colour, share: z.number().min(0).max(100), reach: z.number().min(1).max(100) })
    .nullable()
    .default(null),
  /** A colour seen through: how unlike it others may be, how softly it ends, how much of its shine is taken off. */
  key: z
    .strictObject({
      colour: Colour,
      reach: z.number().min(0).max(100),
      soft: z.number().min(0).max(100),
      spill: z.number().min(0).max(100),
    })
    .nullable()
    .default(null),
  /** Its light and its colours, each in %. */
  grade: z
    .strictObject({ exposure: shade, contrast: shade, saturation: shade, warmth: shade })
    .nullable()
    .default(null),
}
interface Pixels {
  swap: { from: string; to: string; share: number; reach: number } | null
  key: { colour: string; reach: number; soft: number; spill: number } | null
  grade: { exposure: number; contrast: number; saturation: number; warmth: number } | null
}

/** What is done to the pixels of a look, for those who paint it; undefined where nothing is. */
export function workOf({ swap, key, grade }: Pixels): Work | undefined {
  const of = (v: number) => v / 100
  const changed = swap && swap.share > 0
  const graded = grade && Object.values(grade).some((v) => v !== 0)
  if (!changed && !key && !graded) return undefined
  return {
    ...(changed && { swap: { from: swap.from, to: swap.to, reach: of(swap.reach), share: of(swap.share) } }),
    ...(key && { key: { colour: key.colour, reach: of(key.reach), soft: of(key.soft), spill: of(key.spill) } }),
    ...(graded && {
      grade: {
        exposure: of(grade.exposure),
        contrast: of(grade.contrast),
        saturation: of(grade.saturation),
        warmth: of(grade.warmth),
        dim: 0,
      },
    }),
  }
}

export const PIXEL_PARTS = [
  {
    path: 'key',
    label: 'values.removeAColourChromaKey',
    fresh: { colour: '#00b140', reach: 18, soft: 12, spill: 60 },
    seen: { colour: 'screen' },
  },
  {
    path: 'grade',
    label: 'values.adjustLightAndColour',
    fresh: { exposure: 0, contrast: 0, saturation: 0, warmth: 0 },
  },
  {
    path: 'swap',
    label: 'values.replaceAColour',
    fresh: { from: '#ffffff', to: '#f4c20d', share: 100, reach: 25 },
    seen: { from: 'main', to: 'beside' },
  },
] as const
export const PIXEL_FIELDS: readonly Unranged[] = [
  { path: 'key.colour', label: 'values.colourToRemove', when: ['key'], type: 'colour', picked: true },
  { path: 'key.reach', label: 'values.tolerance', when: ['key'], type: 'percent' },
  { path: 'key.soft', label: 'values.softEdge', when: ['key'], type: 'percent' },
  { path: 'key.spill', label: 'values.removeColourSpill', when: ['key'], type: 'percent' },
  { path: 'grade.exposure', label: 'values.exposure', when: ['grade'], type: 'percent' },
  { path: 'grade.contrast', label: 'values.contrast', when: ['grade'], type: 'percent' },
  { path: 'grade.saturation', label: 'values.saturation', when: ['grade'], type: 'percent' },
  { path: 'grade.warmth', label: 'values.warmth', when: ['grade'], type: 'percent' },
  { path: 'swap.from', label: 'values.colourToReplace', when: ['swap'], type: 'colour', picked: true },
  { path: 'swap.to', label: 'values.newColour', when: ['swap'], type: 'colour' },
  { path: 'swap.share', label: 'values.amount', when: ['swap'], type: 'percent' },
  { path: 'swap.reach', label: 'values.similarColours', when: ['swap'], type: 'percent' },
]
