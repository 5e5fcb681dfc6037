import { useRef } from 'react'

/** The same list as before while everything in it is the same, so that what is worked out from it is not worked out again. */
export function useSame<T>(list: readonly T[]): readonly T[] {
  const kept = useRef(list)
  if (kept.current.length !== list.length || kept.current.some((v, i) => v !== list[i])) kept.current = list
  return kept.current
}
