import { startTransition, useEffect, useState } from 'react'

/** Where a value is kept: what it is now, and how to hear when it may be another. */
export interface Watched<T> {
  get: () => T
  subscribe: (changed: () => void) => () => void
}

/**
 * A value that follows another so many milliseconds later, at most so often, and only as there is time to draw it; the
 * last one always comes through.
 */
export function useLagging<T>({ get, subscribe }: Watched<T>, ms: number): T {
  const [shown, setShown] = useState(get)
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const take = () => {
      timer = undefined
      startTransition(() => setShown(get))
    }
    const stop = subscribe(() => {
      timer ??= setTimeout(take, ms)
    })
    return () => {
      stop()
      clearTimeout(timer)
    }
  }, [get, subscribe, ms])
  return shown
}
