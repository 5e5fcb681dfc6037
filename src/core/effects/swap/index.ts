import { z } from 'zod'
import { Colour } from '../../values'
import { effect } from '../effect'

/** One of its colours changed into another; `share` of the way, `reach` how unlike the colour others may be, in %. */
export const swap = effect('swap', {
  schema: z
    .object({ from: Colour, to: Colour, share: z.number().min(0).max(100), reach: z.number().min(1).max(100) })
    .nullable()
    .default(null),
  label: 'values.replaceAColour',
  fresh: { from: '#ffffff', to: '#f4c20d', share: 100, reach: 25 },
  seen: { from: 'main', to: 'beside' },
  fields: [
    { path: 'from', label: 'values.colourToReplace', type: 'colour', picked: true },
    { path: 'to', label: 'values.newColour', type: 'colour' },
    { path: 'share', label: 'values.amount', type: 'percent' },
    { path: 'reach', label: 'values.similarColours', type: 'percent' },
  ],
  work: ({ from, to, share, reach }) => (share > 0 ? { from, to, reach: reach / 100, share: share / 100 } : undefined),
})
