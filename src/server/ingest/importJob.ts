import { mkdir, readFile, stat } from 'node:fs/promises'
import path from 'node:path'
import { isOver } from '@/contract/news'
import { bringIn, bringInAs, homeOf, lessonAt, setTrace, setWords, within } from '@/core/edits'
import { isClip, mediumOf } from '@/core/kinds'
import { usesOf, type FileUse } from '@/core/lesson/fileUse'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { readCaptions } from '@/core/voice'
import { guessLanguage } from '@/core/voice/guess'
import { startAlign } from '../align/job'
import { batchOf, forgetJob, jobsIn, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { lessonThere, makeEdit, readLesson } from '../lessons'
import { Problem } from '../problem'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { momentsIn } from '../trace/moments'
import { ownedBy } from '../library/media'
import { hashOf, processFile } from './process'
import { textOf } from './textOf'
import { dropUpload, ImportPayload, isText, uploadFile, uploadThere } from './upload'
import { momentKind } from '@/core/moments'
import { asIs, inWords, said } from '../../words/words'

type ImportJob = StoredJob<ImportPayload>
/** One act is one edit, however often its file was sent. */
const stepOf = (job: ImportJob): string => job.payload.act ?? job.id
/** Of an act whose file was sent twice only one is told of. */
async function forgetTwins({ id, payload: { act }, lesson }: ImportJob): Promise<void> {
  if (!act) return
  for (const twin of await jobsIn(['done'], 'import'))
    if (twin.id !== id && twin.lesson === lesson && (twin.payload as ImportPayload).act === act)
      await forgetJob(twin.id)
}
const LARGEST_CAPTIONS = 20 * 1024 ** 2

/**
 * A file brought in: made ready, put into its lesson and laid there; traces and captions given to what they belong to.
 */
export const importKind: JobKind<ImportPayload> = {
  kind: 'import',
  payload: ImportPayload,
  atOnce: 2,
  long: { afterMs: 45_000, beside: 2 },
  // A text waits for the recordings and sounds that it came together with, music and a camera for what they go with.
  ready: (job, open) => {
    const waits = (o: StoredJob): number =>
      isText(o.name) ? 2 : /^(music|camera|take)$/.test((o.payload as ImportPayload).use ?? '') ? 1 : 0
    const own = waits(job)
    return !open.some((o) => o.kind === 'import' && o.batch !== null && o.batch === job.batch && waits(o) < own)
  },
  run: async (job, work) => {
    const outcome = await (isText(job.name) ? bringText(job, work) : bringMedium(job, work))
    await forgetTwins(job)
    return outcome
  },
  lost: async (job) => ((await uploadThere(job)) ? null : inWords('ingest.theUploadOfIsNot', job.name)),
  forget: dropUpload,
}

async function bringMedium(job: ImportJob, { signal, onStep }: JobWork): Promise<Outcome> {
  const file = uploadFile(job)
  if (!(await uploadThere(job))) throw new Problem(410, said('ingest.theUploadOfIsNot', job.name))
  await mkdir(path.join(dataRoot(), 'media'), { recursive: true })
  const sha256 = await hashOf(file, { signal, onStep })
  let note: string | null = null
  const { size } = await stat(file)
  const medium = await ownedBy(sha256, size, signal, async () => {
    await needRoom(`“${job.name}”`, size)
    return processFile(file, job.name, dataRoot(), sha256, {
      signal,
      onStep,
      onNote: (sentence) => {
        note = sentence
      },
    })
  })
  signal.throwIfAborted()
  const laid = job.lesson ? await lay(job, medium) : undefined
  await dropUpload(job)
  const take = laid !== undefined && job.payload.use === 'take'
  return { facts: { sha256, ...(laid && { said: laid }), ...(take && { take }) }, sentence: note }
}

/**
 * Puts a medium into its lesson, where that is still there, in the order in which the files were picked, whichever of
 * them was ready first; gives a sentence about it.
 */
async function lay(job: ImportJob, medium: Medium): Promise<string | undefined> {
  const [lessonId, way, step] = [job.lesson!, job.payload.way ?? [], stepOf(job)]
  const before = await lessonThere(lessonId, way)
  if (!before) return undefined
  const mates = job.batch ? ((await batchOf(job.batch)) as ImportJob[]).filter((m) => m.id !== job.id) : []
  const clipOf = (of: ImportJob) => `clip-${stepOf(of)}`
  const place = job.payload.place ?? 0
  const behind = mates.filter((m) => (m.payload.place ?? 0) > place).map(clipOf)
  const own = new Set(mates.map(clipOf))
  const takes = before.elements.filter((e) => isClip(e) && before.media[mediumOf(e) ?? '']?.kind === 'take')
  // Of what was picked together the largest sets the size, as long as nothing else was there.
  const largest = mates.length > 0 && takes.every((e) => own.has(e.id))
  const { use = 'recording', frame = 0 } = job.payload
  const edit = within(
    way,
    use === 'recording' || use === 'picture'
      ? bringIn(medium, `clip-${step}`, false, { before: behind, largest })
      : bringInAs(medium, `clip-${step}`, use, frame),
  )
  const whole = await makeEdit(lessonId, step, said('ingest.bringIn', medium.name), edit)
  const lesson = whole && lessonAt(whole, way)
  if (!lesson) return undefined
  if (use === 'take' || use === 'spare') return inWords(`ingest.${use}IsInTheLesson`, medium.name)
  if (!lesson.elements.some((e) => e.id === `clip-${step}`) && use === 'narration')
    return inWords('ingest.liesThereAlready', medium.name)
  if (medium.kind === 'picture') return inWords('ingest.isInTheLessonAdd', medium.name)
  const lies = inWords('ingest.liesOnTheTimeline', medium.name)
  if (!largest) return medium.kind === 'take' ? sizedBy(before, lesson, medium, takes.length === 0) : lies
  // Which of them sets the size is known, and told, once all that were picked with it are there.
  const isLaid = (m: ImportJob) => lesson.elements.some((e) => e.id === clipOf(m))
  const all = mates.every((m) => isText(m.name) || isOver(m.state) || isLaid(m))
  return (all && takes.length + Number(medium.kind === 'take') > 0 && setBy(lesson)) || lies
}
/** Which of its takes a lesson has its size from, in a sentence; undefined where it has it from none. */
function setBy({ frame, media, byHand }: Lesson): string | undefined {
  const of = Object.values(media).find((m) => m.kind === 'take' && m.width === frame.width && m.height === frame.height)
  return of && !byHand.includes('size') ? sizeTold(of.name, frame, byHand) : undefined
}
const sizeTold = (name: string, { width, height }: Lesson['frame'], byHand: Lesson['byHand']): string =>
  inWords(
    'ingest.setsTheLessonsSize',
    name,
    width,
    height,
    byHand.includes('rate') ? '.' : inWords('ingest.andFrameRate'),
  )
/** What became of a lesson's size and rate as a take was laid. */
function sizedBy(before: Lesson, lesson: Lesson, { name, width, height }: Medium, first: boolean): string {
  const { frame } = lesson
  const size = `${frame.width} × ${frame.height}`
  const resized = frame.width !== before.frame.width || frame.height !== before.frame.height
  if (resized || (first && !lesson.byHand.includes('size'))) return sizeTold(name, frame, lesson.byHand)
  if (width !== undefined && (width !== frame.width || height !== frame.height))
    return inWords(
      'ingest.isFittedIntoTheLessons',
      name,
      width,
      height ?? 0,
      size,
      lesson.byHand.includes('size') ? inWords('ingest.whichWasSetByHand') : '',
    )
  return inWords('ingest.liesOnTheTimeline', name)
}
async function bringText(job: ImportJob, { signal, onStep }: JobWork): Promise<Outcome> {
  const lesson = job.lesson ? await lessonThere(job.lesson, job.payload.way) : null
  if (!lesson) throw new Problem(410, said('ingest.theLessonThatWasBrought', job.name))
  if (usesOf(job.name)[0] === 'script') return bringScript(job, lesson)
  const kind = /\.jsonl$/i.test(job.name) ? 'trace' : 'captions'
  const mates = await matesOf(job)
  const home = homeOf(lesson, { name: job.name, kind, mates, selected: job.payload.selected })
  if (!home)
    throw new Problem(
      422,
      kind === 'trace' ? said('ingest.isATraceButThere', job.name) : said('ingest.holdsCaptionsButThereIs', job.name),
    )
  const outcome =
    kind === 'trace' ? await bringTrace(job, home, lesson, signal) : await bringCaptions(job, home, onStep)
  await dropUpload(job)
  return outcome
}

/** A script is looked for in the narration that it came with, or that the lesson has. */
async function bringScript(job: ImportJob, lesson: Lesson): Promise<Outcome> {
  const file = uploadFile(job)
  if ((await stat(file)).size > LARGEST_CAPTIONS) throw new Problem(422, said('ingest.isLargerThan20Mb', job.name))
  const script = textOf(await readFile(file))
  const home = homeOf(lesson, {
    name: job.name,
    kind: 'captions',
    mates: await matesOf(job),
    selected: job.payload.selected,
  })
  if (!home) throw new Problem(422, said('ingest.isAScriptButNothingIsSaid', job.name))
  if (script.trim() === '') throw new Problem(422, said('ingest.isAnEmptyScript', job.name))
  const medium = lesson.media[home]!
  const own = lesson.voices.find((v) => v.takes.includes(home))?.language
  const language = own && own !== 'und' ? own : (guessLanguage(script) ?? 'en')
  const begins = await startAlign(medium.sha256, job.lesson!, { way: job.payload.way ?? [], script, language })
  await dropUpload(job)
  return { facts: { said: inWords('ingest.itsWordsAreLookedForIn', medium.name), begins } }
}

async function bringTrace(job: ImportJob, home: string, lesson: Lesson, signal: AbortSignal): Promise<Outcome> {
  const medium = lesson.media[home]!
  const { moments, pointer, things } = await momentsIn(uploadFile(job), job.name, home, medium, signal)
  const edit = within(job.payload.way ?? [], setTrace(home, moments, pointer, things))
  await makeEdit(job.lesson!, stepOf(job), said('ingest.readTheTrace', job.name), edit)
  const clicks = moments.filter((m) => momentKind(m).pointer === 'press').length
  const past = moments.filter((m) => m.fromUs > (medium.durationUs ?? Infinity)).length
  const late =
    past > 0
      ? inWords(
          'ingest.ofItsMomentsAreLater',
          job.name,
          past,
          moments.length,
          medium.name,
          ((medium.durationUs ?? 0) / 1e6).toFixed(1),
        )
      : null
  return {
    facts: { said: inWords('ingest.found', inWords('counts.moment', moments.length), inWords('counts.click', clicks)) },
    sentence: late,
  }
}

async function bringCaptions(job: ImportJob, home: string, onStep: JobWork['onStep']): Promise<Outcome> {
  onStep(inWords('ingest.reading'), 0)
  const file = uploadFile(job)
  if ((await stat(file)).size > LARGEST_CAPTIONS) throw new Problem(422, said('ingest.isLargerThan20Mb', job.name))
  const read = readCaptions(textOf(await readFile(file)), home)
  if ('error' in read) throw new Problem(422, asIs(`“${job.name}”: ${read.error}`))
  const edit = within(job.payload.way ?? [], setWords(home, read.words))
  await makeEdit(job.lesson!, stepOf(job), said('ingest.readTheCaptions', job.name), edit)
  const found = inWords('ingest.foundN', inWords('counts.word', read.words.length))
  // Where captions only say when a line is there, each of its words is looked for in the sound.
  const several = read.words.length > read.cues.length
  const begun = !read.stamped && several && (await lookWithin(job.lesson!, job.payload.way ?? [], home, read.cues))
  return { facts: { said: begun ? inWords('ingest.eachIsLookedForIn', found) : found } }
}

/** Looks for the words of captions within their cues. @returns whether that was begun */
async function lookWithin(
  id: string,
  way: string[],
  home: string,
  cues: { fromUs: number; toUs: number }[],
): Promise<boolean> {
  const lesson = lessonAt((await readLesson(id)).lesson, way)
  const medium = lesson?.media[home]
  if (!lesson || !medium) return false
  const script = medium.words.map((w) => w.text).join(' ')
  const own = lesson.voices.find((v) => v.takes.includes(home))?.language
  const language = own && own !== 'und' ? own : guessLanguage(script)
  if (!language) return false
  return startAlign(medium.sha256, id, { way, script, language, cues }).then(
    () => true,
    () => false,
  )
}

/** What nobody speaks in, and nothing is logged of. */
const MUTE = new Set<FileUse | undefined>(['music', 'sound', 'camera', 'take', 'spare'])
/** SHA-256 of what came together with a text that it may belong to. */
async function matesOf(job: ImportJob): Promise<string[]> {
  if (!job.batch) return []
  const mates = (await batchOf(job.batch)) as ImportJob[]
  return mates.flatMap((m) => (m.facts.sha256 && !MUTE.has(m.payload.use) ? [m.facts.sha256] : []))
}
