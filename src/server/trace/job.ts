import { z } from 'zod'
import { BESIDE } from '@/contract/beside'
import { randomUUID } from 'node:crypto'
import { readFile, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { Medium } from '@/core/lesson/schema'
import { readPins, setTrace, within, type PinPlace, type PinSpot } from '@/core/edits'
import { readTrace, writeTrace } from '@/core/trace'
import { ownCommand, run, type Ran } from '../run'
import { mediumBySha } from '../library/media'
import { addJob, jobsIn, type JobKind, type Outcome, type StoredJob, type JobWork } from '../jobs'
import { lessonThere, makeEdit } from '../lessons'
import { Problem } from '../problem'
import { dataRoot } from '../root'
import { momentsIn } from './moments'
import { momentKind } from '@/core/moments'
import { asIs, inWords, said } from '../../words/words'

const LONGEST_S = 4 * 3600
/** @throws Problem when there is no such recording */
async function takeOf(sha256: string): Promise<Medium> {
  const medium = await mediumBySha(sha256)
  if (medium?.kind !== 'take') throw new Problem(404, said('common.recordingGone'))
  return medium
}

const fileOf = (sha256: string) => path.join(dataRoot(), 'media', sha256, 'trace.jsonl')

/** The way to the lesson in the lesson that it is looked for in; left out by those who came before there were any. */
const Payload = z.object({ way: z.array(z.string()).default([]) })
type Payload = z.infer<typeof Payload>
const wayOf = (job: StoredJob): string[] => Payload.safeParse(job.payload).data?.way ?? []
/** Looks for the pointer in a recording of a lesson; asked for again while it is looked for, it is the same search. */
export async function startTrace(sha256: string, lesson: string, way: string[] = []): Promise<string> {
  const take = await takeOf(sha256)
  const payload: Payload = { way }
  const same = (j: StoredJob) => j.subject === sha256 && j.lesson === lesson && wayOf(j).join() === way.join()
  const now = (await jobsIn(['waiting', 'running'], 'trace')).find(same)
  return (now ?? (await addJob({ kind: 'trace', lesson, subject: sha256, name: take.name, payload }))).id
}

/**
 * A search for the pointer; when it is found, the lesson gets its moments and its way, and nothing else.
 */
export const traceKind: JobKind<Payload> = {
  kind: 'trace',
  payload: Payload,
  atOnce: 1,
  run: search,
  tidy: ({ subject }) => rm(`${fileOf(subject)}.part`, { force: true }),
}

async function search(job: StoredJob<Payload>, { signal, onStep }: JobWork): Promise<Outcome> {
  const sha256 = job.subject
  const take = await takeOf(sha256)
  if (!(await stat(fileOf(sha256)).catch(() => null))) {
    onStep(inWords('pointer.looking'), 0)
    const onData = (d: Buffer) => {
      const share = Number(lastLine(d.toString()))
      if (Number.isFinite(share)) onStep(inWords('pointer.looking'), share)
    }
    const ran = await command('trace', sha256, ['--out', fileOf(sha256), '--progress'], {
      limit: LONGEST_S,
      signal,
      onData,
    })
    signal.throwIfAborted()
    if (ran.code !== 0)
      throw new Problem(
        422,
        said('pointer.thePointerCouldNotBe', sentenceFrom(ran.stderr, inWords('pointer.theRecordingCannotBeRead'))),
      )
  }
  return { facts: { said: await putIn(job, take, signal) } }
}

/** Puts what was found into the lesson; gives a sentence about it. */
async function putIn(job: StoredJob, take: Medium, signal: AbortSignal): Promise<string> {
  const way = wayOf(job)
  const lesson = await lessonThere(job.lesson!, way)
  const id = lesson && Object.entries(lesson.media).find(([, m]) => m.sha256 === job.subject)?.[0]
  if (!id) return inWords('pointer.thePointerWasFoundThe')
  const { moments, pointer, things } = await momentsIn(fileOf(job.subject), take.name, id, take, signal)
  if (pointer.length === 0) return inWords('pointer.noPointerWasSeenIn')
  await makeEdit(
    job.lesson!,
    job.id,
    said('pointer.findThePointer'),
    within(way, setTrace(id, moments, pointer, things)),
  )
  const clicks = moments.filter((m) => momentKind(m).pointer === 'press')
  const proposed = clicks.filter((m) => m.proposed).length
  const found = [said('counts.moment', moments.length), said('counts.click', clicks.length)] as const
  return proposed > 0
    ? inWords('trace.pointerFoundToBeLookedAt', ...found, proposed)
    : inWords('trace.pointerFound', ...found)
}

/** Runs one of Vivid Vane's own commands on a recording, in a process of its own. */
const command = (
  name: 'trace' | 'pin',
  sha256: string,
  args: string[],
  options: { limit: number; signal: AbortSignal; onData?: (chunk: Buffer) => void },
): Promise<Ran> =>
  run(
    ownCommand(name)[0],
    [...ownCommand(name)[1], path.join(dataRoot(), 'media', sha256, BESIDE.take), ...args],
    options,
  )
const lastLine = (text: string): string => text.trim().split('\n').at(-1) ?? ''

/** What a command said last, without the path of the file, as the rest of a sentence. */
const sentenceFrom = (stderr: string, otherwise: string): string =>
  lastLine(stderr)
    .replace(/^\S*\/\S*: /, '')
    .replace(/\.$/, '') || otherwise

/** What one of the commands writes of a recording. @throws Problem with its sentence when it fails, or on cancel */
async function written(
  { name, sha256, key }: { name: 'trace' | 'pin'; sha256: string; key: string },
  args: string[],
  signal: AbortSignal,
  otherwise: string,
): Promise<string> {
  await takeOf(sha256)
  const out = path.join(dataRoot(), 'media', sha256, `.${name}-${key}.jsonl`)
  try {
    const ran = await command(name, sha256, [...args, '--out', out], { limit: 600, signal })
    if (signal.aborted) throw new Problem(499, said('pointer.cancelled'))
    if (ran.code !== 0)
      throw new Problem(422, asIs(sentenceFrom(ran.stderr, '') ? `${sentenceFrom(ran.stderr, '')}.` : otherwise))
    return await readFile(out, 'utf8')
  } finally {
    await rm(out, { force: true })
  }
}

/**
 * Follows what a rectangle shows through a passage of a recording.
 *
 * @throws Problem with a sentence when there is nothing to hold on to, or on cancel
 */
export async function pinIn(
  sha256: string,
  { fromUs, toUs, rect, turns }: Omit<PinSpot, 'media'>,
  signal: AbortSignal,
): Promise<PinPlace[]> {
  const take = await takeOf(sha256)
  const log = path.join(dataRoot(), 'media', sha256, `.turns-${randomUUID()}.jsonl`)
  const args = ['--from', String(fromUs / 1e6), '--to', String(toUs / 1e6), '--rect', rect.join(',')]
  try {
    if (turns.length > 0)
      await writeFile(
        log,
        writeTrace({
          width: take.width!,
          height: take.height!,
          events: turns.map(([us, deltaX, deltaY]) => ({ type: 'wheel', t: us / 1e6, x: 0, y: 0, deltaX, deltaY })),
        }),
      )
    return readPins(
      await written(
        { name: 'pin', sha256, key: `${fromUs}-${rect.join('-')}` },
        [...args, ...(turns.length > 0 ? ['--trace', log] : [])],
        signal,
        inWords('pointer.itCouldNotBeFollowed'),
      ),
    )
  } finally {
    await rm(log, { force: true })
  }
}

/**
 * The pointer's way in the seconds around a time at which a person says where it is, led through that place.
 *
 * @returns microseconds and pixels of the recording, a place for each frame in which it is seen
 * @throws Problem with a sentence when the recording cannot be searched, or on cancel
 */
export async function pointerNear(
  sha256: string,
  { us, x, y }: { us: number; x: number; y: number },
  signal: AbortSignal,
): Promise<[number, number, number][]> {
  const read = readTrace(
    await written(
      { name: 'trace', sha256, key: `${us}-${x}-${y}` },
      ['--at', [us / 1e6, x, y].join(',')],
      signal,
      inWords('pointer.itCouldNotBeSearched'),
    ),
  )
  if (!('trace' in read)) throw new Problem(422, asIs(read.error))
  return read.trace.events.flatMap((e): [number, number, number][] =>
    e.type === 'pointermove' ? [[Math.round(e.t * 1e6), e.x, e.y]] : [],
  )
}
