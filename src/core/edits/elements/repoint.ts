import { elementIn } from '../ground/chosen'
import type { Edge, Element, MoveEdge } from '../../lesson/schema'
import { points } from '../../kinds'
import { atPose, motionOf } from '../../motion'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { define, Id } from '../ground/act'
import { Here, XY } from '../ground/args'
import { keptAt } from '../motion/moveEdges'
import { putPose } from '../motion/posing'

/** How fast a re-pointed arrow travels, in picture heights a second. */
const TRAVEL = 1.1
/** How long a thing that is pointed at stays pointed at, at least. */
const STAYS_SECONDS = 2

/**
 * “Re-point”: an arrow, a callout's tail or a drawn pointer leaves what it points at when the move starts and swings
 * over to the next thing. Its turn goes the shorter way, its length and bend stay unless it would leave the picture. It
 * stays on long enough to be seen.
 */
export const repoint = define('repoint', [Id.element, Here, XY], (id, here, to) => (draft, { timed, newId }) => {
  const { frame } = here
  const own = timed.lesson.elements.find((e) => e.id === id)
  const e = elementIn(draft, id)
  if (!own || !e) return
  const now = atPose(timed, own, motionOf(timed, own).moves.filter((m) => m.from < frame).length)
  const pointing = points(now)
  if (!pointing?.now) return
  const { values, way } = pointing.repoint(to, timed.lesson.frame)
  const fps = framesPerSecond(timed.lesson.rate)
  const frames =
    here.frames ?? Math.round(Math.min(1.2, Math.max(0.4, way / (TRAVEL * timed.lesson.frame.height))) * fps)
  const begins: MoveEdge = here.caught
    ? keptAt(timed, own, frame, here.caught)
    : { on: 'start', frames: frame - timed.spans.get(id)!.from }
  putPose(
    timed,
    draft,
    own,
    { id: newId('pose'), start: begins, end: { on: 'length', frames }, easing: 'ease-in-out', values, curve: null },
    frame + frames,
  )
  lastUntil(e, timed, frame + frames + Math.round(STAYS_SECONDS * fps))
})
function lastUntil(e: Element, timed: Timed, frame: number): void {
  const span = timed.spans.get(e.id)!
  const goal = Math.min(frame, timed.length)
  if (span.to >= goal) return
  const { end } = e
  const by = goal - span.to
  const later: Edge =
    end.on === 'loose'
      ? { on: 'loose', frame: end.frame + by }
      : end.on === 'length'
        ? { on: 'length', frames: end.frames + by }
        : { ...end, offset: end.offset + by, last: end.last + by }
  e.end = later
  for (const pose of e.poses)
    for (const side of ['start', 'end'] as const) {
      const edge = pose[side]
      if (edge.on === 'end') edge.frames += by
    }
}
