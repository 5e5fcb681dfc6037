import { frameOfMedium } from '../lesson/clips'
import type { Element, MoveEdge, Pose } from '../lesson/schema'
import { bornOf } from '../moments/drawn'
import type { Timed } from './timed'
import { frameOfTie } from './tie'

/** A pose with the move that leads to it, in lesson frames: under way in [from, to], landed at `to`. */
export interface Move {
  pose: Pose
  index: number
  from: number
  to: number
  lost: boolean
}

/**
 * The frame at which an edge of a move lies, by itself, shares to the nearest whole frame; null where it has no place
 * of its own or its moment is gone.
 */
export function edgeFrame(timed: Timed, e: Element, edge: MoveEdge): number | null {
  const span = timed.spans.get(e.id)!
  switch (edge.on) {
    case 'start':
      return span.from + edge.frames
    case 'end':
      return span.to - edge.frames
    case 'share':
      return span.from + Math.round(edge.share * (span.to - span.from))
    case 'moment':
      return bornOf(edge.moment, e.id) ? null : frameOfTie(timed, edge)
    case 'element':
      return frameOfTie(timed, edge)
    case 'take':
      return frameOfMedium(timed.lesson, edge.media, edge.us)
    default:
      return null
  }
}
const lastOf = (edge: MoveEdge): number | null => ('last' in edge ? edge.last : null)

/** When an element’s moves are under way, in the order in which they land. */
export function movesOf(timed: Timed, e: Element): Move[] {
  const span = timed.spans.get(e.id)!
  const moves: Move[] = []
  let before = span.from
  e.poses.forEach((pose, i) => {
    const tied = (edge: MoveEdge) => edge.on === 'moment' || edge.on === 'element'
    let from = edgeFrame(timed, e, pose.start)
    let to = edgeFrame(timed, e, pose.end)
    const lostFrom = from === null && tied(pose.start)
    const lostTo = to === null && tied(pose.end)
    // A tie that lost its moment keeps its distance from the other end; else it stays where it was last.
    if (lostTo)
      to =
        from !== null && lastOf(pose.start) !== null ? from + lastOf(pose.end)! - lastOf(pose.start)! : lastOf(pose.end)
    if (lostFrom)
      from =
        to !== null && lastOf(pose.end) !== null && !lostTo
          ? to + lastOf(pose.start)! - lastOf(pose.end)!
          : lastOf(pose.start)
    if (pose.start.on === 'previous') from = before
    if (from === null) from = pose.start.on === 'length' && to !== null ? to - pose.start.frames : before
    if (to === null) to = pose.end.on === 'length' ? from + pose.end.frames : from
    moves.push({ pose, index: i + 1, from: Math.min(from, to), to, lost: lostFrom || lostTo })
    before = to
  })
  moves.sort((a, b) => a.to - b.to || a.from - b.from || a.index - b.index)
  return moves
}
