import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { z } from 'zod'
import { lessonAt, sayIn, SpokenWords, within } from '@/core/edits'
import { pausesOf } from '@/core/language'
import { isSpoken, readScript } from '@/core/voice/script'
import { ENDED_FROM_OUTSIDE, ended, ownCommand, spawnBound } from '../run'
import { takeMade } from '../ingest/takeMade'
import { addJob, jobsIn, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { makeEdit, readLesson } from '../lessons'
import { Interrupted, Problem } from '../problem'
import { inWords, said } from '../../words/words'

const Payload = z.object({
  way: z.array(z.string()),
  /** Which of the lesson's voices; null: its own, which may not be there yet. */
  voice: z.string().nullable(),
  script: z.string(),
  language: z.string(),
})
type Payload = z.infer<typeof Payload>

/** Lets the narrator that ships speak a script for a voice of a lesson. @throws Problem when it does so already */
export async function startNarration(lesson: string, payload: Payload): Promise<string> {
  const { lesson: doc } = await readLesson(lesson)
  if (!payload.script.split(/\s+/).some(isSpoken)) throw new Problem(422, said('narrate.thereIsNothingToSay'))
  const same = (j: StoredJob) => j.lesson === lesson && (j.payload as Payload).voice === payload.voice
  if ((await jobsIn(['waiting', 'running'], 'narrate')).some(same))
    throw new Problem(409, said('narrate.theNarratorIsSpeakingThis'))
  return (await addJob({ kind: 'narrate', lesson, subject: payload.voice ?? '', name: doc.name, payload })).id
}

/** The narrator speaks; when it is done, the lesson gets what it said, with the time of every word. */
export const narrateKind: JobKind<Payload> = { kind: 'narrate', payload: Payload, atOnce: 1, run }

/** What is spoken: a script as written, or a voice's phrases, each as long after the one before as in the first. */
async function phrasesFor(
  id: string,
  way: string[],
  voice: string | null,
  script: string,
): Promise<{ heading: boolean; words: string[]; after?: number | null }[]> {
  const lesson = lessonAt((await readLesson(id)).lesson, way)
  const own = lesson?.voices.slice(1).find((v) => v.id === voice)
  if (!lesson || !own) return readScript(script)
  const pauses = pausesOf(lesson, own)
  return (own.script ?? []).map((p) => ({
    heading: p.heading ?? false,
    words: p.words.map((w) => w.text),
    after: pauses.get(p.id) ?? null,
  }))
}

async function run(job: StoredJob<Payload>, { signal, onStep }: JobWork): Promise<Outcome> {
  const { way, voice, script, language } = job.payload
  const dir = await mkdtemp(path.join(tmpdir(), 'vane-speak-'))
  try {
    const [text, wav, json] = ['script.json', 'narration.wav', 'words.json'].map((n) => path.join(dir, n)) as [
      string,
      string,
      string,
    ]
    await writeFile(text, JSON.stringify(await phrasesFor(job.lesson!, way, voice, script)))
    onStep(inWords('narrate.speaking'), 0)
    const [program, args] = ownCommand('speak')
    const child = spawnBound(program, [...args, text, '--lang', language, '--out', wav, '--json', json], {
      stdio: ['ignore', 'ignore', 'pipe'],
    })
    let told = ''
    child.stderr!.on('data', (d) => (told = `${told}${String(d)}`.slice(-2000)))
    const stop = () => child.kill('SIGTERM')
    signal.addEventListener('abort', stop)
    const code = await ended(child).finally(() => signal.removeEventListener('abort', stop))
    signal.throwIfAborted()
    if (code === ENDED_FROM_OUTSIDE) throw new Interrupted(inWords('narrate.theNarrator'))
    if (code !== 0)
      throw new Problem(422, said('narrate.theNarratorCannotSpeakThis', told.trim().split('\n').at(-1) ?? ''))
    const spoken = SpokenWords.parse(JSON.parse(await readFile(json, 'utf8')))
    const making = { signal, onStep: (step: string, share: number) => onStep(step, 0.5 + share / 2) }
    const name = inWords('narrate.narratorWav', language)
    const medium = await takeMade(wav, name, making)
    await makeEdit(
      job.lesson!,
      job.id,
      said('narrate.theNarratorSpeaks', language),
      within(way, sayIn(voice, medium, spoken, language, [])),
    )
    const words = spoken.flatMap((p) => (p.heading ? [] : p.words)).length
    return {
      facts: { said: inWords('narrate.theNarratorHasSpoken', inWords('counts.word', words)), sha256: medium.sha256 },
    }
  } finally {
    await rm(dir, { recursive: true, force: true })
  }
}
