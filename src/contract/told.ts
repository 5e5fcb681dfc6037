import { z } from 'zod'
import { LONGEST_TOLD, type Told } from '@/words/told'

const named: z.ZodType<Exclude<Told, string>['filled'][number]> = z.lazy(() =>
  z.union([
    z.string().max(LONGEST_TOLD.filled),
    z.number(),
    z.object({ word: z.string().max(80), filled: z.array(named).max(12) }),
  ]),
)
/** What is told, as it is sent and stored: a sentence by its name, or, of what was stored before, the text itself. */
export const toldSchema = z.union([
  z.string().min(1).max(LONGEST_TOLD.read),
  z.object({
    word: z.string().max(80),
    filled: z.array(named).max(12),
    read: z.string().min(1).max(LONGEST_TOLD.read),
  }),
]) satisfies z.ZodType<Told>
