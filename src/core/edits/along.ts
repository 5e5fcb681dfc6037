import type { Pose } from '../lesson/schema'

/** As many poses as an element may have. */
export const MOST_POSES = 1000

/** Poses that lead evenly from one corner of a way to the next; corners are frames from the element's start. Where nothing changes there is none. */
export function posesAlong(prefix: string, corners: readonly number[], valuesAt: (frame: number) => Pose['values']): Pose[] {
  const same = (a: Pose['values'], b: Pose['values']) => Object.keys(b).every((k) => a[k] === b[k])
  const out: Pose[] = []
  for (let i = 1; i < corners.length && out.length < MOST_POSES; i++) {
    const [from, to] = [corners[i - 1]!, corners[i]!]
    const values = valuesAt(to)
    if (!same(valuesAt(from), values)) out.push({ id: `${prefix}-${out.length + 2}`, start: { on: 'start', frames: from }, end: { on: 'start', frames: to }, easing: 'linear', values, curve: null })
  }
  return out
}
