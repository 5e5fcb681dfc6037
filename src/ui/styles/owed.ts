import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { HouseStyle } from '@/core/lesson/style'
import { ask, Refusal } from '../kit/api'

/** A house style as it was changed here and is not stored yet, and the revision from which that was done. */
interface Owed {
  doc: HouseStyle
  base: number
}
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
/**
 * Stores what windows left behind that are gone.
 *
 * @param later  is told when more of it was stored, once another window let go of it
 */
export async function storeOwed(later: () => void): Promise<void> {
  const keys = Object.keys(localStorage).filter((k) => k.startsWith(KEY))
  await Promise.all(
    keys.map(async (key) => {
      const id = key.slice(KEY.length)
      const store = () => storeOne(id)
      const soon = { signal: AbortSignal.timeout(GOES_MS) }
      await navigator.locks.request(lockOf(id), soon, store).catch(() => {
        void navigator.locks.request(lockOf(id), store).then(later)
      })
    }),
  )
}
async function storeOne(id: string): Promise<void> {
  const owed = readOwed(id)
  if (!owed) return
  try {
    await ask(ROUTES.keepAgain, { at: { id }, body: { kind: 'style', ...owed } })
    dropOwed(id)
  } catch (e) {
    if (!(e instanceof Refusal) || e.status >= 500) return
    dropOwed(id)
    toast.error(`“${owed.doc.name}” was left with changes that cannot be stored any more. ${e.message}`)
  }
}
function readOwed(id: string): Owed | null {
  try {
    const { doc, base } = JSON.parse(localStorage.getItem(KEY + id) ?? 'null') as Owed
    return { doc: HouseStyle.parse(doc), base }
  } catch {
    dropOwed(id)
    return null
  }
}
