import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { same } from '@/core/edits'
import { HouseStyle } from '@/core/lesson/style'
import { ask, Refusal } from '../kit/api'
import { inWords } from '../../words/words'

/** A house style as it was changed here and is not stored yet, and the revision from which that was done. */
interface Owed {
  doc: HouseStyle
  base: number
  /** What was on its way to be stored then, without an answer yet. */
  sent: HouseStyle | null
}
/** From which revision it goes on: what was on its way may have arrived. */
const baseOf = ({ base, sent }: Owed, stored: HouseStyle): number => (sent && same(stored, sent) ? sent.revision : base)
const KEY = 'vane-style-'

/** Keeps in this browser what is not stored yet, in case the window ends before it is. @returns whether it could */
export function keepOwed(owed: Owed): boolean {
  try {
    localStorage.setItem(KEY + owed.doc.id, JSON.stringify(owed))
    return true
  } catch {
    return false
  }
}
export function dropOwed(id: string): void {
  try {
    localStorage.removeItem(KEY + id)
  } catch {
    /* then there is nothing to remove */
  }
}
/** What it is called by which a window says that it stores what is owed of a style itself. */
const lockOf = (id: string) => KEY + id
/** Says that this window stores what is owed of a style, until it is let go of. */
export function storesItself(id: string): () => void {
  let letGo = () => {}
  const until = new Promise<void>((done) => {
    letGo = done
  })
  // Where there are no locks, there are no other windows that ask for them.
  void (navigator.locks as LockManager | undefined)?.request(lockOf(id), () => until)
  // Kept by the browser for the way back, it would hold on to it.
  window.addEventListener('pagehide', letGo)
  return () => {
    window.removeEventListener('pagehide', letGo)
    letGo()
  }
}

/** A window that is just going lets go of what it stores itself within so long. */
const GOES_MS = 400
/** What is stored of it by now, with what another window still lets wait. */
let all: Promise<unknown> = Promise.resolve()
/** Once what windows left behind is stored; where one that is still there holds on to it, not for long. */
export const owedStored = (): Promise<unknown> =>
  Promise.race([all, new Promise((done) => setTimeout(done, 10 * GOES_MS))])
/**
 * Stores what windows left behind that are gone.
 *
 * @param later  is told when more of it was stored, once another window let go of it
 */
export async function storeOwed(later: () => void): Promise<void> {
  const keys = Object.keys(localStorage).filter((k) => k.startsWith(KEY))
  const own = keys.map((key) => {
    const id = key.slice(KEY.length)
    const store = () => storeOne(id)
    const stored = navigator.locks.request(lockOf(id), store)
    const soon = Promise.race([stored.then(() => true), new Promise((done) => setTimeout(done, GOES_MS, false))])
    void soon.then((is) => is || stored.then(later))
    return { stored, soon }
  })
  all = Promise.all(own.map((o) => o.stored))
  await Promise.all(own.map((o) => o.soon))
}
/** Styles as they were changed, where that waits to be stored. */
export const withOwed = (styles: readonly HouseStyle[]): HouseStyle[] =>
  styles.map((s) => {
    const owed = readOwed(s.id)
    return owed && baseOf(owed, s) === s.revision ? owed.doc : s
  })
async function storeOne(id: string): Promise<void> {
  const owed = readOwed(id)
  if (!owed) return
  try {
    const kept = (await ask(ROUTES.listKept, { query: { kind: 'style' } })).find((k) => k.id === id)
    const base = kept?.kind === 'style' ? baseOf(owed, kept.doc) : owed.base
    await ask(ROUTES.keepAgain, { at: { id }, body: { kind: 'style', doc: owed.doc, base } })
    dropOwed(id)
  } catch (e) {
    if (!(e instanceof Refusal) || e.status >= 500) return
    dropOwed(id)
    toast.error(inWords('styles.wasLeftWithChangesThat', owed.doc.name, e.message))
  }
}
function readOwed(id: string): Owed | null {
  try {
    const { doc, base, sent } = JSON.parse(localStorage.getItem(KEY + id) ?? 'null') as Owed
    return { doc: HouseStyle.parse(doc), base, sent: sent && HouseStyle.parse(sent) }
  } catch {
    dropOwed(id)
    return null
  }
}
