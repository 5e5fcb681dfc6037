import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { gunzipSync } from 'node:zlib'
import { eq, sql } from 'drizzle-orm'
import { sampleOf } from '../../../testing/corpus/samples'
import { walk } from '../../../testing/corpus/walks'
import { chances } from '@/core/chance'
import {
  addElement,
  elementAt,
  registered,
  removeElements,
  rename,
  setBackground,
  setLesson,
  type Edit,
} from '@/core/edits'
import { lessonWithTake } from '@/core/testing/lessons'
import { LESSON_VERSION, type Lesson } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { closeDatabase, database } from '../db/client'
import { startDaemon, type Daemon } from '../db/daemon'
import { migrate } from '../db/migrate'
import { edits, lessons } from '../db/schema'
import { asToday } from './parsed'
import { Problem } from '../problem'
import {
  countLessons,
  createEmpty,
  createLesson,
  duplicateLesson,
  listLessons,
  makeEdit,
  readLesson,
  setRemoved,
  stepsKnown,
  stretchOf,
  takeStep,
} from './index'
import { asIs, inWords, said } from '../../words/words'

const data = mkdtempSync(path.join(tmpdir(), 'vane-db-'))
let daemon: Daemon
beforeAll(async () => {
  process.env.VANE_ROOT = path.join(__dirname, '../../..')
  daemon = await startDaemon(data, () => {})
  process.env.DATABASE_URL = daemon.url
  await migrate()
  await migrate()
})
afterAll(async () => {
  await closeDatabase()
  await daemon.stop()
  rmSync(data, { recursive: true, force: true })
})
async function make(id: string, label: string, edit: Edit): Promise<number> {
  const { revision } = await readLesson(id)
  return (await takeStep(id, { do: 'edit', base: revision, client: 'test', label, edit, seed: `s${revision}` }))
    .revision
}
const step = async (id: string, way: 'undo' | 'redo') =>
  takeStep(id, { do: way, base: (await readLesson(id)).revision, client: 'test' })

const labels = async (id: string, way: 'undo' | 'redo') => (await stretchOf(id, way)).entries.map((e) => e.label)

test('lessons are made, found by a part of their name, duplicated, removed and put back', async () => {
  const id = await createEmpty('100 % ladders')
  await createEmpty('Drills')
  expect((await listLessons('% lad')).map((l) => l.name)).toEqual(['100 % ladders'])
  const copy = await duplicateLesson(id)
  expect((await readLesson(copy)).lesson.name).toBe('100 % ladders copy')
  await setRemoved(copy, true)
  await expect(readLesson(copy)).rejects.toThrow('not in the library')
  expect(await listLessons('ladders')).toHaveLength(1)
  await setRemoved(copy, false)
  expect(await listLessons('ladders')).toHaveLength(2)
  expect(await countLessons()).toBe(3)
})
test('the list tells of a lesson an older program stored what it tells of any other', async () => {
  const id = await createLesson({ ...lessonWithTake(), name: 'From before' })
  const [told] = await listLessons('From before')
  await database().update(lessons).set({ brief: null }).where(eq(lessons.id, id))
  expect(await listLessons('From before')).toEqual([told])
  expect(told).toMatchObject({ frames: 300, elements: 0, width: 1920, height: 1080 })
  expect((await database().select().from(lessons).where(eq(lessons.id, id)))[0]!.brief).toMatchObject({ frames: 300 })
})
test('a lesson is read once for each revision, and nobody can change what others read', async () => {
  const id = await createLesson(lessonWithTake())
  const { lesson } = await readLesson(id)
  expect((await readLesson(id)).lesson).toBe(lesson)
  expect(() => {
    lesson.elements[0]!.x = 5
  }).toThrow()
  await make(id, 'Rename', rename('Renamed'))
  expect((await readLesson(id)).lesson.name).toBe('Renamed')
  expect(lesson.name).not.toBe('Renamed')
})
test(
  'an edit is stored with its way back; undo and redo walk ' + 'the stored history; a new edit forgets what was undone',
  async () => {
    const id = await createLesson(lessonWithTake())
    await make(
      id,
      'Add',
      addElement(
        elementAt(resolve(lessonWithTake()), { kind: 'arrow', id: 'a', frame: 60, moment: null, at: { x: 5, y: 5 } }),
      ),
    )
    await make(id, 'Rename', rename('Renamed'))
    expect((await listLessons('Renamed'))[0]).toMatchObject({ id, revision: 2, elements: 1 })
    await step(id, 'undo')
    await step(id, 'undo')
    expect((await readLesson(id)).lesson).toEqual(lessonWithTake())
    await step(id, 'redo')
    expect((await readLesson(id)).lesson.elements).toHaveLength(2)
    expect([await labels(id, 'undo'), await labels(id, 'redo')]).toEqual([['Add'], ['Rename']])
    await make(id, 'Other', rename('Other'))
    expect([await labels(id, 'undo'), await labels(id, 'redo')]).toEqual([['Add', 'Other'], []])
    await expect(step(id, 'redo')).rejects.toThrow('nothing to do again')
  },
)
const sent = (base: number, edit: Edit, client = 'x') => ({
  do: 'edit' as const,
  base,
  client,
  label: edit.edit,
  edit,
  seed: 'seed',
})
test('edits of two windows that know of one revision are both made, and the later one is told', async () => {
  const id = await createEmpty('Both')
  const both = await Promise.all([
    takeStep(id, sent(0, rename('x'), 'one')),
    takeStep(id, sent(0, setBackground('#111111'), 'two')),
  ])
  expect(both.map((b) => b.merged).sort()).toEqual([false, true])
  expect(await readLesson(id)).toMatchObject({ revision: 2, lesson: { name: 'x', background: '#111111' } })
  // What another window has done already stands: it is no step of its own.
  expect(await takeStep(id, sent(0, rename('x'), 'three'))).toEqual({ revision: 2, merged: true })
  expect(await labels(id, 'undo')).toHaveLength(2)
})
test('a step in the history starts from the revision that the window knows', async () => {
  const id = await createEmpty('History')
  await make(id, 'One', rename('One'))
  await make(id, 'Two', rename('Two'))
  const stale = await takeStep(id, { do: 'undo', base: 1, client: 'x' }).catch((e: unknown) => e)
  expect(stale).toBeInstanceOf(Problem)
  expect((stale as Problem).status).toBe(409)
})
test('a change that would make the lesson unsound is refused and changes nothing', async () => {
  const id = await createEmpty('Sound')
  const bad = (edit: unknown) => takeStep(id, sent(0, edit as Edit))
  await expect(bad(setLesson({ 'frame.width': 3 }))).rejects.toThrow('frame.width')
  await expect(bad(setLesson({ 'nowhere.at.all': 3 }))).rejects.toThrow('nowhere.at.all')
  await expect(bad(removeElements(['gone']))).rejects.toThrow('the element that it is about is gone (gone)')
  await expect(bad({ edit: 'burn', args: [] })).rejects.toThrow('no edit named “burn”')
  await expect(bad({ edit: 'rename', args: [7] })).rejects.toThrow('argument 1 of “rename”')
  await expect(bad({ edit: 'setLesson', args: [{ '__proto__.burnt': 1 }] })).rejects.toThrow('argument 1')
  expect(await readLesson(id)).toMatchObject({ revision: 0, lesson: { frame: { width: 1920 } } })
  await expect(takeStep('nothing', { do: 'undo', base: 0, client: 'x' })).rejects.toThrow('not in the library')
})
test('a step that is sent twice is taken once, and answered as it was the first time', async () => {
  const id = await createEmpty('Twice')
  const send = (base: number, step: string, name: string) => takeStep(id, { ...sent(base, rename(name)), step })
  expect(await send(0, 'step-1', 'One')).toEqual({ revision: 1, merged: false })
  expect(await send(1, 'step-2', 'Two')).toEqual({ revision: 2, merged: false })
  expect(await send(0, 'step-1', 'One')).toEqual({ revision: 1, merged: true })
  expect(await readLesson(id)).toMatchObject({ revision: 2, lesson: { name: 'Two' } })
  expect(await stepsKnown(id, ['step-1', 'step-3'])).toEqual(['step-1'])
})
test('all of a history can be walked, a stretch at a time', async () => {
  const id = await createEmpty('Long')
  for (let n = 1; n <= 12; n++) await make(id, `to ${n}`, rename(`Name ${n}`))
  expect(await stretchOf(id, 'undo', { bytes: 10, fewest: 0 })).toEqual({ entries: [], beyond: 12 })
  expect(await stretchOf(id, 'undo', { most: 5 })).toMatchObject({
    beyond: 7,
    entries: [{ label: 'to 8' }, {}, {}, {}, { label: 'to 12' }],
  })
  for (let n = 0; n < 9; n++) await step(id, 'undo')
  expect(await stretchOf(id, 'undo', { most: 5 })).toMatchObject({
    beyond: 0,
    entries: [{ label: 'to 1' }, {}, { label: 'to 3' }],
  })
  expect(await stretchOf(id, 'redo', { most: 5 })).toMatchObject({
    beyond: 4,
    entries: [{ label: 'to 4' }, {}, {}, {}, { label: 'to 8' }],
  })
})
test('any edits at all are stored, undone to the beginning and done again to the end, to the letter', async () => {
  const begun = JSON.parse(JSON.stringify(walk(5))) as Lesson
  const id = await createLesson(begun)
  const next = chances(11)
  const below = (n: number) => Math.floor(next() * n)
  const names = [...registered().keys()]
  let made = 0
  for (let n = 0; n < 80; n++) {
    const { lesson, revision } = await readLesson(id)
    const edit = sampleOf(names[below(names.length)]!, resolve(lesson), below)
    const step = { ...sent(revision, edit), seed: `s${n}` }
    const told = await takeStep(id, step).catch((e: unknown) => {
      if (e instanceof Problem && e.status === 422) return null
      throw e
    })
    if (told && told.revision > revision) made++
  }
  expect(made).toBeGreaterThan(20)
  const { lesson: end } = await readLesson(id)
  for (let n = 0; n < made; n++) await step(id, 'undo')
  expect((await readLesson(id)).lesson).toEqual(begun)
  await expect(step(id, 'undo')).rejects.toThrow('nothing to undo')
  for (let n = 0; n < made; n++) await step(id, 'redo')
  expect((await readLesson(id)).lesson).toEqual(end)
})
test('the name of an edit is kept by its key; one from before there were keys stays as it reads', async () => {
  const id = await createEmpty('Before')
  const labels = async () => (await stretchOf(id, 'undo')).entries.map((e) => e.label)
  await makeEdit(id, 'job-9', said('ingest.bringIn', 'desk.mp4'), rename('After'))
  expect(await labels()).toEqual([
    { word: 'ingest.bringIn', filled: ['desk.mp4'], read: inWords('ingest.bringIn', 'desk.mp4') },
  ])
  await database().execute(sql`update edits set label = 'Rename it' where lesson = ${id}`)
  expect(await labels()).toEqual(['Rename it'])
})
test('what the server does to a lesson itself is an edit like any other', async () => {
  const id = await createEmpty('Before')
  expect((await makeEdit(id, 'job-1', asIs('Rename it'), rename('After')))?.name).toBe('After')
  expect(await makeEdit(id, 'job-1', asIs('Rename it'), rename('Once more'))).toBeNull()
  expect(await makeEdit(id, 'job-2', asIs('Rename it'), rename('After'))).toBeNull()
  await step(id, 'undo')
  expect((await readLesson(id)).lesson.name).toBe('Before')
  await expect(makeEdit(id, 'job-3', asIs('bad'), setLesson({ 'frame.width': 3 }))).rejects.toThrow('frame.width')
  expect((await readLesson(id)).revision).toBe(2)
})

test('a lesson of version 2 is brought over as it is opened, with its history, and what it was is kept', async () => {
  const file = path.join(__dirname, '../../../testing/corpus/version2.json.gz')
  const corpus = JSON.parse(gunzipSync(readFileSync(file)).toString()) as {
    lessons: Record<string, { lesson: object }>
    histories: Record<string, { label: string; patches: never; inverse: never }[]>
    ground: object
  }
  const [name, steps] = Object.entries(corpus.histories)[0]!
  const doc = corpus.lessons[name]!.lesson
  const id = await createEmpty('From before')
  await database().update(lessons).set({ doc, format: 2, brief: null }).where(eq(lessons.id, id))
  await database()
    .insert(edits)
    .values(steps.map((s, i) => ({ lesson: id, seq: i + 1, ...s, format: 2, at: new Date() })))
  const { lesson } = await readLesson(id)
  expect(lesson).toEqual(asToday(doc))
  const [row] = await database().select().from(lessons).where(eq(lessons.id, id))
  expect([row!.format, row!.before]).toEqual([LESSON_VERSION, doc])
  expect(await labels(id, 'undo')).toEqual(steps.map((s) => s.label))
  for (let i = 0; i < steps.length; i++) await step(id, 'undo')
  expect((await readLesson(id)).lesson).toEqual(asToday(corpus.ground))
  for (let i = 0; i < steps.length; i++) await step(id, 'redo')
  expect((await readLesson(id)).lesson).toEqual(asToday(doc))
  expect(await make(id, 'Rename', rename('Goes on'))).toBeGreaterThan(0)
})
