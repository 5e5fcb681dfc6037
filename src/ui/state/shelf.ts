import { EDITS, makeChanges, type Change, type Edit } from '@/core/edits'
import { freshId } from '../kit/ids'
import type { Told } from '../../words/told'

/**
 * A step as it is kept in the browser: its edit, so that it can be made on whatever the lesson has become, and what it
 * changed, told by ids.
 */
export interface KeptStep {
  step: string
  /** What it was when it was made; a step in the history has the edit that comes to the same beside it. */
  do: 'edit' | 'undo' | 'redo'
  label: Told
  edit: Edit
  seed: string
  /** The number of the set of edits that it is one of. */
  edits: number
  changes: Change[]
}
/** A step that could not be stored: why not, and all it would have changed. */
export interface Unkept extends Pick<KeptStep, 'step' | 'label' | 'changes'> {
  why: Told
  at: string
}

interface Locks {
  request(name: string, options: { ifAvailable?: boolean }, held: (lock: unknown) => unknown): Promise<unknown>
}
const locks = (): Locks | undefined => (globalThis.navigator as { locks?: Locks } | undefined)?.locks

/**
 * What one window has not stored yet of one lesson, in the browser's own storage. Each window has a place of its own;
 * what a window that is gone left behind is taken over by the next one that opens the lesson. A window is known to be
 * there by a lock that ends with it.
 */
export class Shelf {
  private readonly key: string
  private readonly unkeptKey: string
  private release: () => void = () => {}
  private readonly awaited = new Set<string>()
  constructor(
    private readonly lesson: string,
    window = freshId('window'),
  ) {
    this.key = `${this.prefix}${window}`
    this.unkeptKey = `vane-unkept-${lesson}`
    void locks()
      ?.request(
        this.key,
        {},
        () =>
          new Promise<void>((done) => {
            this.release = done
          }),
      )
      .catch(() => {})
    // A page that the browser keeps for the way back does not hold on to what it left.
    globalThis.addEventListener?.('pagehide', () => this.release())
  }
  private get prefix(): string {
    return `vane-unsaved-${this.lesson}/`
  }

  /** Keeps these steps for this window. @returns false when the browser has no room for them */
  keep(steps: readonly KeptStep[]): boolean {
    if (steps.length === 0) {
      localStorage.removeItem(this.key)
      return true
    }
    // What an edit changed is told beside it, to be compared and looked at; where there is no room, the edit is enough.
    return [steps, steps.map((s) => (s.do === 'edit' ? { ...s, changes: [] } : s))].some((list) => {
      try {
        localStorage.setItem(this.key, JSON.stringify(list))
        return true
      } catch {
        return false
      }
    })
  }

  /**
   * Takes over, into this window's place, what windows that are gone left behind.
   *
   * @param onFreed  called later on, when a window that is still there has gone and may have left something
   */
  async takeOver(onFreed: () => void): Promise<KeptStep[]> {
    const found: KeptStep[] = []
    const from: string[] = []
    for (const key of this.keysOfOthers()) {
      if (!(await isFree(key))) {
        if (!this.awaited.has(key))
          void locks()
            ?.request(key, {}, () => {})
            .then(
              () => {
                this.awaited.delete(key)
                onFreed()
              },
              () => {},
            )
        this.awaited.add(key)
        continue
      }
      found.push(...read<KeptStep>(key).map(asToday))
      from.push(key)
    }
    if (!this.keep([...read<KeptStep>(this.key).map(asToday), ...found])) return found
    for (const key of from) localStorage.removeItem(key)
    return found
  }
  private keysOfOthers(): string[] {
    const keys = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i)!)
    return keys.filter((k) => k.startsWith(this.prefix) && k !== this.key).sort()
  }

  unkept(): Unkept[] {
    return read<Unkept>(this.unkeptKey)
  }
  setUnkept(list: readonly Unkept[]): void {
    try {
      if (list.length === 0) localStorage.removeItem(this.unkeptKey)
      else localStorage.setItem(this.unkeptKey, JSON.stringify(list))
    } catch {
      /* they are still shown in this window */
    }
  }
  close(): void {
    this.release()
  }
}

/** A step that another version of the program kept: what its edit means may have changed, what it changed has not. */
const asToday = (kept: KeptStep): KeptStep => ({
  ...kept,
  do: kept.do ?? 'edit',
  ...(kept.edits !== EDITS && { edit: makeChanges(kept.changes), seed: kept.step, edits: EDITS }),
})

const isFree = async (key: string): Promise<boolean> => {
  let free = true
  await locks()?.request(key, { ifAvailable: true }, (lock) => {
    free = lock !== null
  })
  return free
}
function read<T>(key: string): T[] {
  try {
    return (JSON.parse(localStorage.getItem(key) ?? '[]') as T[] | null) ?? []
  } catch {
    return []
  }
}
