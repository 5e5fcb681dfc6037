import { z } from 'zod'
import { Edit } from '@/core/edits'
import { toldSchema } from './told'

/** So many steps can be asked after at once: their ids stand in an address. */
export const STEPS_ASKED = 400
const sent = {
  base: z.number().int(),
  client: z.string().max(40),
  /** Given by the window; a step that comes a second time is answered as the first one was. */
  step: z.string().min(1).max(40).optional(),
}
/**
 * One step of a lesson: an edit, which is made on the lesson as it is, whatever `base` the window had; or one step back
 * or forward in its history, from just that `base`.
 */
export const Step = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('edit'),
    ...sent,
    label: toldSchema,
    edit: Edit,
    /** Of the ids of what the edit makes. */
    seed: z.string().min(1).max(40),
  }),
  z.object({ do: z.literal('undo'), ...sent }),
  z.object({ do: z.literal('redo'), ...sent }),
])
export type Step = z.infer<typeof Step>

/** What came of a step: the revision after it; `merged`, when it was made on more than the window knew of. */
export const Taken = z.object({ revision: z.number(), merged: z.boolean() })
export type Taken = z.infer<typeof Taken>
