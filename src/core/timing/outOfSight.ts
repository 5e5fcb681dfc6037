import type { Element } from '../lesson/schema'
import { movesOf } from './moves'
import type { Timed } from './timed'

const pinned = (e: Element): boolean =>
  e.space === 'framed' && e.poses.some((p) => p.end.on === 'take' && p.values.opacity === 0)

/** The frames, half-open [from, to), in which a pinned element is not shown, as what it marks is out of sight. */
export function outOfSight(timed: Timed, e: Element): { from: number; to: number }[] {
  const out: { from: number; to: number }[] = []
  if (!pinned(e)) return out
  const until = timed.spans.get(e.id)!.to
  let since: number | null = null
  const close = (to: number) => {
    if (since !== null && to > since) out.push({ from: since, to })
    since = null
  }
  for (const { pose, to } of movesOf(timed, e)) {
    const shown = pose.values.opacity
    if (shown === 0 && pose.end.on === 'take') since ??= Math.round(to)
    else if (shown !== undefined) close(Math.min(until, Math.round(to)))
  }
  close(until)
  return out
}
