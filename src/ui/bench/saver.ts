import type { Patch } from 'immer'
import { applyEdit, type Edit } from '@/core/edits'
import type { Lesson } from '@/core/lesson/schema'
import { ask, Refusal, sentenceOf } from '../kit/api'
import { freshId } from '../kit/ids'

/** A step of the history: what it is called, the way there and the way back. */
export interface Entry { label: string; patches: Patch[]; inverse: Patch[] }
export interface SaveState { state: 'saved' | 'saving' | 'waiting'; sentence?: string }
type Step = { do: 'edit'; label: string; patches: Patch[]; inverse: Patch[]; again?: Edit } | { do: 'undo' | 'redo'; label: string }
interface Opened { lesson: Lesson; revision: number; history: { label: string; patches: Patch[]; inverse: Patch[]; undone: boolean }[] }
interface Hooks {
  onState(state: SaveState): void
  /** The lesson as the server has it, with its history. */
  onFresh(lesson: Lesson, revision: number, past: Entry[], future: Entry[]): void
  onWord(sentence: string, bad?: boolean): void
}

const WAITS_MS = [300, 700, 1500, 3000, 5000]

/**
 * Sends steps to the server one after another, each on top of the last. What has not arrived is
 * kept in this browser too. When another window was faster, the lesson is fetched and the steps
 * that wait are made again on top of it.
 */
export class Saver {
  private readonly client = freshId('window')
  private steps: Step[] = []
  private revision = 0
  private busy = false
  private failures = 0
  private closed = false
  private timer: ReturnType<typeof setTimeout> | null = null
  constructor(private readonly id: string, private readonly hooks: Hooks) {}

  private get key(): string { return `vane-unsaved-${this.id}` }

  async open(): Promise<void> {
    let fresh: Opened
    try { fresh = await ask<Opened>(`/api/lessons/${this.id}`) } catch (e) {
      if (e instanceof Refusal && e.status !== 503) throw e
      this.hooks.onState({ state: 'waiting', sentence: sentenceOf(e) })
      if (!this.closed) this.timer = setTimeout(() => void this.open(), 1500)
      return
    }
    if (this.closed) return
    this.accept(fresh)
    const left = this.readKept()
    if (left && left.base === fresh.revision) {
      this.steps = left.steps
      await this.send()
      if (this.steps.length === 0) { this.accept(await ask<Opened>(`/api/lessons/${this.id}`)); this.hooks.onWord('What this window had not saved yet is saved now.') }
    } else if (left) {
      localStorage.removeItem(this.key)
      this.hooks.onWord(`The last change of this window (${left.steps.map((s) => s.label).join(', ')}) was not saved: the lesson was changed elsewhere since.`, true)
    }
    this.hooks.onState({ state: this.steps.length ? 'waiting' : 'saved' })
  }

  private accept(fresh: Opened): void {
    this.revision = fresh.revision
    const entries = (undone: boolean) => fresh.history.filter((h) => h.undone === undone).map(({ label, patches, inverse }) => ({ label, patches, inverse }))
    this.hooks.onFresh(fresh.lesson, fresh.revision, entries(false), entries(true))
  }

  add(step: Step): void {
    this.steps.push(step)
    this.keep()
    this.hooks.onState({ state: this.failures ? 'waiting' : 'saving' })
    void this.send()
  }

  /** Another window changed the lesson. */
  hear(revision: number, client: string, label: string): void {
    if (client === this.client || revision <= this.revision || this.busy || this.steps.length) return
    void this.refresh(`Another window changed this lesson: ${label}.`)
  }
  /** Looks whether the server still has what this window shows; after the line was down. */
  check(): void {
    if (this.steps.length) void this.send()
    else if (!this.busy && !this.closed) void ask<Opened>(`/api/lessons/${this.id}`).then((f) => { if (f.revision > this.revision && !this.busy) { this.accept(f); this.hooks.onWord('This lesson was changed elsewhere; this window shows it as it is now.') } }, () => {})
  }
  close(): void {
    this.closed = true
    if (this.timer) clearTimeout(this.timer)
  }

  private async refresh(word: string): Promise<void> {
    try { this.accept(await ask<Opened>(`/api/lessons/${this.id}`)); this.hooks.onWord(word) } catch { /* the next news or step brings it */ }
  }

  private async send(): Promise<void> {
    if (this.busy || this.closed) return
    this.busy = true
    try {
      for (let step = this.steps[0]; step && !this.closed; step = this.steps[0]) {
        const body = step.do === 'edit' ? { do: step.do, label: step.label, patches: step.patches, inverse: step.inverse } : { do: step.do }
        try {
          const { revision } = await ask<{ revision: number }>(`/api/lessons/${this.id}/steps`, 'POST', { ...body, base: this.revision, client: this.client })
          this.revision = revision
          this.failures = 0
          this.steps.shift()
          this.keep()
        } catch (e) {
          if (e instanceof Refusal && e.status === 409) { await this.rebase(); continue }
          if (e instanceof Refusal && e.status >= 400 && e.status < 500) {
            this.steps = []
            this.keep()
            this.hooks.onWord(e.message, true)
            await this.refresh('The lesson is shown as it was last saved.')
            break
          }
          this.failures++
          this.hooks.onState({ state: 'waiting', sentence: sentenceOf(e) })
          this.timer = setTimeout(() => void this.send(), WAITS_MS[Math.min(this.failures, WAITS_MS.length) - 1])
          return
        }
      }
      this.hooks.onState({ state: 'saved' })
    } finally { this.busy = false }
  }

  /** The lesson moved on under the steps that wait: they are made again on top of it. A step answered but never heard of is not made twice. */
  private async rebase(): Promise<void> {
    const fresh = await ask<Opened>(`/api/lessons/${this.id}`)
    const first = this.steps[0]
    const last = fresh.history.filter((h) => !h.undone).at(-1)
    if (first?.do === 'edit' && fresh.revision === this.revision + 1 && last && JSON.stringify(last.patches) === JSON.stringify(first.patches)) {
      this.revision = fresh.revision
      this.steps.shift()
      this.keep()
      return
    }
    this.revision = fresh.revision
    const again: Step[] = []
    const lost: string[] = []
    let { lesson } = fresh
    for (const step of this.steps) {
      const result = step.do === 'edit' && step.again ? applyEdit(lesson, step.again) : null
      if (result && 'edited' in result && step.do === 'edit') {
        lesson = result.edited.lesson
        again.push({ ...step, patches: result.edited.patches, inverse: result.edited.inverse })
      } else lost.push(step.label)
    }
    this.steps = again
    this.keep()
    this.accept({ lesson, revision: fresh.revision, history: [...fresh.history.filter((h) => !h.undone), ...again.map((s) => ({ ...(s as Entry), undone: false }))] })
    if (lost.length) this.hooks.onWord(`Another window changed this lesson first. Not kept: ${lost.join(', ')}. Look, and make it again.`, true)
    else this.hooks.onWord('Another window changed this lesson too; your change stands on top of it.')
  }

  private keep(): void {
    try {
      if (this.steps.length === 0) localStorage.removeItem(this.key)
      else localStorage.setItem(this.key, JSON.stringify({ base: this.revision, steps: this.steps.map((s) => ({ ...s, again: undefined })) }))
    } catch { /* a full store: the server still gets it */ }
  }
  private readKept(): { base: number; steps: Step[] } | null {
    try { return JSON.parse(localStorage.getItem(this.key) ?? 'null') as { base: number; steps: Step[] } | null } catch { return null }
  }
}
