import { makesMoments } from '../kinds/looks'
import { pressId, stopId } from '../moments/drawn'
import type { TimedMoment } from '../moments'
import { movesOf } from './moves'
import type { Timed } from './timed'

/** A drawn pointer presses so many frames after it has come to rest. */
const PRESS_AFTER = 4

/** The stops and presses of a lesson’s drawn pointers, as moments like those of a recorded one. */
export function drawnMoments(timed: Timed): TimedMoment[] {
  const out: TimedMoment[] = []
  for (const e of timed.lesson.elements) {
    if (!makesMoments(e.look)) continue
    const at = { x: e.x, y: e.y }
    const moves = movesOf(timed, e)
    for (const [i, { pose, to }] of moves.entries()) {
      if (typeof pose.values.x === 'number') at.x = pose.values.x
      if (typeof pose.values.y === 'number') at.y = pose.values.y
      const frame = Math.round(to)
      const next = moves[i + 1]
      const untilFrame = Math.max(frame, Math.round(next ? next.from : timed.spans.get(e.id)!.to))
      out.push({
        id: stopId(e.id, pose.id),
        kind: 'rest',
        label: `${e.name} stops ${i + 1}`,
        frame,
        untilFrame,
        at: { ...at },
      })
      if (pose.press)
        out.push({
          id: pressId(e.id, pose.id),
          kind: 'click',
          label: `${e.name} presses ${moves.slice(0, i + 1).filter((m) => m.pose.press).length}`,
          frame: frame + PRESS_AFTER,
          untilFrame: null,
          at: { ...at },
        })
    }
  }
  return out
}
