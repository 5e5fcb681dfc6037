import { randomUUID } from 'node:crypto'
import { clipsOf } from '@/core/testing/lessons'
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { Lesson } from '@/core/lesson/schema'
import { createEmpty, readLesson, takeStep } from '../lessons'
import { addJob, forgetJob, listJobs, readJob, retryJob } from '../jobs'
import { asTold } from '../jobs/store'
import { mustRun } from '../run'
import { openSite, until, type Site } from '../testing'
import { beginWork } from '../work'
import { settleUploads, uploadsFolder, beginUpload, type ImportPayload } from './upload'

let site: Site
let made: string
const demo = path.join(__dirname, '../../../demo/media')
const recorded = (name: string, source: string) =>
  mustRun('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', source, '-pix_fmt', 'yuv420p', path.join(made, name)])
beforeAll(async () => {
  site = await openSite()
  made = path.join(site.data, 'made')
  mkdirSync(made)
  mkdirSync(uploadsFolder(), { recursive: true })
  await recorded('desk.mp4', 'testsrc2=s=320x180:r=30:d=2')
  await mustRun('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'sine=440:d=3', path.join(made, 'voice.wav')])
  writeFileSync(path.join(made, 'voice.vtt'), 'WEBVTT\n\n00:00.500 --> 00:02.000\nThe drill comes back today\n')
  writeFileSync(
    path.join(made, 'other.vtt'),
    Buffer.from('WEBVTT\n\n00:00.500 --> 00:02.000\nZur\u00fcck, S\u00e4ge\n', 'latin1'),
  )
  await beginWork()
})
afterAll(() => site.end())

/** What a window's upload comes to: a file among the uploads and a job that waits for all of it. */
async function sent(
  lesson: string | null,
  name: string,
  batch: string | null = null,
  whole = true,
  act?: string,
): Promise<string> {
  const upload = randomUUID().slice(0, 12)
  const bytes = readFileSync(path.join(made, name))
  writeFileSync(path.join(uploadsFolder(), upload), whole ? bytes : bytes.subarray(0, 10))
  const payload: ImportPayload = { size: bytes.length, selected: [], ...(act && { act }) }
  return (await addJob({ kind: 'import', lesson, subject: upload, batch, name, payload, state: 'sending' })).id
}
const ended = (id: string) => until(async () => ['done', 'failed'].includes((await readJob(id)).state), 60)
const lessonOf = async (id: string): Promise<Lesson> => (await readLesson(id)).lesson

test(
  'a recording, a narration and its captions sent together ' + 'are laid and given to each other, with no window there',
  async () => {
    const lesson = await createEmpty('Together')
    // The captions first: they wait for what they came with.
    const captions = await sent(lesson, 'voice.vtt', 'b1')
    const ids = [captions, await sent(lesson, 'desk.mp4', 'b1'), await sent(lesson, 'voice.wav', 'b1')]
    await settleUploads()
    for (const id of ids) await ended(id)
    const after = await lessonOf(lesson)
    expect(clipsOf(after)).toHaveLength(2)
    expect(after.frame).toEqual({ width: 320, height: 180 })
    expect(
      Object.values(after.media)
        .find((m) => m.kind === 'sound')!
        .words.map((w) => w.text),
    ).toEqual(['The', 'drill', 'comes', 'back', 'today'])
    expect((await readJob(captions)).facts.said).toBe('5 words found.')
    expect(readdirSync(uploadsFolder())).toEqual([])
    const { revision } = await readLesson(lesson)
    for (let n = 0; n < 3; n++) await takeStep(lesson, { do: 'undo', base: revision + n, client: 'x' })
    expect(clipsOf(await lessonOf(lesson))).toEqual([])
  },
)
test('of recordings that were picked together it is told once which sets the size, as all are there', async () => {
  const lesson = await createEmpty('Desk and camera')
  await recorded('camera.mp4', 'testsrc2=s=160x120:r=25:d=1')
  const ids = [await sent(lesson, 'camera.mp4', 'b4'), await sent(lesson, 'desk.mp4', 'b4')]
  await settleUploads()
  for (const id of ids) await ended(id)
  const said = await Promise.all(ids.map(async (id) => (await readJob(id)).facts.said))
  expect(said.filter((s) => s === '“desk.mp4” sets the lesson’s size (320 × 180) and frame rate.')).toHaveLength(1)
  expect(said.filter((s) => /lies on the timeline/.test(s ?? ''))).toHaveLength(1)
})
test('an upload begins to be worked on when all of it is there, however that was missed', async () => {
  const lesson = await createEmpty('Pieces')
  const id = await sent(lesson, 'voice.wav', null, false)
  await settleUploads()
  expect((await readJob(id)).state).toBe('sending')
  const { subject } = await readJob(id)
  copyFileSync(path.join(made, 'voice.wav'), path.join(uploadsFolder(), subject))
  await settleUploads()
  await ended(id)
  expect(clipsOf(await lessonOf(lesson))).toHaveLength(1)
})
test(
  'a file that was sent a second time because the first answer ' +
    'was lost is laid and listed once; brought in twice, twice',
  async () => {
    const lesson = await createEmpty('Sent twice')
    let id = ''
    for (const act of ['file-a', 'file-a', 'file-b']) {
      id = await sent(lesson, 'voice.wav', null, true, act)
      await settleUploads()
      await ended(id)
      expect((await readJob(id)).state).toBe('done')
    }
    expect(clipsOf(await lessonOf(lesson))).toHaveLength(2)
    expect((await listJobs('import')).filter((j) => j.lesson === lesson)).toHaveLength(2)
  },
)
test('the same job begun again after a crash lays its file once', async () => {
  const lesson = await createEmpty('Once')
  const id = await sent(lesson, 'voice.wav')
  const { subject } = await readJob(id)
  await settleUploads()
  await ended(id)
  copyFileSync(path.join(made, 'voice.wav'), path.join(uploadsFolder(), subject))
  const { change } = await import('../jobs')
  await change(await readJob(id), { state: 'failed' })
  await retryJob(id)
  await ended(id)
  expect(clipsOf(await lessonOf(lesson))).toHaveLength(1)
})
test('a trace is read in a process of its own; moments later than the take are told', async () => {
  const lesson = await createEmpty('Traced')
  copyFileSync(path.join(demo, 'lend-out.jsonl'), path.join(made, 'desk.jsonl'))
  const take = await sent(lesson, 'desk.mp4', 'b2')
  const trace = await sent(lesson, 'desk.jsonl', 'b2')
  await settleUploads()
  await ended(take)
  await ended(trace)
  const medium = Object.values((await lessonOf(lesson)).media)[0]!
  expect(medium.moments.filter((m) => m.kind === 'click')).toHaveLength(9)
  expect(medium.pointer!.length).toBeGreaterThan(10)
  expect(asTold(await readJob(trace)).sentence).toMatch(/of its \d+ moments are later than the end of “desk.mp4”/)
})
test('captions and traces that belong nowhere, and broken ones, get their sentence', async () => {
  const lesson = await createEmpty('Nowhere')
  const captions = await sent(lesson, 'voice.vtt')
  await settleUploads()
  await ended(captions)
  expect(asTold(await readJob(captions)).sentence).toContain('there is no sound or take to give them to')
  writeFileSync(path.join(made, 'bad.jsonl'), '{"trace":1,"width":10,"height":10}\nnonsense')
  await ended(
    await (async () => {
      const id = await sent(lesson, 'desk.mp4')
      await settleUploads()
      return id
    })(),
  )
  const bad = await sent(lesson, 'bad.jsonl')
  await settleUploads()
  await ended(bad)
  expect(asTold(await readJob(bad)).sentence).toBe('“bad.jsonl”: Line 2 of the trace is not JSON. Nothing was changed.')
  expect((await listJobs('import')).length).toBeGreaterThan(0)
  await forgetJob(bad)
})
test('captions in Latin-1 read right', async () => {
  const lesson = await createEmpty('Latin')
  const ids = [await sent(lesson, 'voice.wav', 'b3'), await sent(lesson, 'other.vtt', 'b3')]
  await settleUploads()
  for (const id of ids) await ended(id)
  expect(Object.values((await lessonOf(lesson)).media)[0]!.words.map((w) => w.text)).toEqual([
    'Zur\u00fcck,',
    'S\u00e4ge',
  ])
})
test('what would fill the disk is refused before it is sent, with how much is missing', async () => {
  const begin = (bytes: number) => beginUpload(randomUUID().slice(0, 12), bytes, { filename: 'long.mp4' })
  await begin(1000)
  process.env.VANE_RESERVE_MB = String(1e9)
  try {
    await expect(begin(1000)).rejects.toMatchObject({
      status: 507,
      message: expect.stringMatching(
        /^“long.mp4” needs about \d+ .B, and only 0 MB of the disk can be used\. Make room/,
      ) as string,
    })
  } finally {
    delete process.env.VANE_RESERVE_MB
  }
  expect((await listJobs('import')).filter((j) => j.name === 'long.mp4')).toHaveLength(1)
})
