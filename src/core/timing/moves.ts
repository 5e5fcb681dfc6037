import { frameOfMedium } from '../lesson/clips'
import type { Edge, Element, MoveEdge, Pose } from '../lesson/schema'
import { bornOf } from '../moments/drawn'
import { memo } from '../values'
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

/** What comes before a move, in the order of the document: asked only when the move needs it. */
export interface Before {
  /** The landing of the pose before it, or the element's start. */
  pose: () => number
  /** The landing of the last earlier pose that keys the same values, the latest of them; or the element's start. */
  keys: () => number
}

/** When the move to a pose is under way, for all that it changes. */
export function wayOfMove({ start, end }: Pose, ends: Ends, before: Before): Underway {
  let from = frameBy(ends, start)
  let to = frameBy(ends, end)
  const lostFrom = from === null && tied(start)
  const lostTo = to === null && tied(end)
  // A tie that lost its moment keeps its distance from the other end; else it stays where it was last.
  if (lostTo) to = from !== null && lastOf(start) !== null ? from + lastOf(end)! - lastOf(start)! : lastOf(end)
  if (lostFrom)
    from = to !== null && lastOf(end) !== null && !lostTo ? to + lastOf(start)! - lastOf(end)! : lastOf(start)
  if (start.on === 'previous') from = before.pose()
  if (start.on === 'key') from = before.keys()
  from ??= start.on === 'length' && to !== null ? to - start.frames : before.pose()
  to ??= end.on === 'length' ? from + end.frames : from
  return { from: Math.min(from, to), to, lost: lostFrom || lostTo }
}

/**
 * The last earlier poses, in the order of the document, that key the values of a pose: a place in the list of poses
 * for each value, -1 where the value is keyed for the first time.
 */
export function ownBefore(poses: readonly Pose[], index: number): number[] {
  return Object.keys(poses[index]!.values).map((path) => {
    let before = index - 1
    while (before >= 0 && !(path in poses[before]!.values)) before--
    return before
  })
}
/** What comes before a move, by when other moves of its element land. */
export const beforeIn = (poses: readonly Pose[], index: number, start: () => number, lands: (i: number) => number) => ({
  pose: () => (index > 0 ? lands(index - 1) : start()),
  keys: () => Math.max(...ownBefore(poses, index).map((i) => (i < 0 ? start() : lands(i))), start()),
})

/** The moves of each element that were asked after, each solved once; null while it is being solved. */
const solved = memo((_timed: Timed) => new Map<Element, (Underway | null | undefined)[]>())
/** When a move is under way, without regard to moves that change the same values; null where it waits for itself. */
function wayIn(timed: Timed, e: Element, index: number): Underway | null {
  const all = solved(timed)
  let ways = all.get(e)
  if (!ways) all.set(e, (ways = []))
  const known = ways[index]
  if (known !== undefined) return known
  ways[index] = null
  const ends = endsIn(timed, e)
  const lands = (i: number) => wayIn(timed, e, i)?.to ?? ends.from()
  return (ways[index] = wayOfMove(e.poses[index]!, ends, beforeIn(e.poses, index, ends.from, lands)))
}

/**
 * When an element's moves are under way, in the order in which they land. A move is one span for all that it changes:
 * one that sets out before an earlier one of the same values has landed begins, for all of them, at that landing.
 */
export function movesOf(timed: Timed, e: Element): Move[] {
  const moves = e.poses
    .map((pose, i): Move => ({ ...wayIn(timed, e, i)!, pose, index: i + 1 }))
    .sort((a, b) => a.to - b.to || a.from - b.from || a.index - b.index)
  const landed = new Map<string, number>()
  for (const move of moves) {
    const paths = Object.keys(move.pose.values)
    for (const path of paths) move.from = Math.min(move.to, Math.max(move.from, landed.get(path) ?? -Infinity))
    for (const path of paths) landed.set(path, move.to)
  }
  return moves
}

type Tied = Extract<Edge | MoveEdge, { on: 'moment' | 'element' }>
function landingOf(timed: Timed, e: Element, pose: string): number | null {
  const index = e.poses.findIndex((p) => p.id === pose)
  return index < 0 ? null : (wayIn(timed, e, index)?.to ?? null)
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
