import { and, asc, desc, eq } from 'drizzle-orm'
import { applyPatches, enablePatches } from 'immer'
import { z } from 'zod'
import { checkLesson } from '@/core/lesson/check'
import { database } from '../db/client'
import { edits, lessons } from '../db/schema'
import { tell } from '../events'
import { Problem } from '../problem'
import { asToday, noSuchLesson } from './store'

enablePatches()
const Patch = z.object({ op: z.enum(['replace', 'remove', 'add']), path: z.array(z.union([z.string().max(200), z.number().int().min(0)])).max(12), value: z.unknown().optional() })
/** One step of a lesson, made against `base`: an edit, or one step back or forward in its history. */
export const Step = z.discriminatedUnion('do', [
  z.object({ do: z.literal('edit'), base: z.number().int(), client: z.string().max(40), label: z.string().min(1).max(200), patches: z.array(Patch).min(1), inverse: z.array(Patch) }),
  z.object({ do: z.literal('undo'), base: z.number().int(), client: z.string().max(40) }),
  z.object({ do: z.literal('redo'), base: z.number().int(), client: z.string().max(40) }),
])
export type Step = z.infer<typeof Step>

/**
 * Takes one step and stores it before it answers. The lesson's row is locked meanwhile, so two
 * windows cannot both build on the same revision.
 *
 * @throws Problem 409 when the lesson has moved on from `base`; 422 when the lesson would be at fault
 */
export async function takeStep(id: string, step: Step): Promise<{ revision: number }> {
  const told = await database().transaction(async (tx) => {
    const [row] = await tx.select().from(lessons).where(eq(lessons.id, id)).for('update')
    if (!row || row.removedAt) throw noSuchLesson()
    if (row.revision !== step.base) throw new Problem(409, 'Another window changed this lesson in the meantime.', { revision: row.revision })
    const change = step.do === 'edit' ? { ...step } : await neighbour(step.do)
    const forward = step.do === 'undo' ? change.inverse : change.patches
    let doc: unknown
    try { doc = applyPatches(asToday(row.doc), forward as never) } catch { throw new Problem(422, 'This change does not fit the lesson. Load the page again.') }
    const checked = checkLesson(doc)
    if (!checked.lesson) throw new Problem(422, `This change was not kept: ${checked.faults[0]!.at}: ${checked.faults[0]!.sentence}.`)
    const revision = row.revision + 1
    const now = new Date()
    if (step.do === 'edit') {
      await tx.delete(edits).where(and(eq(edits.lesson, id), eq(edits.undone, true)))
      const [last] = await tx.select({ seq: edits.seq }).from(edits).where(eq(edits.lesson, id)).orderBy(desc(edits.seq)).limit(1)
      await tx.insert(edits).values({ lesson: id, seq: (last?.seq ?? 0) + 1, label: step.label, patches: step.patches as never, inverse: step.inverse as never, at: now })
    } else await tx.update(edits).set({ undone: step.do === 'undo' }).where(and(eq(edits.lesson, id), eq(edits.seq, change.seq!)))
    await tx.update(lessons).set({ doc: checked.lesson, name: checked.lesson.name, revision, updatedAt: now }).where(eq(lessons.id, id))
    return { revision, label: change.label }

    async function neighbour(way: 'undo' | 'redo'): Promise<{ seq?: number; label: string; patches: unknown; inverse: unknown }> {
      const undone = way === 'redo'
      const [next] = await tx.select().from(edits).where(and(eq(edits.lesson, id), eq(edits.undone, undone))).orderBy(undone ? asc(edits.seq) : desc(edits.seq)).limit(1)
      if (!next) throw new Problem(409, undone ? 'There is nothing to do again.' : 'There is nothing to undo.', { revision: row!.revision })
      return next
    }
  })
  tell({ about: 'lesson', lesson: id, revision: told.revision, client: step.client, label: told.label })
  return { revision: told.revision }
}
