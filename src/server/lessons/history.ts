import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { applyPatches, enablePatches, type Patch as ImmerPatch } from 'immer'
import { z } from 'zod'
import { applyEdit, type Edit } from '@/core/edits'
import { checkLesson } from '@/core/review/check'
import type { Lesson } from '@/core/lesson/schema'
import { database, type Database } from '../db/client'
import { edits, lessons, stepsTaken } from '../db/schema'
import { tell } from '../events'
import { Problem } from '../problem'
import { asToday, parsed } from './parsed'
import { briefOf, noSuchLesson } from './store'

enablePatches()
const LABEL = 200
const key = z.union([z.string().max(200), z.number().int().min(0)])
const Patch = z.object({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(key).max(12),
  value: z.unknown().optional(),
})
const sent = {
  base: z.number().int(),
  client: z.string().max(40),
  /** Given by the window; a step that comes a second time is answered as the first one was. */
  step: z.string().min(1).max(40).optional(),
}
/** One step of a lesson, made against `base`: an edit, or one step back or forward in its history. */
export const Step = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('edit'),
    ...sent,
    label: z.string().min(1).max(LABEL),
    patches: z.array(Patch).min(1),
    inverse: z.array(Patch),
  }),
  z.object({ do: z.literal('undo'), ...sent }),
  z.object({ do: z.literal('redo'), ...sent }),
])
export type Step = z.infer<typeof Step>

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]
type Row = typeof lessons.$inferSelect
interface Way {
  seq?: number
  label: string
  patches: unknown
  inverse: unknown
}

/** A lesson's row, locked until the transaction ends. @throws Problem 404 */
async function locked(tx: Transaction, id: string): Promise<Row> {
  const [row] = await tx.select().from(lessons).where(eq(lessons.id, id)).for('update')
  if (!row || row.removedAt) throw noSuchLesson()
  return row
}

/** Stores what a lesson has become, as one more edit at the end of its history. */
async function append(tx: Transaction, row: Row, lesson: Lesson, way: Way): Promise<number> {
  await tx.delete(edits).where(and(eq(edits.lesson, row.id), eq(edits.undone, true)))
  const last = await tx
    .select({ seq: edits.seq })
    .from(edits)
    .where(eq(edits.lesson, row.id))
    .orderBy(desc(edits.seq))
    .limit(1)
  const seq = (last[0]?.seq ?? 0) + 1
  await tx.insert(edits).values({
    lesson: row.id,
    seq,
    label: way.label,
    patches: way.patches as never,
    inverse: way.inverse as never,
    at: new Date(),
  })
  return store(tx, row, lesson)
}
async function store(tx: Transaction, row: Row, lesson: Lesson): Promise<number> {
  const revision = row.revision + 1
  await tx
    .update(lessons)
    .set({ doc: lesson, brief: briefOf(lesson), name: lesson.name, revision, updatedAt: new Date() })
    .where(eq(lessons.id, row.id))
  return revision
}

/**
 * Takes one step and stores it before it answers. The lesson's row is locked meanwhile, so two
 * windows cannot both build on the same revision.
 *
 * @throws Problem 409 when the lesson has moved on from `base`; 422 when the lesson would be at fault
 */
export async function takeStep(id: string, step: Step): Promise<{ revision: number }> {
  const told = await database().transaction(async (tx) => {
    const row = await locked(tx, id)
    const known = step.step && (await taken(tx, id, step.step))
    if (known) return { revision: known.revision, label: null }
    if (row.revision !== step.base)
      throw new Problem(409, 'Another window changed this lesson in the meantime.', { revision: row.revision })
    const way: Way = step.do === 'edit' ? step : await neighbour(tx, row, step.do)
    let doc: unknown
    try {
      doc = applyPatches(parsed(row), (step.do === 'undo' ? way.inverse : way.patches) as never)
    } catch {
      throw new Problem(422, 'This change does not fit the lesson. Load the page again.')
    }
    const lesson = faultless(doc, parsed(row))
    const revision = step.do === 'edit' ? await append(tx, row, lesson, way) : await store(tx, row, lesson)
    if (step.do !== 'edit')
      await tx
        .update(edits)
        .set({ undone: step.do === 'undo' })
        .where(and(eq(edits.lesson, id), eq(edits.seq, way.seq!)))
    if (step.step) await remember(tx, id, step.step, revision)
    return { revision, label: way.label }
  })
  if (told.label !== null)
    tell({ about: 'lesson', lesson: id, revision: told.revision, client: step.client, label: told.label })
  return { revision: told.revision }
}

/**
 * Makes an edit on a lesson as it is now, whoever changed it last; for what the server itself does to a lesson.
 *
 * @param step  its id: made once, however often it is asked for
 * @returns null when there was nothing to change
 * @throws Problem 404 when the lesson is gone, 422 when it would be at fault
 */
export async function makeEdit(id: string, step: string, label: string, edit: Edit): Promise<Lesson | null> {
  const told = await database().transaction(async (tx) => {
    const row = await locked(tx, id)
    if (await taken(tx, id, step)) return null
    const result = applyEdit(parsed(row), edit)
    if (!('edited' in result)) {
      if (result.refused) throw new Problem(422, result.refused)
      return null
    }
    const { patches, inverse } = result.edited
    const lesson = faultless(result.edited.lesson, parsed(row))
    const revision = await append(tx, row, lesson, { label: label.slice(0, LABEL), patches, inverse })
    await remember(tx, id, step, revision)
    return { lesson, revision }
  })
  if (told) tell({ about: 'lesson', lesson: id, revision: told.revision, client: 'server', label })
  return told?.lesson ?? null
}

async function taken(tx: Transaction, lesson: string, step: string) {
  return (
    await tx
      .select()
      .from(stepsTaken)
      .where(and(eq(stepsTaken.lesson, lesson), eq(stepsTaken.step, step)))
  )[0]
}
const remember = (tx: Transaction, lesson: string, step: string, revision: number) =>
  tx.insert(stepsTaken).values({ lesson, step, revision, at: new Date() })

/** A lesson after a change, which answers for what it breaks, not for what was amiss before. */
function faultless(doc: unknown, before: Lesson): Lesson {
  const { lesson, faults } = checkLesson(doc)
  if (lesson) return lesson
  const old = new Set(checkLesson(before).faults.map((f) => f.sentence))
  const fresh = faults.find((f) => !old.has(f.sentence))
  if (fresh) throw new Problem(422, `This change was not kept: ${fresh.at}: ${fresh.sentence}.`)
  return asToday(doc)
}

async function neighbour(tx: Transaction, row: Row, way: 'undo' | 'redo'): Promise<Way> {
  const undone = way === 'redo'
  const [next] = await tx
    .select()
    .from(edits)
    .where(and(eq(edits.lesson, row.id), eq(edits.undone, undone)))
    .orderBy(undone ? asc(edits.seq) : desc(edits.seq))
    .limit(1)
  if (!next)
    throw new Problem(409, undone ? 'There is nothing to do again.' : 'There is nothing to undo.', {
      revision: row.revision,
    })
  return next
}

/** Which of these steps a lesson has taken. */
export async function stepsKnown(id: string, steps: readonly string[]): Promise<string[]> {
  if (steps.length === 0) return []
  const rows = await database()
    .select({ step: stepsTaken.step })
    .from(stepsTaken)
    .where(and(eq(stepsTaken.lesson, id), inArray(stepsTaken.step, [...steps])))
  return rows.map((r) => r.step)
}

export interface HistoryEntry {
  label: string
  patches: ImmerPatch[]
  inverse: ImmerPatch[]
}
/** A stretch of a lesson's history next to where it stands, and how many edits lie beyond it. */
export interface Stretch {
  entries: HistoryEntry[]
  beyond: number
}
/**
 * What comes along with a lesson, so that a large step of long ago does not hold it up; the rest is fetched when it is
 * wanted.
 */
export const AT_HAND = { bytes: 512 * 1024, fewest: 0 }

/**
 * The edits that can be undone next (oldest first, the last is the next one to undo), or done again next (the first is
 * the next one). As many as `most`, and no more than so many `bytes` of them, but `fewest` at least.
 */
export async function stretchOf(
  id: string,
  way: 'undo' | 'redo',
  { most = 200, bytes = 24 * 1024 * 1024, fewest = 1 } = {},
): Promise<Stretch> {
  const here = and(eq(edits.lesson, id), eq(edits.undone, way === 'redo'))
  const order = way === 'undo' ? desc(edits.seq) : asc(edits.seq)
  const sizes = await database()
    .select({ seq: edits.seq, bytes: sql<number>`length(${edits.patches}) + length(${edits.inverse})` })
    .from(edits)
    .where(here)
    .orderBy(order)
    .limit(most)
  let sum = 0
  const fits = sizes
    .filter((s, i) => {
      sum += Number(s.bytes)
      return i < fewest || sum <= bytes
    })
    .map((s) => s.seq)
  const [all] = await database()
    .select({ n: sql<number>`count(*)` })
    .from(edits)
    .where(here)
  const rows =
    fits.length === 0
      ? []
      : await database()
          .select({ label: edits.label, patches: edits.patches, inverse: edits.inverse })
          .from(edits)
          .where(and(eq(edits.lesson, id), inArray(edits.seq, fits)))
          .orderBy(asc(edits.seq))
  return { entries: rows, beyond: Number(all?.n ?? 0) - rows.length }
}
