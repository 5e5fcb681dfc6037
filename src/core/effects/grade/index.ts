import { z } from 'zod'
import { effect } from '../effect'

const shade = z.number().min(-100).max(100).default(0)

/** Its light and its colours, each in %. */
export const grade = effect('grade', {
  schema: z
    .strictObject({ exposure: shade, contrast: shade, saturation: shade, warmth: shade })
    .nullable()
    .default(null),
  label: 'values.adjustLightAndColour',
  fresh: { exposure: 0, contrast: 0, saturation: 0, warmth: 0 },
  fields: [
    { path: 'exposure', label: 'values.exposure', type: 'percent' },
    { path: 'contrast', label: 'values.contrast', type: 'percent' },
    { path: 'saturation', label: 'values.saturation', type: 'percent' },
    { path: 'warmth', label: 'values.warmth', type: 'percent' },
  ],
  work({ exposure, contrast, saturation, warmth }) {
    if (exposure === 0 && contrast === 0 && saturation === 0 && warmth === 0) return undefined
    return {
      exposure: exposure / 100,
      contrast: contrast / 100,
      saturation: saturation / 100,
      warmth: warmth / 100,
      dim: 0,
    }
  },
})
