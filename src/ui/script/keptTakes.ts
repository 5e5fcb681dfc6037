import type { Recorded } from './microphone'
import { inWords } from '../../words/words'

/** What was recorded of a sentence, and which of it is to be heard; −1 for none. */
export interface SentenceTakes {
  takes: readonly Recorded[]
  chosen: number
}
const [NAME, STORE] = ['vane-takes', 'takes']

function opened(): Promise<IDBDatabase> {
  return new Promise((done, fail) => {
    const asked = indexedDB.open(NAME, 1)
    asked.onupgradeneeded = () => asked.result.createObjectStore(STORE)
    asked.onsuccess = () => done(asked.result)
    asked.onerror = () => fail(asked.error ?? new Error(inWords('script.noRoom')))
  })
}
async function inStore<T>(mode: IDBTransactionMode, act: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const db = await opened()
  try {
    return await new Promise<T>((done, fail) => {
      const transaction = db.transaction(STORE, mode)
      const asked = act(transaction.objectStore(STORE))
      transaction.oncomplete = () => done(asked.result)
      transaction.onabort = () => fail(transaction.error ?? new Error(inWords('script.noRoom')))
    })
  } finally {
    db.close()
  }
}

/** What was recorded for a sound of a lesson and not taken yet, by its sentences; kept by the browser. */
export const keptTakes = async (lesson: string, media: string): Promise<Record<string, SentenceTakes>> =>
  ((await inStore('readonly', (s) => s.get(`${lesson} ${media}`))) as Record<string, SentenceTakes> | undefined) ?? {}
/** @throws DOMException when the browser has no room for it */
export const keepTakes = async (lesson: string, media: string, of: Record<string, SentenceTakes>): Promise<void> => {
  await inStore('readwrite', (s) => s.put(of, `${lesson} ${media}`))
}
export const letGoOfTakes = async (lesson: string, media: string): Promise<void> => {
  await inStore('readwrite', (s) => s.delete(`${lesson} ${media}`))
}

/** A sentence that is being recorded, and what there is of it so far. */
export interface Unfinished {
  sentence: string
  soFar: Blob
}
const unfinished = (lesson: string, media: string) => `${lesson} ${media} unfinished`
export const keepUnfinished = async (lesson: string, media: string, of: Unfinished): Promise<void> => {
  await inStore('readwrite', (s) => s.put(of, unfinished(lesson, media)))
}
export const letGoOfUnfinished = async (lesson: string, media: string): Promise<void> => {
  await inStore('readwrite', (s) => s.delete(unfinished(lesson, media)))
}
/** What was being recorded as a window ended; null when every recording was ended by hand. */
export const unfinishedTake = async (lesson: string, media: string): Promise<Unfinished | null> =>
  ((await inStore('readonly', (s) => s.get(unfinished(lesson, media)))) as Unfinished | undefined) ?? null
