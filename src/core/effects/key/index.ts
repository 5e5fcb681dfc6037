import { z } from 'zod'
import { Colour } from '../../values'
import { effect } from '../effect'

/** A colour seen through: how unlike it others may be, how softly it ends, how much of its shine is taken off. */
export const key = effect('key', {
  schema: z
    .strictObject({
      colour: Colour,
      reach: z.number().min(0).max(100),
      soft: z.number().min(0).max(100),
      spill: z.number().min(0).max(100),
    })
    .nullable()
    .default(null),
  label: 'values.removeAColourChromaKey',
  fresh: { colour: '#00b140', reach: 18, soft: 12, spill: 60 },
  seen: { colour: 'screen' },
  fields: [
    { path: 'colour', label: 'values.colourToRemove', type: 'colour', picked: true },
    { path: 'reach', label: 'values.tolerance', type: 'percent' },
    { path: 'soft', label: 'values.softEdge', type: 'percent' },
    { path: 'spill', label: 'values.removeColourSpill', type: 'percent' },
  ],
  work: ({ colour, reach, soft, spill }) => ({ colour, reach: reach / 100, soft: soft / 100, spill: spill / 100 }),
})
