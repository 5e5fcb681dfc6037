import { useCallback, useState } from 'react'

const held = new Map<string, unknown>()
/**
 * What is set beside an act, for the next time it is done: it stays as it was set while the page is open, whatever
 * else is shown meanwhile.
 *
 * @param key    what it is, by a name of its own
 * @param first  what it is before anybody sets it
 */
export function useKept<T>(key: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => (held.has(key) ? (held.get(key) as T) : first))
  const set = useCallback(
    (next: T) => {
      held.set(key, next)
      setValue(next)
    },
    [key],
  )
  return [value, set]
}
