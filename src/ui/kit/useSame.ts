import { useState } from 'react'

/**
 * The same list as before while everything in it is the same, so that what is worked out from it is not worked out
 * again.
 */
export function useSame<T>(list: readonly T[]): readonly T[] {
  const [kept, setKept] = useState(list)
  const same = kept.length === list.length && kept.every((v, i) => v === list[i])
  if (!same) setKept(list)
  return same ? kept : list
}
