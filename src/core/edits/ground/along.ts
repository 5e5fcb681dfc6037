import { takeTimeAt } from '../../lesson/clips'
import type { MoveEdge, Pose } from '../../lesson/schema'
import type { Timed } from '../../timing'

/** As many poses as an element may have. */
export const MOST_POSES = 1000

/**
 * Where a move made for what a take shows begins or lands: with the take, so that it stays with it when the take is
 * trimmed.
 */
export const withTake = (timed: Timed, from: number, frame: number): MoveEdge =>
  takeTimeAt(timed, from + frame) ?? { on: 'start', frames: frame }

/**
 * Poses that lead evenly from one corner of a way to the next; corners are frames from the element's start, which is at
 * `from`. Where nothing changes there is none.
 */
export function posesAlong(
  prefix: string,
  timed: Timed,
  from: number,
  corners: readonly number[],
  valuesAt: (frame: number) => Pose['values'],
): Pose[] {
  const same = (a: Pose['values'], b: Pose['values']) => Object.keys(b).every((k) => a[k] === b[k])
  const out: Pose[] = []
  for (let i = 1; i < corners.length && out.length < MOST_POSES; i++) {
    const [begin, land] = [corners[i - 1]!, corners[i]!]
    const values = valuesAt(land)
    if (!same(valuesAt(begin), values))
      out.push({
        id: `${prefix}-${out.length + 2}`,
        start: withTake(timed, from, begin),
        end: withTake(timed, from, land),
        easing: 'linear',
        values,
        curve: null,
      })
  }
  return out
}
