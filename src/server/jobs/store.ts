import { and, desc, eq, inArray, lt, notInArray, sql } from 'drizzle-orm'
import type { Job, JobFacts, JobKindName, JobState } from '@/contract/news'
import { database } from '../db/client'
import { jobs, lessons } from '../db/schema'
import { tell } from '../events'
import { newId } from '../ids'
import { Problem } from '../problem'
import { inWords, said } from '../../words/words'
import { toldInWords } from '../../words/told'

/** A job with what it needs to be done. */
export type StoredJob<P = unknown> = Omit<typeof jobs.$inferSelect, 'payload'> & { payload: P }
export const OVER: JobState[] = ['done', 'failed', 'cancelled']

const told = {
  id: jobs.id,
  kind: jobs.kind,
  lesson: jobs.lesson,
  subject: jobs.subject,
  batch: jobs.batch,
  name: jobs.name,
  state: jobs.state,
  step: jobs.step,
  share: jobs.share,
  sentence: jobs.sentence,
  facts: jobs.facts,
  createdAt: jobs.createdAt,
}

export const asTold = (j: Omit<StoredJob, 'payload' | 'tries' | 'endedAt' | 'batch'>): Job => ({
  id: j.id,
  kind: j.kind,
  lesson: j.lesson,
  subject: j.subject,
  name: j.name,
  state: j.state,
  step: j.step,
  share: j.share,
  sentence: j.sentence && toldInWords(j.sentence),
  facts: j.facts,
  createdAt: j.createdAt.toISOString(),
})
export const news = (job: StoredJob): void => tell({ about: 'job', job: asTold(job) })

export interface NewJob {
  kind: JobKindName
  lesson: string | null
  subject: string
  name: string
  batch?: string | null
  payload: unknown
  state?: JobState
  facts?: JobFacts
}
export async function insertJob(wanted: NewJob): Promise<StoredJob> {
  const state = wanted.state ?? 'waiting'
  const job: StoredJob = {
    id: newId(),
    kind: wanted.kind,
    lesson: wanted.lesson,
    subject: wanted.subject,
    batch: wanted.batch ?? null,
    name: wanted.name.slice(0, 255),
    payload: wanted.payload,
    state,
    step: state === 'sending' ? inWords('jobs.sending') : inWords('jobs.waiting'),
    share: 0,
    sentence: null,
    facts: wanted.facts ?? {},
    tries: 0,
    createdAt: new Date(),
    endedAt: null,
  }
  await database().insert(jobs).values(job)
  news(job)
  return job
}

/** Which revision a lesson has; undefined where it is gone, or cannot be asked after now. */
export async function revisionOf(lesson: string): Promise<number | undefined> {
  const found = database().select({ revision: lessons.revision }).from(lessons).where(eq(lessons.id, lesson))
  return (await found.catch(() => []))[0]?.revision
}

/** @throws Problem 404 */
export async function readJob(id: string): Promise<StoredJob> {
  const [row] = await database().select().from(jobs).where(eq(jobs.id, id))
  if (!row) throw new Problem(404, said('jobs.thisIsNotInThe'))
  return row
}
export const jobsIn = (states: JobState[], kind?: JobKindName): Promise<StoredJob[]> =>
  database()
    .select()
    .from(jobs)
    .where(and(inArray(jobs.state, states), kind ? eq(jobs.kind, kind) : undefined))
    .orderBy(jobs.createdAt, jobs.id)

/** What was brought in together. */
export const batchOf = (batch: string): Promise<StoredJob[]> =>
  database().select().from(jobs).where(eq(jobs.batch, batch))

/** What is under way, and of what is over the latest 200; the latest first. */
export async function listJobs(kind?: JobKindName): Promise<Job[]> {
  const ofKind = kind ? eq(jobs.kind, kind) : undefined
  const [open, over] = await Promise.all([
    database()
      .select(told)
      .from(jobs)
      .where(and(ofKind, notInArray(jobs.state, OVER))),
    database()
      .select(told)
      .from(jobs)
      .where(and(ofKind, inArray(jobs.state, OVER)))
      .orderBy(desc(jobs.createdAt))
      .limit(200),
  ])
  return [...open, ...over].map(asTold).sort((a, b) => b.createdAt.localeCompare(a.createdAt))
}

/** Writes what changed of a job and tells of it. */
export async function change(job: StoredJob, to: Partial<StoredJob>): Promise<void> {
  Object.assign(job, to)
  await database().update(jobs).set(to).where(eq(jobs.id, job.id))
  news(job)
}
/** Takes a waiting job to be run; false when another was faster, or it was cancelled. */
export async function claim(job: StoredJob): Promise<boolean> {
  const [done] = await database()
    .update(jobs)
    .set({ state: 'running', tries: sql`${jobs.tries} + 1`, share: 0, sentence: null })
    .where(and(eq(jobs.id, job.id), eq(jobs.state, 'waiting')))
  if (done.affectedRows === 0) return false
  Object.assign(job, { state: 'running', tries: job.tries + 1, share: 0, sentence: null })
  return true
}
export async function deleteJob(job: StoredJob): Promise<void> {
  await database().delete(jobs).where(eq(jobs.id, job.id))
  tell({ about: 'job', job: asTold(job), gone: true })
}
export const overSince = (before: Date): Promise<StoredJob[]> =>
  database()
    .select()
    .from(jobs)
    .where(and(inArray(jobs.state, OVER), lt(jobs.createdAt, before)))

const GONE = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOENT',
  'EPIPE',
  'ETIMEDOUT',
  'PROTOCOL_CONNECTION_LOST',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
])
/**
 * Whether an error says that the database cannot be reached now, and not that something is wrong with what it was
 * asked.
 */
export function isDatabaseAway(e: unknown): boolean {
  for (
    let at = e as { code?: string; syscall?: string; sqlMessage?: string; cause?: unknown } | undefined;
    at;
    at = at.cause as typeof at
  ) {
    if (at.code === 'ENOENT') {
      if (at.syscall === 'connect') return true
    } else if (at.code && GONE.has(at.code)) return true
    if (/closed state|Connection lost|socket has been ended/i.test((at as unknown as Error).message ?? '')) return true
  }
  return false
}
