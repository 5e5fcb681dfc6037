import { useEffect, useRef, useState } from 'react'

/** A value that follows another at most so often; the last one always comes through. */
export function useLagging<T>(value: T, ms: number): T {
  const [shown, setShown] = useState(value)
  const at = useRef(0)
  useEffect(() => {
    if (Object.is(value, shown)) return
    const wait = at.current + ms - performance.now()
    const take = () => { at.current = performance.now(); setShown(value) }
    if (wait <= 0) { take(); return }
    const timer = setTimeout(take, wait)
    return () => clearTimeout(timer)
  }, [value, shown, ms])
  return shown
}
