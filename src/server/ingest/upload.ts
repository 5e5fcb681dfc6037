import { z } from 'zod'
import { access, readdir, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { FileUse } from '@/core/lesson/fileUse'
import { wellFormed } from '@/core/values'
import { addJob, change, forgetJob, jobsIn, release, type StoredJob } from '../jobs'
import { Problem } from '../problem'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { inWords, said } from '../../words/words'

/**
 * What an upload is for: the lesson it goes into and what it came together with. `act` stands for the bringing in: a
 * window that lost the answer to its last piece sends the file again, as another upload of the same act.
 */
export const ImportPayload = z.object({
  size: z.number(),
  selected: z.array(z.string()),
  act: z.string().optional(),
  /** Which of the files it was that were picked together. */
  place: z.number().optional(),
  /** What it is for, where that was said, and at which frame a sound is laid. */
  use: FileUse.optional(),
  frame: z.number().optional(),
  /** The way to the lesson in the lesson that it goes into. */
  way: z.array(z.string()).optional(),
})
export type ImportPayload = z.infer<typeof ImportPayload>
export const uploadsFolder = (): string => path.join(dataRoot(), 'uploads')
export const uploadFile = (job: StoredJob): string => path.join(uploadsFolder(), job.subject)
export const uploadThere = (job: StoredJob): Promise<boolean> =>
  access(uploadFile(job)).then(
    () => true,
    () => false,
  )
export async function dropUpload(job: StoredJob): Promise<void> {
  for (const file of [uploadFile(job), `${uploadFile(job)}.json`]) await rm(file, { force: true })
}

const LARGEST_TEXT = 1024 ** 3
/** A file takes its own size, and about once more for the copies that are made of it. */
const COPIES = 2
const DAY_MS = 86_400_000

/**
 * Notes down an upload that is about to be sent, with what it is for.
 *
 * @throws Problem 507 when there is no room for it, 413 when it is too large, 400 and 411 when it does not say what it
 * is
 */
export async function beginUpload(
  id: string,
  size: number | undefined,
  metadata: Record<string, string | null>,
): Promise<void> {
  const name = wellFormed(metadata.filename ?? '')
    .trim()
    .slice(0, 255)
  if (name === '') throw new Problem(400, said('ingest.aFileWithoutAName'))
  if (size === undefined) throw new Problem(411, said('ingest.isNotTakenWhoeverSends', name))
  if (isText(name) && size > LARGEST_TEXT) throw new Problem(413, said('ingest.isLargerThan1Gb', name))
  const coming = (await jobsIn(['sending'], 'import')).map((j) => (j.payload as ImportPayload).size)
  await needRoom(`“${name}”`, size * COPIES + coming.reduce((a, b) => a + b, 0))
  const selected = (metadata.selected ?? '').split(',').filter(Boolean).slice(0, 50)
  await addJob({
    kind: 'import',
    lesson: metadata.lesson || null,
    subject: id,
    batch: metadata.batch?.slice(0, 40) ?? null,
    name,
    payload: {
      size,
      selected,
      ...(/^\d{1,4}$/.test(metadata.place ?? '') && { place: Number(metadata.place) }),
      ...(FileUse.safeParse(metadata.use).success && { use: metadata.use as FileUse }),
      ...(/^\d{1,7}$/.test(metadata.frame ?? '') && { frame: Number(metadata.frame) }),
      ...(metadata.act && { act: metadata.act.slice(0, 30) }),
      ...(metadata.way && { way: metadata.way.split(',').slice(0, 20) }),
    } satisfies ImportPayload,
    state: 'sending',
  })
}

/** Whether a file is a trace, captions or a script, by its name: what it holds is looked at later. */
export const isText = (name: string): boolean => /\.(jsonl|vtt|srt|txt|md|markdown)$/i.test(name)

/**
 * Lets every import begin whose file is here whole. Told by the files themselves, so that it can be asked at any time,
 * also after a crash.
 */
export async function settleUploads(): Promise<void> {
  for (const job of await jobsIn(['sending'], 'import')) {
    const facts = await stat(uploadFile(job)).catch(() => null)
    if (facts && facts.size >= (job.payload as ImportPayload).size) await release(job)
    else if ((facts?.mtimeMs ?? job.createdAt.getTime()) < Date.now() - DAY_MS) {
      await dropUpload(job)
      await change(job, {
        state: 'failed',
        step: inWords('ingest.stopped'),
        sentence: inWords('ingest.wasNotSentToIts', job.name),
        endedAt: new Date(),
      })
    }
  }
}
export async function forgetUpload(id: string): Promise<void> {
  for (const job of await jobsIn(['sending'], 'import')) if (job.subject === id) await forgetJob(job.id)
}
/** Removes pieces of uploads that no job knows of. */
export async function sweepUploads(): Promise<void> {
  const known = new Set(
    (await jobsIn(['sending', 'waiting', 'running', 'failed', 'cancelled'], 'import')).map((j) => j.subject),
  )
  for (const name of await readdir(uploadsFolder()).catch(() => [])) {
    const file = path.join(uploadsFolder(), name)
    const age = Date.now() - ((await stat(file).catch(() => null))?.mtimeMs ?? Date.now())
    if (!known.has(name.replace(/\.json$/, '')) && age > DAY_MS) await rm(file, { force: true })
  }
}
