import { bornOf, caught, isTiedTo, type Catch } from '../../moments'
import { motionOf } from '../../motion'
import type { Timed } from '../../timing'
import type { Edit } from '../ground/act'
import { elementIn } from '../ground/chosen'
import { shiftKeys, type KeyRef } from './keys'
import { putMoveEdge } from './moveEdges'

/** What of a move is dragged: where it sets out, where it lands, or all of it. */
export type MovePart = 'start' | 'end' | 'all'

/** How a move is dragged on its element's bar. */
export interface NotchDrag {
  /** Frames to the right. */
  by: number
  /** An end ties itself to what lies so many frames near. */
  reach: number
  /** It ties itself to nothing. */
  loose: boolean
  /** The keyframes that are chosen: they go along, where the pose is one of them. */
  keys: readonly KeyRef[]
}

/** The edit that a drag of the move to a pose stands for, and the moment that it would be tied to. */
export function draggedMove(
  timed: Timed,
  element: string,
  pose: string,
  part: MovePart,
  { by, reach, loose, keys }: NotchDrag,
): { change: Edit; hit: Catch | null } {
  if (part === 'all') return { change: shiftKeys([{ element, pose, path: null }], by), hit: null }
  if (keys.length > 1 && keys.some((k) => k.pose === pose)) return { change: shiftKeys(keys, by), hit: null }
  const e = elementIn(timed.lesson, element)!
  const span = timed.spans.get(element)!
  const { from, to } = motionOf(timed, e).moves.find((m) => m.pose.id === pose)!
  const frame = Math.round(
    part === 'start' ? Math.min(from + by, to) : Math.min(Math.max(to + by, from), Math.max(to, span.to - 1)),
  )
  const near = loose ? null : caught(timed.moments.values(), frame, reach, (m) => isTiedTo(m) && !bornOf(m.id, element))
  const hit = near && (part === 'start' ? near.frame <= to : near.frame >= from) ? near : null
  return { change: putMoveEdge(element, pose, part, hit?.frame ?? frame, hit), hit }
}
