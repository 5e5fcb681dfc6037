import { frameOfMedium } from '../lesson/clips'
import type { Edge, Element, MoveEdge, Pose } from '../lesson/schema'
import { bornOf } from '../moments/drawn'
import type { Timed } from './timed'
import { frameOfPart } from './part'

/** When a move is under way, in lesson frames: in [from, to], landed at `to`. */
export interface Underway {
  from: number
  to: number
  /** A moment that it hangs on is gone. */
  lost: boolean
}
/** A pose with the move that leads to it. */
export interface Move extends Underway {
  pose: Pose
  index: number
}

/** What the edges of an element's moves ask for: its own ends, and the frame of a tie, null when that is gone. */
export interface Ends {
  from: () => number
  to: () => number
  tie: (edge: Extract<MoveEdge, { on: 'moment' | 'element' }>) => number | null
  take: (edge: Extract<MoveEdge, { on: 'take' }>) => number | null
}
const endsIn = (timed: Timed, e: Element): Ends => ({
  from: () => timed.spans.get(e.id)!.from,
  to: () => timed.spans.get(e.id)!.to,
  // What comes of an element’s own moves cannot carry them.
  tie: (edge) => (edge.on === 'moment' && bornOf(edge.moment, e.id) ? null : frameOfTie(timed, edge)),
  take: (edge) => frameOfMedium(timed.clips, edge.media, edge.us, timed.lesson.rate),
})

function frameBy(ends: Ends, edge: MoveEdge): number | null {
  switch (edge.on) {
    case 'start':
      return ends.from() + edge.frames
    case 'end':
      return ends.to() - edge.frames
    case 'share':
      return ends.from() + Math.round(edge.share * (ends.to() - ends.from()))
    case 'moment':
    case 'element':
      return ends.tie(edge)
    case 'take':
      return ends.take(edge)
    default:
      return null
  }
}
/**
 * The frame at which an edge of a move lies, by itself, shares to the nearest whole frame; null where it has no place
 * of its own or its moment is gone.
 */
export const edgeFrame = (timed: Timed, e: Element, edge: MoveEdge): number | null => frameBy(endsIn(timed, e), edge)

const lastOf = (edge: MoveEdge): number | null => ('last' in edge ? edge.last : null)
const tied = (edge: MoveEdge) => edge.on === 'moment' || edge.on === 'element'

/**
 * When the move to a pose is under way.
 *
 * @param before  gives the landing of the pose before it, or the element's start: asked only when the move needs it
 */
export function wayOfMove({ start, end }: Pose, ends: Ends, before: () => number): Underway {
  let from = frameBy(ends, start)
  let to = frameBy(ends, end)
  const lostFrom = from === null && tied(start)
  const lostTo = to === null && tied(end)
  // A tie that lost its moment keeps its distance from the other end; else it stays where it was last.
  if (lostTo) to = from !== null && lastOf(start) !== null ? from + lastOf(end)! - lastOf(start)! : lastOf(end)
  if (lostFrom)
    from = to !== null && lastOf(end) !== null && !lostTo ? to + lastOf(start)! - lastOf(end)! : lastOf(start)
  if (start.on === 'previous') from = before()
  from ??= start.on === 'length' && to !== null ? to - start.frames : before()
  to ??= end.on === 'length' ? from + end.frames : from
  return { from: Math.min(from, to), to, lost: lostFrom || lostTo }
}

/** When an element’s moves are under way, in the order in which they land. */
export function movesOf(timed: Timed, e: Element): Move[] {
  const ends = endsIn(timed, e)
  let before = ends.from()
  const moves = e.poses.map((pose, i): Move => {
    const way = wayOfMove(pose, ends, () => before)
    before = way.to
    return { ...way, pose, index: i + 1 }
  })
  return moves.sort((a, b) => a.to - b.to || a.from - b.from || a.index - b.index)
}

type Tied = Extract<Edge | MoveEdge, { on: 'moment' | 'element' }>
/** Which landings are being looked for: one that leads back to itself has none. */
const looking = new Set<string>()
function landingOf(timed: Timed, e: Element, pose: string): number | null {
  const key = `${e.id} ${pose}`
  if (looking.has(key)) return null
  looking.add(key)
  try {
    return movesOf(timed, e).find((m) => m.pose.id === pose)?.to ?? null
  } finally {
    looking.delete(key)
  }
}

/** The frame that a tie leads to; null when what it hangs on is gone. */
export function frameOfTie(timed: Timed, edge: Tied): number | null {
  if (edge.on === 'element') {
    const span = timed.spans.get(edge.element)
    const e = span && timed.lesson.elements.find((x) => x.id === edge.element)
    if (!span || !e) return null
    const lands = (pose: string) => landingOf(timed, e, pose)
    const frame = frameOfPart(e, edge, { from: () => span.from, to: () => span.to, lands })
    return frame === null ? null : frame + edge.offset
  }
  const m = timed.moments.get(edge.moment)
  const at = m && (edge.edge === 'start' ? m.frame : (m.untilFrame ?? m.frame))
  return at === null || at === undefined ? null : at + edge.offset
}
