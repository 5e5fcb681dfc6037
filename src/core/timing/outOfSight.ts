import type { Element } from '../lesson/schema'
import { timecode } from '../time'
import { movesOf } from './moves'
import type { Finding, Timed } from './timed'

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

/** Says of each pinned element from when to when it has lost what it marks. */
export function spotsLost(timed: Timed): Finding[] {
  return timed.lesson.elements.flatMap((e): Finding[] => {
    const gone = outOfSight(timed, e)
    const first = gone[0]
    if (!first) return []
    const at = (frame: number) => timecode(frame, timed.lesson.rate)
    const more = gone.length > 1 ? `, and ${gone.length - 1} more ${gone.length === 2 ? 'time' : 'times'}` : ''
    return [
      {
        code: 'unseen',
        element: e.id,
        frame: first.from,
        sentence:
          `“${e.name}”: what it is pinned to is out of sight from ` +
          `${at(first.from)} to ${at(first.to)}${more}. It is not shown meanwhile.`,
      },
    ]
  })
}
