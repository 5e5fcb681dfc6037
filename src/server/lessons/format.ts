import { and, asc, eq } from 'drizzle-orm'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { patchesBetween } from '@/core/edits'
import { LESSON_VERSION, type Lesson } from '@/core/lesson/schema'
import { written } from '@/core/lesson/written'
import { database } from '../db/client'
import { edits, lessons } from '../db/schema'
import { Problem } from '../problem'
import { asTodaySharing } from './parsed'
import { said } from '../../words/words'

enablePatches()

/**
 * Refuses a window that knows another format of lessons than this program, as one does that was opened before an
 * update. It waits, and keeps what it has not stored until it is loaded anew.
 *
 * @throws Problem 503
 */
export function needToday(format: number | undefined): void {
  if (format !== LESSON_VERSION) throw new Problem(503, said('history.vividVaneHasBeenUpdated'))
}

interface Step {
  id: number
  patches: Patch[]
  inverse: Patch[]
}
/**
 * The steps of a history as today's format has them.
 *
 * @param doc   the document as it stands, as it was stored
 * @param past  the steps that lead to it, the first one first
 * @param next  those that were undone, the next one first
 * @returns     what could be converted, from the document outwards: a step that does not fit its document ends that way
 */
export function convertedHistory(doc: unknown, past: readonly Step[], next: readonly Step[]): Step[] {
  const out: Step[] = []
  const walk = (steps: readonly Step[], way: 'inverse' | 'patches') => {
    let then = doc
    let now: Lesson = asTodaySharing(then)
    for (const step of steps) {
      let other: unknown
      let lesson: Lesson
      try {
        other = applyPatches(then as object, step[way])
        lesson = asTodaySharing(other)
      } catch {
        return
      }
      const [from, to] = way === 'patches' ? [now, lesson] : [lesson, now]
      out.push({ id: step.id, patches: patchesBetween(from, to), inverse: patchesBetween(to, from) })
      then = other
      now = lesson
    }
  }
  walk(past.toReversed(), 'inverse')
  walk(next, 'patches')
  return out
}

/**
 * Brings a lesson that an older program stored to today's format, with all of its history, and keeps the document as it
 * was. Nothing is done to one that is of today's format.
 */
export async function bringToToday(id: string): Promise<void> {
  const [stored] = await database().select({ format: lessons.format }).from(lessons).where(eq(lessons.id, id))
  if (!stored || stored.format === LESSON_VERSION) return
  if (stored.format > LESSON_VERSION) throw new Problem(409, said('history.thisLessonWasKeptBy'))
  await database().transaction(async (tx) => {
    const [row] = await tx.select().from(lessons).where(eq(lessons.id, id)).for('update')
    if (!row || row.format === LESSON_VERSION) return
    const steps = await tx
      .select({ id: edits.id, patches: edits.patches, inverse: edits.inverse, undone: edits.undone })
      .from(edits)
      .where(and(eq(edits.lesson, id), eq(edits.format, row.format)))
      .orderBy(asc(edits.seq))
    const [past, next] = [steps.filter((s) => !s.undone), steps.filter((s) => s.undone)]
    for (const step of convertedHistory(row.doc, past, next))
      await tx
        .update(edits)
        .set({ patches: step.patches, inverse: step.inverse, format: LESSON_VERSION })
        .where(eq(edits.id, step.id))
    await tx
      .update(lessons)
      .set({ doc: written(asTodaySharing(row.doc)), before: row.doc, format: LESSON_VERSION })
      .where(eq(lessons.id, id))
  })
}
