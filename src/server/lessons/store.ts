import { type LessonRow } from '@/contract/routes'
import { and, desc, eq, isNull, like, sql } from 'drizzle-orm'
import { lessonAt } from '@/core/edits'
import { emptyLesson, UNNAMED } from '@/core/lesson/make'
import { shippedTemplates } from '@/core/ready'
import { USUAL_STYLE } from '@/core/styles'
import { LESSON_VERSION, type Lesson } from '@/core/lesson/schema'
import { written } from '@/core/lesson/written'
import { isClip } from '@/core/kinds'
import { resolve } from '@/core/timing'
import { database } from '../db/client'
import { lessons, type LessonBrief } from '../db/schema'
import { tell } from '../events'
import { learnFaces } from '../library/faces/learn'
import { newId } from '../ids'
import { listKept } from '../library/kept'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { bringToToday } from './format'
import { asToday, parsed, parsedBefore } from './parsed'
import { inWords, said } from '../../words/words'
import { told } from '../../words/told'

export const briefOf = (l: Lesson): LessonBrief => ({
  frames: resolve(l).length,
  rate: l.rate,
  width: l.frame.width,
  height: l.frame.height,
  elements: l.elements.filter((e) => !isClip(e)).length,
})

export const noSuchLesson = (): Problem => new Problem(404, said('history.thisLessonIsNotIn'))

/** The lessons that are not removed, latest first; `search` finds a part of the name. */
export async function listLessons(search = ''): Promise<LessonRow[]> {
  const term = `%${search.replace(/[\\%_]/g, (c) => `\\${c}`)}%`
  const columns = {
    id: lessons.id,
    name: lessons.name,
    revision: lessons.revision,
    brief: lessons.brief,
    updatedAt: lessons.updatedAt,
  }
  const rows = await database()
    .select(columns)
    .from(lessons)
    .where(and(isNull(lessons.removedAt), search ? like(lessons.name, term) : undefined))
    .orderBy(desc(lessons.updatedAt))
    .limit(500)
  return Promise.all(
    rows.map(async ({ brief, updatedAt, ...row }) => ({
      ...row,
      ...(brief ?? (await brieflyFrom(row.id))),
      updatedAt: updatedAt.toISOString(),
    })),
  )
}
/** Fills in what a lesson of an older program has no column for. */
async function brieflyFrom(id: string): Promise<LessonBrief> {
  const [row] = await database().select({ doc: lessons.doc }).from(lessons).where(eq(lessons.id, id))
  const brief = briefOf(asToday(row!.doc))
  await database()
    .update(lessons)
    .set({ brief })
    .where(and(eq(lessons.id, id), isNull(lessons.brief)))
  return brief
}

export async function createLesson(lesson: Lesson): Promise<string> {
  const id = newId()
  const now = new Date()
  await database()
    .insert(lessons)
    .values({
      id,
      name: lesson.name,
      doc: written(lesson),
      format: LESSON_VERSION,
      brief: briefOf(lesson),
      createdAt: now,
      updatedAt: now,
    })
  return id
}
export const createEmpty = (name: string): Promise<string> => createLesson({ ...emptyLesson(name), style: USUAL_STYLE })

/**
 * A lesson that begins as a template, one of the team's or one that ships.
 *
 * @throws Problem 404 when there is none of that id any more
 */
export async function createFromTemplate(id: string): Promise<string> {
  const shipped = shippedTemplates().find((t) => t.id === id)
  if (shipped) return createLesson({ ...shipped.lesson, name: UNNAMED })
  const own = (await listKept('template')).find((k) => k.id === id)
  if (own?.kind !== 'template') throw new Problem(404, said('history.thisTemplateIsNotKept'))
  return createLesson({ ...own.doc.lesson, name: own.name })
}

export async function readLesson(id: string): Promise<{ lesson: Lesson; revision: number }> {
  const here = and(eq(lessons.id, id), isNull(lessons.removedAt))
  const [now] = await database()
    .select({ revision: lessons.revision, format: lessons.format })
    .from(lessons)
    .where(here)
  if (!now) throw noSuchLesson()
  if (now.format !== LESSON_VERSION) await bringToToday(id)
  const known = parsedBefore(id, now.revision)
  if (known) return { lesson: known, revision: now.revision }
  const [row] = await database()
    .select({ id: lessons.id, revision: lessons.revision, doc: lessons.doc })
    .from(lessons)
    .where(here)
  if (!row) throw noSuchLesson()
  const lesson = parsed(row)
  await learnFaces(lesson, dataRoot())
  return { lesson, revision: row.revision }
}

/**
 * A lesson, or one that is placed in it, as it is now; null where it is gone. That the database is away just now says
 * nothing about it.
 *
 * @param way  the parts that lead to one in it
 * @throws what reading it throws otherwise
 */
export const lessonThere = (id: string, way: readonly string[] = []): Promise<Lesson | null> =>
  readLesson(id).then(
    ({ lesson }) => lessonAt(lesson, way) ?? null,
    (e: unknown) => {
      if (e instanceof Problem && e.status === 404) return null
      throw e
    },
  )

export async function duplicateLesson(id: string): Promise<string> {
  const { lesson } = await readLesson(id)
  return createLesson({ ...lesson, name: inWords('history.copy', lesson.name).slice(0, 200) })
}

/** Puts a lesson away, or back. Its edits and media stay, so that nothing is lost. */
export async function setRemoved(id: string, removed: boolean): Promise<void> {
  const [done] = await database()
    .update(lessons)
    .set({ removedAt: removed ? new Date() : null })
    .where(eq(lessons.id, id))
  if (done.affectedRows === 0) throw noSuchLesson()
  tell({
    about: 'lesson',
    lesson: id,
    revision: -1,
    client: '',
    label: told(removed ? 'history.removed' : 'history.putBack'),
    removed,
  })
}

export async function countLessons(): Promise<number> {
  const [row] = await database()
    .select({ n: sql<number>`count(*)` })
    .from(lessons)
  return Number(row?.n ?? 0)
}
