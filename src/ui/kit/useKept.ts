import { useCallback, useReducer } from 'react'

const KEY = 'vane-set-'
const held = new Map<string, unknown>()
/** What was set, here or before this page was loaded; undefined where nobody set it. */
function setBefore(key: string): unknown {
  if (held.has(key)) return held.get(key)
  try {
    const kept = localStorage.getItem(KEY + key)
    if (kept !== null) held.set(key, JSON.parse(kept))
  } catch {
    /* there is no storage here, or something else in it */
  }
  return held.get(key)
}
/** Keeps a value in this browser. */
export function keep(key: string, value: unknown): void {
  held.set(key, value)
  try {
    localStorage.setItem(KEY + key, JSON.stringify(value))
  } catch {
    /* it stays as long as the page does */
  }
}
/** Whether what an earlier program kept is still of the sort that is meant. */
function isLike(value: unknown, first: unknown): boolean {
  if (first === null || value === null) return true
  if (typeof value !== typeof first || Array.isArray(value) !== Array.isArray(first)) return false
  return typeof first !== 'object' || Object.keys(first!).every((k) => k in (value as object))
}
/** What was kept under a key, where it is still like what is meant; else `first`. */
export function keptOr<T>(key: string, first: T): T {
  const value = setBefore(key)
  return value !== undefined && isLike(value, first) ? (value as T) : first
}
/**
 * What is set beside an act, for the next time it is done: it stays as it was set, whatever else is
 * shown meanwhile, and however often the page is loaded, in this browser.
 *
 * @param key    what it is, by a name of its own
 * @param first  what it is before anybody sets it
 */
export function useKept<T>(key: string, first: T): [T, (value: T) => void] {
  const [, again] = useReducer((n: number) => n + 1, 0)
  const set = useCallback(
    (next: T) => {
      keep(key, next)
      again()
    },
    [key],
  )
  return [keptOr(key, first), set]
}
