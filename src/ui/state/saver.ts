import { addressOf } from '@/contract/route'
import { ROUTES, type OpenedLesson } from '@/contract/routes'
import { applyPatches, type Patch } from 'immer'
import {
  applyEdit,
  changesBetween,
  clashOf,
  same,
  EDITS,
  idsFrom,
  makeChanges,
  type Edit,
  type Edited,
} from '@/core/edits'
import { LESSON_VERSION as format, type Lesson } from '@/core/lesson/schema'
import { STEPS_ASKED } from '@/contract/steps'
import { ask, askedEarly, Refusal, sentenceOf } from '../kit/api'
import { freshId, freshSeed } from '../kit/ids'
import { Shelf, type KeptStep, type Unkept } from './shelf'
import { retold, told, type Told } from '../../words/told'
import { asIs, asSentence, inWords, said, type Sentence } from '../../words/words'

/** A step of the history: what it is called, the way there and the way back. */
export interface Entry {
  label: Told
  patches: Patch[]
  inverse: Patch[]
  /** The passage that it used up, which comes back with an undo in this window. */
  passage?: { from: number; to: number }
}
export interface KeptStretch {
  entries: Entry[]
  beyond: number
}
export interface SaveState {
  state: 'saved' | 'saving' | 'waiting'
  sentence?: string
}
/** A step as it is made: an edit with its seed, or one step in the history; and the lesson on both sides of it. */
export type MadeStep = ({ do: 'edit'; edit: Edit; seed: string } | { do: 'undo' | 'redo' }) &
  Entry & { before: Lesson; after: Lesson }
interface Step extends KeptStep, Entry {
  /** It was made in a window that is gone: nobody sees what it would undo. */
  left?: true
}
interface Hooks {
  onState(state: SaveState): void
  /** The lesson as it is with what waits in this window, and its history on both sides. */
  onFresh(lesson: Lesson, undo: KeptStretch, redo: KeptStretch): void
  onUnkept(list: Unkept[]): void
  onWord(sentence: string, bad?: boolean): void
}

const WAITS_MS = [300, 700, 1500, 3000, 5000]
const NO_ROOM = inWords('state.thereIsNoRoomIn')

/**
 * Sends steps to the server one after another, each on top of the last. Each has an id by which the server takes it
 * once, however often it is sent. What has not arrived is kept in this browser too. When the lesson has moved on, the
 * steps that wait are made again on top of it; what does not fit any more, or is refused, is put aside with its name
 * and its content, and never dropped.
 */
export class Saver {
  private readonly client = freshId('window')
  private readonly shelf: Shelf
  private steps: Step[] = []
  /** What a window left behind beyond what can be asked after at once, and what was made behind it: it comes next. */
  private later: Step[] = []
  /** What is being typed, as the edit that it would be: kept beside the steps until it is one, or taken back. */
  private typing: KeptStep | null = null
  private unkept: Unkept[]
  private revision = 0
  private heard = { revision: 0, word: '' }
  private stale = false
  private busy = false
  private failures = 0
  private closed = false
  private opened = false
  private timer: ReturnType<typeof setTimeout> | null = null
  private awaited: { revision: number; done: () => void }[] = []
  constructor(
    private readonly id: string,
    private readonly hooks: Hooks,
  ) {
    this.shelf = new Shelf(id)
    this.unkept = this.shelf.unkept()
  }

  async open(): Promise<void> {
    await this.takeOver()
    if (this.steps.length > 0) this.hooks.onState({ state: 'saving' })
    this.hooks.onUnkept(this.unkept)
    let fresh: OpenedLesson
    try {
      fresh = await this.fetch()
    } catch (e) {
      if (e instanceof Refusal && e.status !== 503 && e.status !== 507) throw e
      this.hooks.onState({ state: 'waiting', sentence: sentenceOf(e) })
      if (!this.closed) this.timer = setTimeout(() => void this.open(), 1500)
      return
    }
    if (this.closed) return
    this.settle(fresh)
    this.opened = true
    const waiting = this.steps.length
    await this.send()
    if (waiting > 0 && this.steps.length === 0) this.hooks.onWord(inWords('state.whatWasNotSavedYet'))
  }

  private async takeOver(): Promise<void> {
    const left = await this.shelf.takeOver(() => {
      if (!this.closed) void this.takeOver().then(() => this.send())
    })
    const fresh = left
      .filter((l) => ![...this.steps, ...this.later].some((s) => s.step === l.step))
      .map((l): Step => ({ ...l, patches: [], inverse: [], left: true }))
    this.steps = [...fresh, ...this.steps]
    if (fresh.length > 0) this.stale = true
  }

  add(made: MadeStep): void {
    const { do: how, label, patches, inverse, before, after } = made
    const changes = changesBetween(before, after)
    // A step in the history that comes to be made again is what it changed.
    const { edit, seed } = how === 'edit' ? made : { edit: makeChanges(changes), seed: freshSeed() }
    const line = this.later.length > 0 ? this.later : this.steps
    line.push({ do: how, step: freshId('step'), label, patches, inverse, changes, edit, seed, edits: EDITS })
    this.keep()
    this.hooks.onState({ state: this.failures ? 'waiting' : 'saving' })
    void this.send()
  }

  /** Keeps what is being typed for the next window, should this one end before it is handed on; null: it was. */
  typed(meant: { label: Told; edit: Edit } | null): void {
    if (!meant && !this.typing) return
    const { step, seed } = this.typing ?? { step: freshId('step'), seed: freshSeed() }
    this.typing = meant && { step, seed, do: 'edit', ...meant, edits: EDITS, changes: [] }
    this.keep()
  }

  /** Another window changed the lesson, or the server did. */
  hear(revision: number, client: string, label: Told): void {
    if (client === this.client || revision <= this.revision) return
    this.heard = {
      revision,
      word: client.startsWith('window') ? inWords('state.anotherWindowChangedThisLesson', retold(label)) : '',
    }
    this.listen()
  }
  /** Takes up what was heard of, as soon as nothing is on its way. */
  private listen(): void {
    if (this.heard.revision > this.revision && !this.busy && this.steps.length === 0) void this.refresh(this.heard.word)
  }
  /** Once this revision, or a later one, is what this window shows, or the window is closed; null when it is. */
  until(revision: number): Promise<void> | null {
    if (this.closed || (revision <= this.revision && !this.stale)) return null
    const here = new Promise<void>((done) => this.awaited.push({ revision, done }))
    if (this.opened && revision > this.heard.revision) this.hear(revision, '', '')
    return here
  }
  private tellWaiting(): void {
    const here = this.awaited.filter((w) => this.closed || (w.revision <= this.revision && !this.stale))
    this.awaited = this.awaited.filter((w) => !here.includes(w))
    for (const w of here) w.done()
  }
  /** Looks whether the server still has what this window shows; after the line was down. */
  check(): void {
    if (this.steps.length) void this.send()
    else if (!this.busy && !this.closed && this.opened)
      void this.refresh(inWords('state.thisLessonWasChangedElsewhere'))
  }
  /** The next stretch of the history, once all that waits is stored; null when the lesson has moved on meanwhile. */
  async reach(way: 'undo' | 'redo'): Promise<KeptStretch | null> {
    await this.send()
    const { revision, entries, beyond } = await ask(ROUTES.history, { at: { id: this.id }, query: { way, format } })
    return this.steps.length === 0 && revision === this.revision ? { entries, beyond } : null
  }
  putAway(step: string): void {
    this.unkept = this.unkept.filter((u) => u.step !== step)
    this.tellUnkept()
  }
  close(): void {
    this.closed = true
    if (this.timer) clearTimeout(this.timer)
    this.shelf.close()
    this.tellWaiting()
  }

  private fetch(): Promise<OpenedLesson> {
    const steps = this.steps
      .slice(0, STEPS_ASKED)
      .map((s) => s.step)
      .join(',')
    const at = { id: this.id }
    if (steps) return ask(ROUTES.openLesson, { at, query: { steps, format } })
    const early = askedEarly<OpenedLesson>(addressOf(ROUTES.openLesson, { at, query: { format } }))
    return early.then((answer) => answer ?? ask(ROUTES.openLesson, { at, query: { format } }))
  }
  private async refresh(word: string): Promise<void> {
    const fresh = await this.fetch().catch(() => null)
    if (!fresh && !this.closed) this.timer = setTimeout(() => this.listen(), WAITS_MS[2])
    if (!fresh || fresh.revision <= this.revision || this.busy || this.steps.length || this.closed) return
    this.settle(fresh)
    if (word) this.hooks.onWord(word)
  }

  private async send(): Promise<void> {
    if (this.busy || this.closed) return
    this.busy = true
    try {
      while (!this.closed) {
        if (this.stale) this.settle(await this.fetch())
        const step = this.steps[0]
        if (!step && this.later.length === 0) break
        if (!step) {
          this.steps = this.later
          this.later = []
          this.stale = true
          continue
        }
        const body =
          step.do === 'edit' ? { do: step.do, label: step.label, edit: step.edit, seed: step.seed } : { do: step.do }
        try {
          const { revision, merged } = await ask(ROUTES.takeStep, {
            at: { id: this.id },
            query: { format },
            body: { ...body, base: this.revision, client: this.client, step: step.step },
          })
          this.revision = revision
          this.failures = 0
          this.steps.shift()
          this.keep()
          if (merged) {
            this.stale = true
            this.hooks.onWord(inWords('state.anotherWindowChangedThisLessonToo'))
          }
        } catch (e) {
          if (!(e instanceof Refusal) || e.status >= 500 || e.status === 404) throw e
          this.stale = true
          if (e.status === 409) continue
          this.steps.shift()
          this.setAside(step, told(asIs(e.message)))
          this.keep()
        }
      }
      if (!this.closed) this.hooks.onState({ state: 'saved' })
    } catch (e) {
      this.failures++
      this.hooks.onState({ state: 'waiting', sentence: sentenceOf(e) })
      if (!this.closed)
        this.timer = setTimeout(() => void this.send(), WAITS_MS[Math.min(this.failures, WAITS_MS.length) - 1])
    } finally {
      this.busy = false
    }
    this.tellWaiting()
    this.listen()
  }

  /** The lesson as the server has it now, with what still waits made again on top of it. */
  private settle(fresh: OpenedLesson): void {
    const moved = this.stale && fresh.revision !== this.revision
    const known = new Set(fresh.known)
    this.later = [...this.steps.slice(STEPS_ASKED), ...this.later]
    const waiting = this.steps.slice(0, STEPS_ASKED).filter((s) => !known.has(s.step))
    const before = this.unkept.length
    let { lesson } = fresh
    let past = fresh.undo.entries
    let future = fresh.redo
    this.steps = []
    for (const step of waiting) {
      // A step in the history is one still, where what stands next to the lesson there is what it was made with.
      const entry = step.do === 'undo' ? past.at(-1) : step.do === 'redo' ? future.entries[0] : undefined
      const next = entry && walked(lesson, step, entry)
      if (entry && next) {
        lesson = next
        past = step.do === 'undo' ? past.slice(0, -1) : [...past, entry]
        future = {
          ...future,
          entries: step.do === 'undo' ? [entry, ...future.entries] : future.entries.slice(1),
        }
        this.steps.push({ ...step, label: entry.label, patches: entry.patches, inverse: entry.inverse })
        continue
      }
      const result = replay(step, lesson)
      if (result && 'word' in result) this.setAside(step, told(result))
      else if (result) {
        lesson = result.lesson
        const made: Step = {
          ...step,
          do: 'edit',
          label: nameOf(step),
          patches: result.patches,
          inverse: result.inverse,
        }
        this.steps.push(made)
        past = [...past, { label: made.label, patches: made.patches, inverse: made.inverse }]
        future = { entries: [], beyond: 0 }
      }
    }
    this.revision = fresh.revision
    this.stale = false
    this.keep()
    this.hooks.onFresh(lesson, { ...fresh.undo, entries: past }, future)
    this.tellWaiting()
    if (moved && this.steps.length > 0 && this.unkept.length === before)
      this.hooks.onWord(inWords('state.anotherWindowChangedThisLessonToo'))
  }

  private setAside(step: Step, why: Told): void {
    this.unkept = [
      ...this.unkept,
      { step: step.step, label: nameOf(step), changes: step.changes, why, at: new Date().toISOString() },
    ]
    this.tellUnkept()
    this.hooks.onWord(inWords('state.notKeptItIsListed', retold(nameOf(step)), retold(why)), true)
  }
  private tellUnkept(): void {
    this.shelf.setUnkept(this.unkept)
    this.hooks.onUnkept(this.unkept)
  }
  private keep(): void {
    const kept = this.shelf.keep([
      ...[...this.steps, ...this.later].map((s) => ({
        step: s.step,
        do: s.do,
        label: s.label,
        edit: s.edit,
        seed: s.seed,
        edits: s.edits,
        changes: s.changes,
      })),
      ...(this.typing ? [this.typing] : []),
    ])
    if (!kept) this.hooks.onWord(NO_ROOM, true)
  }
}

const nameOf = ({ do: way, label }: Step): Told =>
  way === 'edit' ? label : told(said(way === 'undo' ? 'state.undo' : 'state.redo', retold(label)))

/** The lesson after a step in the history, where the entry that stands there comes to what the step was made for. */
function walked(lesson: Lesson, step: Step, entry: Entry): Lesson | null {
  try {
    const next = applyPatches(lesson, step.do === 'undo' ? entry.inverse : entry.patches)
    return same(changesBetween(lesson, next), step.changes) ? next : null
  } catch {
    return null
  }
}

/**
 * A step made again on another state of its lesson; null when that is as it should be already; a sentence when it does
 * not fit.
 */
function replay(step: Step, lesson: Lesson): Edited | null | Sentence {
  const clash = step.left ? clashOf(lesson, step.changes) : null
  if (clash) return said('state.theLessonWasChangedElsewhere', clash)
  const made = applyEdit(lesson, step.edit, idsFrom(step.seed))
  if ('edited' in made) return made.edited
  if (!made.refused) return null
  const why = asSentence(made.refused)
  return made.unfit ? said('state.theLessonWasChangedElsewhereMeanwhile', why) : why
}
