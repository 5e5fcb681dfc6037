import path from 'node:path'
import { z } from 'zod'
import { sayIn, speakAnew, speakScript, within } from '@/core/edits'
import type { Medium } from '@/core/lesson/schema'
import { withinCues } from '@/core/voice/withinCues'
import { mediumBySha } from '../library/media'
import { addJob, jobsIn, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { lessonThere, makeEdit } from '../lessons'
import { Interrupted, Problem } from '../problem'
import { dataRoot } from '../root'
import { align, type Aligned } from './align'
import { littleOf, spokenOf } from './said'
import { inWords, said } from '../../words/words'

const Payload = z.object({
  way: z.array(z.string()),
  script: z.string(),
  language: z.string(),
  /** In place of which medium of the lesson it is to be heard. */
  instead: z.object({ media: z.string(), follows: z.boolean() }).optional(),
  /** However little of the script is spoken in it. */
  anyway: z.boolean().optional(),
  /** The voice whose recording it is; null: the lesson's own. */
  voice: z.string().nullable().optional(),
  /** The script is that of captions: where each of them begins and ends. */
  cues: z.array(z.object({ fromUs: z.number(), toUs: z.number() })).optional(),
})
type Payload = z.infer<typeof Payload>

/** @throws Problem when there is no such recording, or nothing can be heard in it */
async function heardIn(sha256: string): Promise<Medium> {
  const medium = await mediumBySha(sha256)
  if (!medium) throw new Problem(404, said('common.recordingGone'))
  if (medium.kind === 'picture' || (medium.kind === 'take' && !medium.sound))
    throw new Problem(422, said('align.nothingCanBeHeardIn', medium.name))
  return medium
}

/** Looks for the words of a script; asked for again while they are looked for, the search before is of no use. */
export async function startAlign(sha256: string, lesson: string, payload: Payload): Promise<string> {
  const medium = await heardIn(sha256)
  const same = (j: StoredJob) => j.subject === sha256 && j.lesson === lesson
  const now = (await jobsIn(['waiting', 'running'], 'align')).find(same)
  if (now) throw new Problem(409, said('align.itsWordsAreBeingLooked'))
  return (await addJob({ kind: 'align', lesson, subject: sha256, name: medium.name, payload })).id
}

/** A search for the words of a script; when they are found, the lesson gets them. */
export const alignKind: JobKind<Payload> = { kind: 'align', payload: Payload, atOnce: 1, run: search }

async function search(job: StoredJob<Payload>, { signal, onStep }: JobWork): Promise<Outcome> {
  const { way, script, language, instead, anyway, voice, cues } = job.payload
  const medium = await heardIn(job.subject)
  let found: Aligned
  try {
    found = await align(path.join(dataRoot(), medium.file), script, language, { signal, onStep })
  } catch (e) {
    signal.throwIfAborted()
    if (e instanceof Interrupted) throw e
    throw new Problem(422, said('align.theWordsCouldNotBe', (e as Error).message))
  }
  const little = cues ? null : littleOf(found, medium.name)
  if (little && found.words.every((w) => w.fromUs === null))
    throw new Problem(422, said('align.nothingWasChanged', little))
  if (little && instead && !anyway) return { facts: { said: inWords('align.nothingWasReTimed', little), asks: true } }
  const lesson = await lessonThere(job.lesson!, way)
  const own = lesson && Object.entries(lesson.media).find(([, m]) => m.sha256 === job.subject)?.[0]
  const id = voice !== undefined ? '' : instead ? (lesson?.media[instead.media] ? instead.media : null) : own
  if (!lesson || id === null || id === undefined) return { facts: { said: inWords('align.theWordsWereFoundThe') } }
  if (cues) found = { ...found, words: withinCues(found.words, cues, lesson.media[id]?.words ?? []), departures: [] }
  const spoken = spokenOf(found)
  const edit =
    voice !== undefined
      ? sayIn(voice, medium, spoken, language, found.departures)
      : instead
        ? speakAnew(id, medium, spoken, language, found.departures, instead.follows)
        : speakScript(id, spoken, language, found.departures)
  const name = medium.name.slice(0, 80)
  const label = instead ? said('align.inPlaceOfAnotherRecording', name) : said('align.theWordsOf', name)
  await makeEdit(job.lesson!, job.id, label, within(way, edit))
  const there = found.words.filter((w) => w.fromUs !== null).length
  const more =
    found.departures.length === 0
      ? ''
      : inWords(
          'align.inItIsSaidOtherwise',
          found.departures.length === 1 ? inWords('align.onePlace') : inWords('align.places', found.departures.length),
        )
  return { facts: { said: inWords('align.ofWordsHaveTheirTime', there, found.words.length, more) } }
}
