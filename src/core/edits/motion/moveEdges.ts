import { hundredth } from '../../geometry'
import { elementIn } from '../ground/chosen'
import { MoveEdge, Pose, type Element, type Lesson } from '../../lesson/schema'
import { takeTimeAt } from '../../lesson/clips'
import { nearestMoment } from '../../moments'
import { edgeFrame, motionOf } from '../../motion'
import type { Timed } from '../../timing'
import { z } from 'zod'
import { define, Id } from '../ground/act'
import { Caught, Easing, Num, PoseRefs, Side } from '../ground/args'

/**
 * Where an edge of a move is kept when it is put at a frame: tied to what caught it, else from the nearer end of the
 * element.
 */
export function keptAt(timed: Timed, e: Element, frame: number, caught: Caught | null): MoveEdge {
  if (caught)
    return {
      on: 'moment',
      moment: caught.moment.id,
      edge: caught.edge,
      offset: Math.round(frame) - caught.frame,
      last: Math.round(frame),
    }
  const span = timed.spans.get(e.id)!
  const after = Math.round(frame) - span.from
  return after * 2 <= span.to - span.from
    ? { on: 'start', frames: after }
    : { on: 'end', frames: span.to - Math.round(frame) }
}

export type Keeping = 'start' | 'end' | 'share' | 'moment' | 'length' | 'previous' | 'key' | 'take'
/** An edge of a move kept in another way, where it is now. */
export function keptAs(timed: Timed, e: Element, pose: Pose, side: 'start' | 'end', how: Keeping): MoveEdge {
  const move = motionOf(timed, e).moves.find((m) => m.pose.id === pose.id)!
  const at = side === 'start' ? move.from : move.to
  const span = timed.spans.get(e.id)!
  switch (how) {
    case 'start':
      return { on: 'start', frames: Math.round(at) - span.from }
    case 'end':
      return { on: 'end', frames: span.to - Math.round(at) }
    case 'share':
      return { on: 'share', share: (at - span.from) / (span.to - span.from) }
    case 'length':
      return { on: 'length', frames: Math.max(0, Math.round(move.to - move.from)) }
    case 'previous':
    case 'key':
      return { on: how }
    case 'take':
      return takeTimeAt(timed, Math.round(at)) ?? keptAt(timed, e, at, null)
    case 'moment': {
      const near = nearestMoment(timed.moments.values(), at)
      return { on: 'moment', moment: near.id, edge: 'start', offset: Math.round(at) - near.frame, last: Math.round(at) }
    }
  }
}

/** An edge of a move as it is after being put at `frame`: kept in the way it was, or tied to what caught it. */
function moveEdgeAt(
  timed: Timed,
  e: Element,
  pose: Pose,
  side: 'start' | 'end',
  { frame, caught }: { frame: number; caught: Caught | null },
): MoveEdge {
  const move = motionOf(timed, e).moves.find((m) => m.pose.id === pose.id)!
  const edge = pose[side]
  if (caught) return keptAt(timed, e, frame, caught)
  const span = timed.spans.get(e.id)!
  switch (edge.on) {
    case 'start':
      return { on: 'start', frames: Math.round(frame) - span.from }
    case 'end':
      return { on: 'end', frames: span.to - Math.round(frame) }
    case 'share':
      return { on: 'share', share: (frame - span.from) / Math.max(1, span.to - span.from) }
    case 'moment':
    case 'element': {
      const now = edgeFrame(timed, e, edge)
      return now === null
        ? keptAt(timed, e, frame, null)
        : { ...edge, offset: edge.offset + Math.round(frame - now), last: Math.round(frame) }
    }
    case 'length':
      return { on: 'length', frames: Math.max(0, Math.round(side === 'end' ? frame - move.from : move.to - frame)) }
    case 'previous':
    case 'key':
      return keptAt(timed, e, frame, null)
    case 'take':
      return takeTimeAt(timed, Math.round(frame)) ?? keptAt(timed, e, frame, null)
  }
}

const poseOf = (draft: Lesson, element: string, pose: string): Pose | undefined =>
  elementIn(draft, element)?.poses.find((p) => p.id === pose)
export const setMoveEdge = define(
  'setMoveEdge',
  [Id.element, z.string(), Side, MoveEdge],
  (element, pose, side, edge) => (draft) => {
    const p = poseOf(draft, element, pose)
    if (!p) return
    const other = side === 'start' ? 'end' : 'start'
    // A move whose both ends are lengths would have no place in time.
    if (edge.on === 'length' && p[other].on === 'length') return
    if ((edge.on === 'previous' || edge.on === 'key') && side === 'end') return
    p[side] = edge
  },
)
/** One easing for several moves at once. */
export const setMoveEasing = define('setMoveEasing', [PoseRefs, Easing], (moves, easing) => (draft) => {
  for (const m of moves) {
    const p = poseOf(draft, m.element, m.pose)
    if (p) p.easing = easing
  }
})
export const setCurve = define(
  'setCurve',
  [Id.element, z.string(), Pose.shape.curve],
  (element, pose, curve) => (draft) => {
    const p = poseOf(draft, element, pose)
    if (p)
      p.curve = curve && {
        start: { x: hundredth(curve.start.x), y: hundredth(curve.start.y) },
        landing: { x: hundredth(curve.landing.x), y: hundredth(curve.landing.y) },
      }
  },
)
export const removePoses = define('removePoses', [PoseRefs], (moves) => (draft) => {
  for (const { element, pose } of moves) {
    const e = elementIn(draft, element)
    if (e) e.poses = e.poses.filter((p) => p.id !== pose)
  }
})
/**
 * Puts an edge of a move at a frame of the lesson, tied to what caught it. Its other edge stays where it is: the move
 * gets faster or slower.
 */
export const putMoveEdge = define(
  'putMoveEdge',
  [Id.element, z.string(), Side, Num, Caught.nullable()],
  (element, poseId, side, frame, caught) =>
    (draft, { timed }) => {
      const p = poseOf(draft, element, poseId)
      const own = elementIn(timed.lesson, element)
      const pose = own?.poses.find((x) => x.id === poseId)
      if (!p || !own || !pose) return
      const move = motionOf(timed, own).moves.find((m) => m.pose.id === pose.id)!
      const other = side === 'start' ? 'end' : 'start'
      const frames = Math.max(0, Math.round(side === 'start' ? move.to - frame : frame - move.from))
      if (p[other].on === 'length') p[other] = { on: 'length', frames }
      p[side] = moveEdgeAt(timed, own, pose, side, { frame, caught })
    },
)
