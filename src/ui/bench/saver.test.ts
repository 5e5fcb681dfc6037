import { applyEdit, rename, type Edit } from '@/core/edits'
import { emptyLesson } from '@/core/lesson/make'
import type { Lesson } from '@/core/lesson/schema'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { Saver, type SaveState } from './saver'

enablePatches()
interface Body { do: string; base: number; label: string; patches: Patch[] }
/** A server of one lesson, that can be made to fail in every way that a real one does. */
class FakeServer {
  lesson: Lesson = emptyLesson('Start')
  revision = 0
  history: { label: string; patches: Patch[]; inverse: Patch[]; undone: boolean }[] = []
  taken: string[] = []
  trouble: ('down' | 'lost answer' | 'busy' | 'refuse')[] = []
  fetch = async (url: string, init?: { method?: string; body?: string }): Promise<Response> => {
    if (init?.method !== 'POST') return Response.json({ lesson: this.lesson, revision: this.revision, history: this.history })
    const trouble = this.trouble.shift()
    if (trouble === 'down') throw new TypeError('failed to fetch')
    if (trouble === 'busy') return Response.json({ sentence: 'later' }, { status: 503 })
    if (trouble === 'refuse') return Response.json({ sentence: 'This change was not kept.' }, { status: 422 })
    const step = JSON.parse(init.body!) as Body
    if (step.base !== this.revision) return Response.json({ sentence: 'moved on', revision: this.revision }, { status: 409 })
    this.change(step.label, step.patches)
    if (trouble === 'lost answer') throw new TypeError('connection reset')
    return Response.json({ revision: this.revision })
  }
  change(label: string, patches: Patch[]): void {
    this.lesson = applyPatches(this.lesson, patches)
    this.revision++
    this.history.push({ label, patches, inverse: [], undone: false })
    this.taken.push(label)
  }
}
const store = new Map<string, string>()
let server: FakeServer
let states: SaveState[]
let words: string[]
let shown: Lesson
let saver: Saver

beforeEach(async () => {
  store.clear()
  Object.assign(globalThis, { localStorage: { getItem: (k: string) => store.get(k) ?? null, setItem: (k: string, v: string) => store.set(k, v), removeItem: (k: string) => store.delete(k) } })
  server = new FakeServer()
  globalThis.fetch = server.fetch as never
  await open()
})
afterEach(() => saver.close())
async function open(): Promise<void> {
  states = []
  words = []
  saver = new Saver('lesson', { onState: (s) => states.push(s), onFresh: (l) => { shown = l }, onWord: (w) => words.push(w) })
  await saver.open()
}
function make(label: string, change: Edit): void {
  const result = applyEdit(shown, change)
  if (!('edited' in result)) throw new Error('nothing changed')
  shown = result.edited.lesson
  saver.add({ do: 'edit', label, patches: result.edited.patches, inverse: result.edited.inverse, again: change })
}
const settled = async () => { for (let n = 0; n < 400 && states.at(-1)?.state !== 'saved'; n++) await new Promise((r) => setTimeout(r, 10)) }
const background = (colour: string): Edit => (d) => { d.background = colour }

test('steps go one after another, each on top of the last, and only then it is saved', async () => {
  make('one', rename('One'))
  make('two', rename('Two'))
  make('three', background('#111111'))
  expect(states.at(-1)!.state).toBe('saving')
  await settled()
  expect(server.taken).toEqual(['one', 'two', 'three'])
  expect(server.lesson).toEqual(shown)
  expect(store.size).toBe(0)
})
test('while the server is down, edits wait in the window and in the browser’s store; then they go', async () => {
  server.trouble = ['down', 'busy']
  make('one', rename('One'))
  await new Promise((r) => setTimeout(r, 50))
  expect(states.at(-1)!.state).toBe('waiting')
  expect([...store.values()][0]).toContain('"one"')
  await settled()
  expect(server.lesson.name).toBe('One')
  expect(store.size).toBe(0)
})
test('a step that was stored but whose answer was lost is not made twice', async () => {
  server.trouble = ['lost answer']
  make('one', rename('One'))
  await settled()
  expect(server.taken).toEqual(['one'])
})
test('another window was faster: the edit is made again on top of its change, and it says so', async () => {
  server.change('theirs', [{ op: 'replace', path: ['background'], value: '#222222' }])
  make('mine', rename('Mine'))
  await settled()
  expect(server.taken).toEqual(['theirs', 'mine'])
  expect(server.lesson).toMatchObject({ name: 'Mine', background: '#222222' })
  expect(shown).toMatchObject({ name: 'Mine', background: '#222222' })
  expect(words.join()).toContain('on top of it')
})
test('an undo that meets another window’s change is not made, and that is said', async () => {
  server.change('theirs', [{ op: 'replace', path: ['name'], value: 'Theirs' }])
  saver.add({ do: 'undo', label: 'Rename' })
  await settled()
  expect(server.taken).toEqual(['theirs'])
  expect(words.join()).toContain('Not kept: Rename')
  expect(shown.name).toBe('Theirs')
})
test('a change that the server refuses is taken back, with its sentence', async () => {
  server.trouble = ['refuse']
  make('bad', rename('Bad'))
  await settled()
  expect(words[0]).toBe('This change was not kept.')
  expect(shown.name).toBe('Start')
})
test('what a closed window had not saved is saved when the lesson is opened again; if the lesson has moved on since, that is said', async () => {
  server.trouble = ['down', 'down', 'down', 'down', 'down']
  make('late', rename('Late'))
  await new Promise((r) => setTimeout(r, 20))
  saver.close()
  server.trouble = []
  await open()
  expect(server.lesson.name).toBe('Late')
  expect(shown.name).toBe('Late')
  server.trouble = ['down', 'down', 'down']
  make('later', rename('Later'))
  await new Promise((r) => setTimeout(r, 20))
  saver.close()
  server.trouble = []
  server.change('theirs', [{ op: 'replace', path: ['name'], value: 'Theirs' }])
  await open()
  expect(server.lesson.name).toBe('Theirs')
  expect(words.join()).toContain('later')
})
test('news of another window’s change brings the lesson as it is now; of its own, nothing', async () => {
  server.change('theirs', [{ op: 'replace', path: ['name'], value: 'Theirs' }])
  saver.hear(1, 'other-window', 'theirs')
  await new Promise((r) => setTimeout(r, 20))
  expect(shown.name).toBe('Theirs')
  expect(words.join()).toContain('Another window changed this lesson')
  words.length = 0
  saver.hear(1, 'other-window', 'theirs')
  await new Promise((r) => setTimeout(r, 20))
  expect(words).toEqual([])
})
