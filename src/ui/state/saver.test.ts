import { newIds } from '@/core/testing/made'
import {
  applyEdit,
  idsFrom,
  readEdit,
  removeElements,
  rename,
  setBackground,
  setElements,
  setLesson,
  type Edit,
} from '@/core/edits'
import { lessonWithTake, besides } from '@/core/testing/lessons'
import { addElement, elementAt } from '@/core/edits'
import type { Lesson } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import fc from 'fast-check'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { Saver, type Entry, type SaveState } from './saver'
import type { Unkept } from './shelf'
import { asIs } from '../../words/words'
import { toldInWords, told } from '../../words/told'

enablePatches()
interface Body {
  do: string
  base: number
  step: string
  label: string
  edit: Edit
  seed: string
}
const withBox = (l: Lesson): Lesson => ({
  ...l,
  elements: besides(l, [
    elementAt(resolve(l), { kind: 'shape', id: 'box', frame: 10, moment: null, at: { x: 500, y: 300 } }),
  ]),
})
/** A server of one lesson, that can be made to fail in every way that a real one does. */
class FakeServer {
  lesson: Lesson = { ...withBox(lessonWithTake()), name: 'Start' }
  revision = 0
  history: Entry[] = []
  undone: Entry[] = []
  known = new Map<string, number>()
  taken: string[] = []
  /** What goes wrong with the next steps, and with the next looks at the lesson. */
  trouble: ('down' | 'lost answer' | 'busy' | 'refuse' | 'fine')[] = []
  lookTrouble: 'down'[] = []
  fetch = async (url: string, init?: { method?: string; body?: string }): Promise<Response> => {
    if (init?.method !== 'POST') return this.look(url)
    const trouble = this.trouble.shift()
    if (trouble === 'down') throw new TypeError('failed to fetch')
    if (trouble === 'busy') return Response.json({ sentence: 'later' }, { status: 503 })
    if (trouble === 'refuse') return Response.json({ sentence: 'This change was not kept.' }, { status: 422 })
    const step = JSON.parse(init.body!) as Body
    const known = this.known.get(step.step)
    if (known !== undefined) return Response.json({ revision: known, merged: known !== this.revision })
    const merged = step.base !== this.revision
    if (merged && step.do !== 'edit')
      return Response.json({ sentence: 'moved on', revision: this.revision }, { status: 409 })
    if (step.do === 'undo') {
      const last = this.history.pop()!
      this.lesson = applyPatches(this.lesson, last.inverse)
      this.taken.push(`undo ${last.label}`)
      this.undone.unshift(last)
      this.revision++
    } else if (step.do === 'redo') {
      const next = this.undone.shift()!
      this.lesson = applyPatches(this.lesson, next.patches)
      this.taken.push(`redo ${next.label}`)
      this.history.push(next)
      this.revision++
    } else this.edit(step.label, readEdit(step.edit), idsFrom(step.seed))
    this.known.set(step.step, this.revision)
    if (trouble === 'lost answer') throw new TypeError('connection reset')
    return Response.json({ revision: this.revision, merged })
  }
  private look(url: string): Response {
    if (this.lookTrouble.shift()) throw new TypeError('failed to fetch')
    const asked = new URL(url, 'http://here').searchParams.get('steps')?.split(',') ?? []
    const undo = { entries: [...this.history], beyond: 0 }
    return Response.json({
      lesson: this.lesson,
      revision: this.revision,
      known: asked.filter((s) => this.known.has(s)),
      undo,
      redo: { entries: [...this.undone], beyond: 0 },
    })
  }
  change(label: string, patches: Patch[], inverse: Patch[] = []): void {
    this.lesson = applyPatches(this.lesson, patches)
    this.revision++
    this.history.push({ label, patches, inverse })
    this.undone = []
    this.taken.push(label)
  }
  /** Another window's edit. */
  edit(label: string, change: Edit, ids: (what: string) => string = newIds()): void {
    const result = applyEdit(this.lesson, change, ids)
    if ('edited' in result) this.change(label, result.edited.patches, result.edited.inverse)
  }
}
/** Locks as browsers have them: held until they are let go. */
class FakeLocks {
  held = new Set<string>()
  request = async (
    name: string,
    options: { ifAvailable?: boolean },
    run: (lock: unknown) => unknown,
  ): Promise<unknown> => {
    if (options.ifAvailable) return run(this.held.has(name) ? null : {})
    while (this.held.has(name)) await new Promise((done) => setTimeout(done, 2))
    this.held.add(name)
    return Promise.resolve(run({})).finally(() => this.held.delete(name))
  }
}
const store = new Map<string, string>()
let server: FakeServer
let states: SaveState[]
let words: string[]
let unkept: Unkept[]
let shown: Lesson
let past: Entry[]
let future: Entry[]
let saver: Saver

beforeEach(async () => {
  store.clear()
  const localStorage = {
    get length() {
      return store.size
    },
    key: (i: number) => [...store.keys()][i] ?? null,
    getItem: (k: string) => store.get(k) ?? null,
    setItem: (k: string, v: string) => store.set(k, v),
    removeItem: (k: string) => store.delete(k),
  }
  Object.defineProperty(globalThis, 'localStorage', { value: localStorage, configurable: true })
  Object.defineProperty(globalThis, 'navigator', { value: { locks: new FakeLocks() }, configurable: true })
  server = new FakeServer()
  globalThis.fetch = server.fetch as never
  await open()
})
afterEach(() => saver.close())
async function open(): Promise<void> {
  states = []
  words = []
  unkept = []
  saver = new Saver('lesson', {
    onState: (s) => states.push(s),
    onFresh: (l, undo, redo) => {
      shown = l
      past = [...undo.entries]
      future = [...redo.entries]
    },
    onUnkept: (l) => {
      unkept = l
    },
    onWord: (w) => words.push(w),
  })
  await saver.open()
}
/** The window goes away, with whatever it has not stored. */
async function crash(): Promise<void> {
  await wait(20)
  saver.close()
  await wait(1)
}
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms))
function make(label: string, change: Edit): void {
  const result = applyEdit(shown, change, idsFrom('seed'))
  if (!('edited' in result)) throw new Error('nothing changed')
  const before = shown
  shown = result.edited.lesson
  past.push({ label, patches: result.edited.patches, inverse: result.edited.inverse })
  future = []
  saver.add({
    do: 'edit',
    label,
    patches: result.edited.patches,
    inverse: result.edited.inverse,
    edit: change,
    seed: 'seed',
    before,
    after: shown,
  })
}
const settled = async () => {
  for (let n = 0; n < 400 && states.at(-1)?.state !== 'saved'; n++) await wait(10)
}
const background = setBackground
const down = (n: number) => Array.from({ length: n }, () => 'down' as const)

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
test('an undo that meets another window’s change is made on top of it where it fits', async () => {
  make('mine', background('#111111'))
  await settled()
  server.edit('theirs', rename('Theirs'))
  const before = shown
  const entry = server.history[0]!
  shown = applyPatches(shown, entry.inverse)
  saver.add({ do: 'undo', ...entry, before, after: shown })
  await settled()
  expect(server.lesson).toMatchObject({ name: 'Theirs', background: withBox(lessonWithTake()).background })
  expect(toldInWords(server.taken.at(-1)!)).toBe('Undo: mine')
})
test('a change that the server refuses is put aside with its name; the good ones behind it are stored', async () => {
  server.trouble = ['fine', 'refuse']
  make('first', background('#111111'))
  make('a word of 300 letters', rename('Bad'))
  make('third', setLesson({ 'guides.x': [7] }))
  await settled()
  expect(server.taken).toEqual(['first', 'third'])
  expect(shown).toMatchObject({ name: 'Start', background: '#111111', guides: { x: [7] } })
  expect(unkept).toMatchObject([
    {
      label: 'a word of 300 letters',
      why: told(asIs('This change was not kept.')),
      changes: [{ do: 'set', at: ['name'], was: 'Start', to: 'Bad' }],
    },
  ])
  saver.close()
  await open()
  expect(unkept).toHaveLength(1)
  saver.putAway(unkept[0]!.step)
  expect(unkept).toEqual([])
  expect(store.size).toBe(0)
})
test('what the page asked for early is taken once, where it is an answer', async () => {
  const asked: string[] = []
  globalThis.fetch = ((url: string, init?: { method?: string; body?: string }) => {
    asked.push(url)
    return server.fetch(url, init)
  }) as never
  const early = async (answer: Promise<unknown>) => {
    await crash()
    Object.assign(globalThis, { early: { path: '/api/lessons/lesson?format=4', answer } })
    await open()
  }
  await early(server.fetch('/api/lessons/lesson?format=4').then((r) => r.json()))
  expect([asked, shown.name]).toEqual([[], 'Start'])
  await early(Promise.resolve(null))
  expect(asked).toEqual(['/api/lessons/lesson?format=4'])
  await crash()
  await open()
  expect(asked).toHaveLength(2)
})
test('when the lesson cannot be fetched after it moved on, that is tried again and nothing is lost', async () => {
  server.edit('theirs', background('#222222'))
  server.lookTrouble = ['down', 'down']
  make('mine', rename('Mine'))
  await wait(50)
  expect(states.at(-1)!.state).toBe('waiting')
  await settled()
  expect(server.lesson).toMatchObject({ name: 'Mine', background: '#222222' })
})
test('what a closed window had not saved is saved when the lesson is opened again', async () => {
  server.trouble = down(5)
  make('late', rename('Late'))
  await crash()
  server.trouble = []
  await open()
  await settled()
  expect(server.lesson.name).toBe('Late')
  expect(shown.name).toBe('Late')
  expect(store.size).toBe(0)
})
test(
  'the first answer is lost, two more edits wait, ' + 'the window is closed: all three are there, each once',
  async () => {
    server.trouble = ['lost answer', ...down(5)]
    make('one', rename('One'))
    make('two', background('#111111'))
    make('three', setElements(['box'], { x: 77 }))
    await crash()
    server.trouble = []
    await open()
    await settled()
    expect(server.taken).toEqual(['one', 'two', 'three'])
    expect(server.lesson.elements[0]!.x).toBe(77)
    expect(unkept).toEqual([])
  },
)
test('what another window stored meanwhile does not push out what this one kept', async () => {
  server.trouble = down(5)
  make('moved', setElements(['box'], { x: 40 }))
  await crash()
  server.trouble = []
  server.edit('theirs', setElements(['box'], { opacity: 0.5 }))
  await open()
  await settled()
  expect(server.lesson.elements[0]).toMatchObject({ x: 40, opacity: 0.5 })
  expect(server.taken).toEqual(['theirs', 'moved'])
})
test('two windows keep what they have not stored side by side; one that is still open keeps its own', async () => {
  server.trouble = down(50)
  const first = saver
  make('from the first', rename('First'))
  await wait(20)
  await open()
  make('from the second', background('#333333'))
  await wait(20)
  expect([...store.keys()].filter((k) => k.startsWith('vane-unsaved-'))).toHaveLength(2)
  await crash()
  server.trouble = []
  await open()
  await settled()
  expect(server.taken).toEqual(['from the second'])
  // As soon as the first has gone, too, what it left is taken over.
  first.close()
  await wait(50)
  await settled()
  expect(server.taken).toEqual(['from the second', 'from the first'])
  expect(store.size).toBe(0)
})
test('what cannot be made again is listed with its name and why, and not dropped', async () => {
  server.trouble = down(5)
  make('my box', setElements(['box'], { name: 'Mine' }))
  make('my colour', background('#111111'))
  await crash()
  server.trouble = []
  server.edit('theirs', setElements(['box'], { name: 'Theirs' }))
  await open()
  await settled()
  expect(server.lesson.elements[0]!.name).toBe('Theirs')
  expect(server.lesson.background).toBe('#111111')
  expect(unkept).toMatchObject([{ label: 'my box' }])
  expect(toldInWords(unkept[0]!.why)).toContain('changed otherwise')
  expect(words.join()).toContain('Not kept: my box')
})
test('an element that is added is there when another window’s lesson was rearranged meanwhile', async () => {
  server.trouble = down(5)
  make(
    'add',
    addElement(elementAt(resolve(shown), { kind: 'arrow', id: 'arrow', frame: 20, moment: null, at: { x: 5, y: 5 } })),
  )
  await crash()
  server.trouble = []
  server.edit('theirs', removeElements(['box']))
  await open()
  await settled()
  expect(server.lesson.elements.map((e) => e.id)).toEqual(['c1', 'arrow'])
})
test('news that came while a step was on its way is taken up after it', async () => {
  make('mine', background('#111111'))
  saver.hear(2, 'window-other', 'theirs')
  await settled()
  server.edit('theirs', rename('Theirs'))
  saver.hear(2, 'window-other', 'theirs')
  await wait(30)
  expect(shown.name).toBe('Theirs')
})
test('news of another window’s change brings the lesson as it is now; of its own, nothing', async () => {
  server.change('theirs', [{ op: 'replace', path: ['name'], value: 'Theirs' }])
  saver.hear(1, 'window-other', 'theirs')
  await new Promise((r) => setTimeout(r, 20))
  expect(shown.name).toBe('Theirs')
  expect(words.join()).toContain('Another window changed this lesson')
  words.length = 0
  saver.hear(1, 'window-other', 'theirs')
  await new Promise((r) => setTimeout(r, 20))
  expect(words).toEqual([])
})

/** A press of undo or redo, as the workbench takes it. */
function press(way: 'undo' | 'redo'): void {
  const entry = way === 'undo' ? past.pop() : future.shift()
  if (!entry) return
  if (way === 'undo') future.unshift(entry)
  else past.push(entry)
  const before = shown
  shown = applyPatches(shown, way === 'undo' ? entry.inverse : entry.patches)
  saver.add({ do: way, ...entry, before, after: shown })
}
test('a revision that was told of is waited for until this window shows it, however often it has to ask', async () => {
  expect(saver.until(0)).toBeNull()
  server.edit('by a job', rename('Named by a job'))
  server.lookTrouble = ['down']
  await saver.until(1)
  expect(shown.name).toBe('Named by a job')
  // What stands on top of another's change is here with the lesson, not with the answer.
  server.edit('by another job', background('#222222'))
  make('mine', rename('Mine'))
  await saver.until(2)
  expect(shown).toMatchObject({ name: 'Mine', background: '#222222' })
})
test('a window that is closed waits for nothing any more', async () => {
  const here = saver.until(9)
  saver.close()
  await here
})
test('an undo that a closed window had not saved is one step back in the history, not one more edit', async () => {
  make('one', rename('One'))
  make('two', rename('Two'))
  await settled()
  server.trouble = down(5)
  press('undo')
  await crash()
  server.trouble = []
  await open()
  await settled()
  expect(server.lesson.name).toBe('One')
  expect([server.history, server.undone].map((l) => l.map((e) => e.label))).toEqual([['one'], ['two']])
  press('redo')
  await settled()
  expect(server.lesson.name).toBe('Two')
})
test('what is being typed is kept when the window ends, and gone when it was taken back', async () => {
  saver.typed({ label: 'typed', edit: rename('Typed') })
  saver.typed({ label: 'typed', edit: rename('Typed on') })
  await crash()
  await open()
  await settled()
  expect([server.lesson.name, server.taken]).toEqual(['Typed on', ['typed']])
  saver.typed({ label: 'typed', edit: rename('Not meant') })
  saver.typed(null)
  await crash()
  await open()
  await wait(20)
  expect([server.lesson.name, store.size]).toEqual(['Typed on', 0])
})

type Act = 'edit' | 'undo' | 'redo' | 'lost answer' | 'down' | 'busy' | 'reload' | 'rest'
/** What is there when every press is done on the one before, with nothing in between. */
function folded(acts: readonly Act[]): string {
  const names = ['Start']
  let at = 0
  acts.forEach((act, i) => {
    if (act === 'edit') names.splice(++at, Infinity, `Name ${i}`)
    if (act === 'undo') at = Math.max(0, at - 1)
    if (act === 'redo') at = Math.min(names.length - 1, at + 1)
  })
  return names[at]!
}
test('edits, undos, lost answers and reloads in any order come to what was pressed, in that order', async () => {
  const act = fc.constantFrom<Act>(
    'edit',
    'edit',
    'edit',
    'undo',
    'undo',
    'redo',
    'lost answer',
    'down',
    'reload',
    'rest',
  )
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 24 }), async (acts) => {
      await crash()
      store.clear()
      server = new FakeServer()
      globalThis.fetch = server.fetch as never
      await open()
      for (const [i, what] of acts.entries()) {
        if (what === 'edit') make(`edit ${i}`, rename(`Name ${i}`))
        else if (what === 'undo' || what === 'redo') press(what)
        else if (what === 'rest') await wait(1)
        else if (what === 'reload') {
          saver.close()
          await wait(1)
          await open()
        } else server.trouble.push(what)
      }
      server.trouble = []
      saver.close()
      await wait(1)
      await open()
      await settled()
      expect([server.lesson.name, shown.name, unkept]).toEqual([folded(acts), folded(acts), []])
    }),
    { numRuns: 150 },
  )
})
