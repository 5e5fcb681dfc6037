import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { z } from 'zod'
import { hearCleaned, lessonAt, within } from '@/core/edits'
import { takenOutOf } from '@/core/sound'
import { takeMade } from '../ingest/takeMade'
import { addJob, jobsIn, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { makeEdit, readLesson } from '../lessons'
import { Interrupted, Problem } from '../problem'
import { dataRoot } from '../root'
import { cleanSound } from './clean'
import { asSentence, inWords, said } from '../../words/words'

const Payload = z.object({
  way: z.array(z.string()),
  /** The medium of the lesson that is cleaned. */
  media: z.string(),
  rumble: z.boolean(),
  noise: z.boolean(),
})
type Payload = z.infer<typeof Payload>

async function mediumFor(lesson: string, { way, media }: Payload) {
  const medium = lessonAt((await readLesson(lesson)).lesson, way)?.media[media]
  if (!medium) throw new Problem(422, said('clean.theSoundThatWasTo'))
  if (medium.kind !== 'sound') throw new Problem(422, said('clean.isNotASoundOf', medium.name))
  return medium
}

/** Begins to clean a sound of a lesson. @throws Problem when it is no sound, or is being cleaned already */
export async function startCleaning(sha256: string, lesson: string, payload: Payload): Promise<string> {
  const medium = await mediumFor(lesson, payload)
  if (!payload.rumble && !payload.noise) throw new Problem(422, said('clean.sayWhatIsToBe'))
  if ((await jobsIn(['waiting', 'running'], 'clean')).some((j) => j.subject === sha256 && j.lesson === lesson))
    throw new Problem(409, said('clean.thisSoundIsBeingCleaned'))
  return (await addJob({ kind: 'clean', lesson, subject: sha256, name: medium.name, payload })).id
}

/** Cleans a sound; when it is done, the lesson hears what came out, with the words and moments that it had. */
export const cleanKind: JobKind<Payload> = { kind: 'clean', payload: Payload, atOnce: 1, run }

async function run(job: StoredJob<Payload>, { signal, onStep }: JobWork): Promise<Outcome> {
  const { payload } = job
  const { way, media, rumble, noise } = payload
  const medium = await mediumFor(job.lesson!, payload)
  const dir = await mkdtemp(path.join(tmpdir(), 'vane-clean-'))
  try {
    const wav = path.join(dir, 'cleaned.wav')
    const source = path.join(dataRoot(), medium.cleaned?.before.file ?? medium.file)
    onStep(inWords('clean.cleaning'), 0)
    const whole = medium.durationUs ?? 1
    const onTime = (us: number) => onStep(inWords('clean.cleaning'), Math.min(0.5, us / whole / 2))
    await cleanSound(source, wav, { rumble, noise }, { signal, onTime }).catch((e: unknown) => {
      if (signal.aborted || e instanceof Interrupted || !(e instanceof Error)) throw e
      throw new Problem(422, said('clean.couldNotBeCleanedNothing', medium.name, e.message))
    })
    const making = { signal, onStep: (step: string, share: number) => onStep(step, 0.5 + share / 2) }
    const name = `${medium.name}, cleaned.wav`
    const cleaned = await takeMade(wav, name, making)
    const out = asSentence(takenOutOf({ rumble, noise }))
    await makeEdit(
      job.lesson!,
      job.id,
      said('clean.takeOutOf', out, medium.name),
      within(way, hearCleaned(media, cleaned, { rumble, noise })),
    )
    return { facts: { said: inWords('clean.takenOut', out), sha256: cleaned.sha256 } }
  } finally {
    await rm(dir, { recursive: true, force: true })
  }
}
