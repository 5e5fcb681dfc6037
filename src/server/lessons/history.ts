import { type HistoryStretch, type OpenedLesson } from '@/contract/routes'
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { applyEdit, idsFrom, type Edit, readEdit, Unfit } from '@/core/edits'
import { checkLesson } from '@/core/review/check'
import { LESSON_VERSION, type Lesson, type Medium } from '@/core/lesson/schema'
import { written } from '@/core/lesson/written'
import type { Step, Taken } from '@/contract/steps'
import { database, type Database } from '../db/client'
import { edits, lessons, media, stepsTaken } from '../db/schema'
import { tell } from '../events'
import { learnFaces, learnFacesIn } from '../library/faces/learn'
import { isDatabaseAway } from '../jobs'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { bringToToday } from './format'
import { asToday, parsed } from './parsed'
import { briefOf, noSuchLesson, readLesson } from './store'
import { asSentence, inWords, said, type Said } from '../../words/words'
import { told, type Told } from '../../words/told'

enablePatches()
type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]
type Row = typeof lessons.$inferSelect
interface Way {
  seq?: number
  label: Told
  patches: readonly Patch[]
  inverse: readonly Patch[]
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
    patches: [...way.patches],
    inverse: [...way.inverse],
    at: new Date(),
    format: LESSON_VERSION,
  })
  return store(tx, row, lesson)
}
async function store(tx: Transaction, row: Row, lesson: Lesson): Promise<number> {
  const revision = row.revision + 1
  await tx
    .update(lessons)
    .set({
      doc: written(lesson),
      format: LESSON_VERSION,
      brief: briefOf(lesson),
      name: lesson.name,
      revision,
      updatedAt: new Date(),
    })
    .where(eq(lessons.id, row.id))
  return revision
}

/**
 * Takes one step and stores it before it answers. The lesson's row is locked meanwhile, so that two windows cannot both
 * build on the same revision.
 *
 * @throws Problem 409 when a step in the history starts from another revision than the lesson's; 422 when an edit does
 *   not fit the lesson, or the lesson would be at fault
 */
export async function takeStep(id: string, step: Step): Promise<Taken> {
  await bringToToday(id)
  const done = await transacted(id, step).catch((e: unknown) => {
    if (e instanceof Problem || isDatabaseAway(e)) throw e
    // It would fail in the same way however often it came: it is put aside, and what comes behind it goes on.
    console.error(inWords('history.aStepFailed'), e)
    throw new Problem(422, said('history.thisChangeWasNotKept'))
  })
  if (done.label !== null)
    tell({ about: 'lesson', lesson: id, revision: done.revision, client: step.client, label: done.label })
  return { revision: done.revision, merged: done.merged }
}
const transacted = (id: string, step: Step) =>
  database().transaction(async (tx) => {
    const row = await locked(tx, id)
    const known = step.step && (await taken(tx, id, step.step))
    if (known) return { revision: known.revision, merged: known.revision !== row.revision, label: null }
    const merged = row.revision !== step.base
    if (merged && step.do !== 'edit')
      throw new Problem(409, said('history.anotherWindowChangedThisLesson'), { revision: row.revision })
    const { revision, label } =
      step.do === 'edit' ? await takeEdit(tx, row, step) : await takeNeighbour(tx, row, step.do)
    if (step.step) await remember(tx, id, step.step, revision)
    return { revision, merged, label }
  })

async function takeEdit(tx: Transaction, row: Row, { edit, seed, label }: Extract<Step, { do: 'edit' }>) {
  // What text takes up is worked out by its typefaces.
  await learnFaces(parsed(row), dataRoot())
  await learnFacesIn(edit)
  const result = madeOn(parsed(row), edit, seed)
  // What another window has done already stands.
  if (!result) return { revision: row.revision, label: null }
  await inLibrary(tx, parsed(row), result.lesson)
  return { revision: await append(tx, row, result.lesson, { label, ...result }), label }
}

/** One step back or forward in the history, which stays as it is. */
async function takeNeighbour(tx: Transaction, row: Row, way: 'undo' | 'redo') {
  const next = await neighbour(tx, row, way)
  let doc: unknown
  try {
    doc = applyPatches(parsed(row), way === 'undo' ? next.inverse : next.patches)
  } catch {
    throw new Problem(422, said('history.thisChangeDoesNotFit'))
  }
  const revision = await store(tx, row, faultless(doc, parsed(row)))
  await tx
    .update(edits)
    .set({ undone: way === 'undo' })
    .where(and(eq(edits.lesson, row.id), eq(edits.seq, next.seq!)))
  return { revision, label: next.label }
}

/**
 * What an edit makes of a lesson; null when it changes nothing.
 *
 * @throws Problem 422 when it does not fit the lesson, or the lesson would be at fault
 */
function madeOn(lesson: Lesson, sent: unknown, seed: string) {
  let edit: Edit
  try {
    edit = readEdit(sent)
  } catch (e) {
    if (e instanceof Unfit) throw new Problem(422, said('history.thisChangeWasNotKeptLoad', asSentence(e.said)))
    throw e
  }
  const result = applyEdit(lesson, edit, idsFrom(seed))
  if (!('edited' in result)) {
    if (result.refused) throw new Problem(422, result.refused)
    return null
  }
  const { patches, inverse } = result.edited
  return { lesson: faultless(result.edited.lesson, lesson), patches, inverse }
}

/**
 * Makes an edit on a lesson as it is now, whoever changed it last; for what the server itself does to a lesson.
 *
 * @param step  its id: made once, however often it is asked for
 * @returns null when there was nothing to change
 * @throws Problem 404 when the lesson is gone, 422 when it would be at fault
 */
export async function makeEdit(id: string, step: string, label: Said, edit: Edit): Promise<Lesson | null> {
  await bringToToday(id)
  const done = await database().transaction(async (tx) => {
    const row = await locked(tx, id)
    if (await taken(tx, id, step)) return null
    const result = madeOn(parsed(row), edit, step)
    if (!result) return null
    await inLibrary(tx, parsed(row), result.lesson)
    const revision = await append(tx, row, result.lesson, { label: told(label), ...result })
    await remember(tx, id, step, revision)
    return { lesson: result.lesson, revision }
  })
  if (done) tell({ about: 'lesson', lesson: id, revision: done.revision, client: 'server', label: told(label) })
  return done?.lesson ?? null
}

/** The media of a lesson and of those within it, by their content. */
function mediaIn({ media, parts }: Lesson): Map<string, Medium> {
  const inner = Object.values(parts).flatMap((p) => [...mediaIn(p)])
  return new Map([...Object.values(media).map((m) => [m.sha256, m] as const), ...inner])
}
/**
 * Holds the files that a lesson comes to use in the library until it is stored.
 *
 * @throws Problem 422 when one was taken out of it in the meantime
 */
async function inLibrary(tx: Transaction, before: Lesson, after: Lesson): Promise<void> {
  if (before.media === after.media && before.parts === after.parts) return
  const own = mediaIn(before)
  const fresh = [...mediaIn(after)].filter(([sha]) => !own.has(sha))
  if (fresh.length === 0) return
  const shas = fresh.map(([sha]) => sha)
  const rows = await tx.select({ sha: media.sha256 }).from(media).where(inArray(media.sha256, shas)).for('update')
  const there = new Set(rows.map((r) => r.sha))
  for (const [sha, { name }] of fresh)
    if (!there.has(sha)) throw new Problem(422, said('history.wasTakenOutOfThe', name))
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
  if (fresh) throw new Problem(422, said('history.thisChangeWasNotKeptAtSentence', fresh.at, fresh.sentence))
  return asToday(doc)
}

async function neighbour(tx: Transaction, row: Row, way: 'undo' | 'redo'): Promise<Way> {
  const undone = way === 'redo'
  const [next] = await tx
    .select()
    .from(edits)
    .where(and(eq(edits.lesson, row.id), eq(edits.undone, undone), eq(edits.format, LESSON_VERSION)))
    .orderBy(undone ? asc(edits.seq) : desc(edits.seq))
    .limit(1)
  if (!next)
    throw new Problem(409, undone ? said('history.thereIsNothingToDo') : said('history.thereIsNothingToUndo'), {
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
): Promise<HistoryStretch> {
  await bringToToday(id)
  const here = and(eq(edits.lesson, id), eq(edits.undone, way === 'redo'), eq(edits.format, LESSON_VERSION))
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

/** How often a lesson is read anew while others change it. */
const TRIES = 10
/**
 * A lesson as it stands, with which of these steps it has taken and what can be undone and done again: all of one
 * revision, whoever changes it meanwhile.
 *
 * @throws Problem 404 when it is gone
 */
export async function openedLesson(id: string, steps: readonly string[]): Promise<OpenedLesson> {
  for (let tried = 1; ; tried++) {
    const lesson = await readLesson(id)
    const [known, undo, redo] = await Promise.all([
      stepsKnown(id, steps),
      stretchOf(id, 'undo', AT_HAND),
      stretchOf(id, 'redo', AT_HAND),
    ])
    const [now] = await database().select({ revision: lessons.revision }).from(lessons).where(eq(lessons.id, id))
    if (now?.revision === lesson.revision || tried === TRIES) return { ...lesson, known, undo, redo }
  }
}
