import { z } from 'zod'

/** What to export and how: `from` and `to` bound a passage [from, to) in frames. */
export const ExportChoice = z.object({
  from: z.number().int().min(0).optional(),
  to: z.number().int().min(1).optional(),
  quality: z.enum(['draft', 'good', 'best']).default('good'),
  /** The exported picture's height; its width follows. Absent: the lesson's own size. */
  height: z.number().int().min(90).max(4320).multipleOf(2).optional(),
  /** How loud it is as a whole, in LUFS (EBU R 128). Absent: as it is mixed. */
  loudness: z.number().min(-40).max(-6).optional(),
  /** In which of the lesson's languages. Absent: its own. */
  language: z.string().max(40).optional(),
  /** Whether captions (WebVTT) come with it. */
  captions: z.boolean().optional(),
})
export type ExportChoice = z.infer<typeof ExportChoice>
