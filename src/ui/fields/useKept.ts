import { useCallback, useReducer } from 'react'

const held = new Map<string, unknown>()
/**
 * What is set beside an act, for the next time it is done: it stays as it was set while the page is open, whatever
 * else is shown meanwhile.
 *
 * @param key    what it is, by a name of its own
 * @param first  what it is before anybody sets it
 */
export function useKept<T>(key: string, first: T): [T, (value: T) => void] {
  const [, again] = useReducer((n: number) => n + 1, 0)
  const set = useCallback(
    (next: T) => {
      held.set(key, next)
      again()
    },
    [key],
  )
  return [held.has(key) ? (held.get(key) as T) : first, set]
}
