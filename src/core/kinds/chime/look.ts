import { z } from 'zod'
import { MOMENTS_THAT } from '../../lesson/momentKinds'

/** A short sound that is heard each time something happens. */
export const ChimeLook = z.strictObject({
  kind: z.literal('chime'),
  media: z.string().max(100),
  /** At every click or key of its span; or as elements come, move and go. */
  at: z.enum([...MOMENTS_THAT.areChimed, 'arrives', 'moves', 'leaves']).default('click'),
  /** Of which element it goes by coming, moving and going; null: of all that are put on the picture. */
  of: z.string().max(200).nullable().default(null),
  /** So many variants of it follow each other in its medium, all equally long: which one is heard is chance. */
  variants: z.number().int().min(1).max(64).default(1),
  /** By which chance chooses. */
  chance: z.number().int().min(0).max(9999).default(1),
  levelDb: z.number().min(-60).max(24).default(-10),
  /** By how much it is lowered while words are spoken, in dB; 0: it is not. */
  duckDb: z.number().min(-60).max(0).default(0),
  muted: z.boolean().default(false),
})
export type ChimeLook = z.infer<typeof ChimeLook>
