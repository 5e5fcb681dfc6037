import { z } from 'zod'
import { mkdir, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { createInterface } from 'node:readline'
import { inLanguage } from '@/core/language'
import type { Lesson } from '@/core/lesson/schema'
import { written } from '@/core/lesson/written'
import { resolve } from '@/core/timing'
import { ENDED_FROM_OUTSIDE, ended, ownCommand, spawnBound } from '../run'
import { addJob, readJob, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { readLesson } from '../lessons/store'
import { Interrupted, Problem } from '../problem'
import { ExportChoice } from '@/contract/exports'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { asIs, inWords, said } from '../../words/words'

const ExportPayload = z.object({
  /** The lesson as it was then; whoever exports it looks at it as at any file. */
  doc: z.custom<Lesson>((doc) => typeof doc === 'object' && doc !== null),
  choice: ExportChoice,
})
type ExportPayload = z.infer<typeof ExportPayload>
type ExportJob = StoredJob<ExportPayload>

const folder = () => path.join(dataRoot(), 'exports')
const fileOf = (id: string): string => path.join(folder(), `${id}.mp4`)
const captionsFileOf = (id: string): string => path.join(folder(), `${id}.vtt`)
const docOf = (id: string): string => path.join(folder(), `${id}.json`)
/** Screen recordings encode to far less; a rough guess upwards. */
const BITS_PER_PIXEL = { draft: 0.03, good: 0.08, best: 0.15 }

/** Puts an export of the lesson, as it is now, into the queue. */
export async function addExport(lesson: string, choice: ExportChoice): Promise<string> {
  const { lesson: doc } = await readLesson(lesson)
  const { language } = choice
  const { length } = resolve(language === undefined ? doc : inLanguage(doc, language))
  const from = choice.from ?? 0
  const to = Math.min(choice.to ?? length, length)
  if (to <= from)
    throw new Problem(422, said('exportJobs.thereIsNothingBetweenFrame', from, to, said('counts.frame', length)))
  if (doc.elements.length === 0) throw new Problem(422, said('exportJobs.thereIsNothingInThis'))
  await needRoom(inWords('exportJobs.theExport'), estimate(doc, choice, to - from))
  const job = await addJob({
    kind: 'export',
    lesson,
    subject: '',
    name: language === undefined ? doc.name : `${doc.name} (${language})`,
    payload: { doc, choice } satisfies ExportPayload,
    facts: { ...choice, frame: 0, of: to - from },
  })
  return job.id
}
function estimate(doc: Lesson, choice: ExportChoice, frames: number): number {
  const scale = (choice.height ?? doc.frame.height) / doc.frame.height
  return (frames * doc.frame.width * doc.frame.height * scale * scale * BITS_PER_PIXEL[choice.quality]) / 8
}

/** The file of an export that is done, or its captions, and what it is called. @throws Problem 409 when it is not */
export async function exportedFile(
  id: string,
  part: 'video' | 'captions' = 'video',
): Promise<{ file: string; name: string }> {
  const job = await readJob(id)
  if (job.kind !== 'export') throw new Problem(404, said('exportJobs.thereIsNoSuchExport'))
  if (job.state !== 'done') throw new Problem(409, said('exportJobs.thisExportIsNotFinished'))
  if (part === 'captions' && !job.facts.captions) throw new Problem(404, said('exportJobs.noCaptionsWereMadeWith'))
  return { file: part === 'video' ? fileOf(id) : captionsFileOf(id), name: job.name }
}

const dropPieces = async ({ id }: ExportJob) => {
  for (const file of [docOf(id), `${fileOf(id)}.part`]) await rm(file, { force: true })
}

/** Each export is a process of its own, the same command that a person can run. */
export const exportKind: JobKind<ExportPayload> = {
  kind: 'export',
  payload: ExportPayload,
  atOnce: 1,
  run,
  tidy: dropPieces,
  forget: async (job) => {
    await dropPieces(job)
    await rm(fileOf(job.id), { force: true })
    await rm(captionsFileOf(job.id), { force: true })
  },
}

async function run(job: ExportJob, { signal, onStep }: JobWork): Promise<Outcome> {
  await mkdir(folder(), { recursive: true })
  const { doc, choice } = job.payload
  await needRoom(inWords('exportJobs.theExport'), estimate(doc, choice, job.facts.of ?? 0))
  await writeFile(docOf(job.id), JSON.stringify(written(doc)))
  const option = (name: string, value: unknown) => (value === undefined ? [] : [`--${name}`, String(value)])
  const { from, to, quality, height, loudness, language, captions } = choice
  const [program, args] = ownCommand('render')
  const child = spawnBound(
    'nice',
    [
      '-n',
      '5',
      program,
      ...args,
      docOf(job.id),
      '--out',
      fileOf(job.id),
      '--media',
      dataRoot(),
      '--json',
      ...option('from', from),
      ...option('to', to),
      ...option('quality', quality),
      ...option('height', height),
      ...option('loudness', loudness === undefined ? undefined : -loudness),
      ...option('language', language),
      ...option('captions', captions ? captionsFileOf(job.id) : undefined),
    ],
    { stdio: ['ignore', 'ignore', 'pipe'] },
  )
  const over = ended(child)
  const stop = () => child.kill('SIGTERM')
  signal.addEventListener('abort', stop)
  let sentence: string | null = null
  let was: number | undefined
  try {
    for await (const line of createInterface({ input: child.stderr! })) {
      const told = parsed(line)
      if (told?.error) sentence = told.error
      else if (told?.lufs !== undefined) was = told.lufs
      else if (told?.frame !== undefined)
        onStep(inWords('exportJobs.exporting'), told.frame / Math.max(1, told.of ?? 1), {
          frame: told.frame,
          of: told.of!,
          framesPerSecond: told.framesPerSecond!,
        })
    }
    const code = await over
    signal.throwIfAborted()
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted(inWords('exportJobs.anExport'))
    if (code !== 0) throw new Problem(422, sentence ? asIs(sentence) : said('exportJobs.theExportStoppedBeforeIts'))
  } finally {
    signal.removeEventListener('abort', stop)
    await over
    await rm(docOf(job.id), { force: true })
  }
  const loud = was !== undefined && loudness !== undefined ? { lufsBefore: was, lufs: loudness } : {}
  return {
    step: inWords('exportJobs.done'),
    facts: { frame: job.facts.of!, bytes: (await stat(fileOf(job.id))).size, ...loud },
  }
}
function parsed(
  line: string,
): { frame?: number; of?: number; framesPerSecond?: number; error?: string; lufs?: number } | null {
  try {
    return JSON.parse(line) as { frame?: number }
  } catch {
    return null
  }
}
