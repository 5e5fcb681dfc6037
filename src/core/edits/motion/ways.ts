import type { Point } from '../../geometry'
import type { Element, MoveEdge } from '../../lesson/schema'
import { atPose, motionOf } from '../../motion'
import type { Timed } from '../../timing'
import { alongPath, pathLength } from '../../values'
import { define, Id } from '../ground/act'
import { elementIn } from '../ground/chosen'

/**
 * “Even speed”: the moves of a chain take as long as the distance that each covers, so that all go equally fast; rests
 * between them stay as long as they are, and so does the whole. Landings are whole frames, in their order.
 */
export const evenSpeed = define('evenSpeed', [Id.element], (id) => (draft, { timed }) => {
  const own = timed.lesson.elements.find((e) => e.id === id)
  const e = elementIn(draft, id)
  if (!own || !e) return
  const { moves } = motionOf(timed, own)
  const travelling = moves.filter((m) => 'x' in m.pose.values || 'y' in m.pose.values)
  if (travelling.length < 2) return
  const begins = travelling.map((m, i) =>
    m.pose.start.on === 'previous' ? (i > 0 ? travelling[i - 1]!.to : m.from) : m.from,
  )
  const rests = travelling.map((_m, i) => (i > 0 ? Math.max(0, begins[i]! - travelling[i - 1]!.to) : 0))
  const lengths = travelling.map((m) =>
    pathLength(atPose(timed, own, moves.indexOf(m)), atPose(timed, own, moves.indexOf(m) + 1), m.pose.curve),
  )
  const total = lengths.reduce((a, b) => a + b, 0)
  const first = begins[0]!
  const under = travelling.at(-1)!.to - first - rests.reduce((a, b) => a + b, 0)
  if (total === 0 || under < travelling.length) return
  const span = timed.spans.get(id)!
  const kept = (frame: number): MoveEdge => ({ on: 'share', share: (frame - span.from) / (span.to - span.from) })
  let gone = 0
  let rested = 0
  let before = first
  travelling.forEach((m, i) => {
    const pose = e.poses.find((p) => p.id === m.pose.id)!
    rested += rests[i]!
    gone += lengths[i]!
    const start = before + rests[i]!
    const room = travelling.length - 1 - i
    const landing =
      i === travelling.length - 1
        ? m.to
        : Math.min(
            travelling.at(-1)!.to - room,
            Math.max(start + 1, Math.round(first + rested + (under * gone) / total)),
          )
    pose.start = i > 0 && rests[i] === 0 ? { on: 'previous' } : kept(start)
    pose.end = kept(landing)
    pose.easing = 'linear'
    before = landing
  })
})
/** Points along the way that a move takes, for drawing it; in pixels of the element's place. */
export function wayOf(timed: Timed, e: Element, index: number): Point[] {
  const { moves } = motionOf(timed, e)
  const a = atPose(timed, e, index)
  const b = atPose(timed, e, index + 1)
  const { curve } = moves[index]!.pose
  return Array.from({ length: curve ? 25 : 2 }, (_, i) => alongPath(a, b, curve, curve ? i / 24 : i))
}
