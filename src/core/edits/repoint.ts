import { elementIn } from './chosen'
import type { Edge, Element, MoveEdge } from '../lesson/schema'
import { arrowBetween, arrowEnds, kindOf } from '../kinds'
import { atPose, motionOf } from '../motion'
import { type KeyValue } from '../values'
import { grown, type Point } from '../geometry'
import { framesPerSecond } from '../time'
import type { Timed } from '../timing'
import type { Edit } from './edit'
import { keptAt } from './moveEdges'
import { hundredth } from './plain'
import { putPose, type Act } from './posing'

/** How fast a re-pointed arrow travels, in picture heights a second. */
const TRAVEL = 1.1
/** How long a thing that is pointed at stays pointed at, at least. */
const STAYS_SECONDS = 2

/** Whether an element points at something, so that it can be pointed at the next thing. */
export const canRepoint = (e: Element): boolean =>
  e.look.kind === 'arrow' || e.look.kind === 'pointer' || (e.look.kind === 'callout' && e.look.tip !== null)

/**
 * “Re-point”: an arrow, a callout's tail or a drawn pointer leaves what it points at when the move starts and swings
 * over to the next thing. Its turn goes the shorter way, its length and bend stay unless it would leave the picture. It
 * stays on long enough to be seen.
 */
export const repoint =
  (id: string, act: Act, to: Point): Edit =>
  (draft) => {
    const { timed, frame } = act
    const own = timed.lesson.elements.find((e) => e.id === id)
    const e = elementIn(draft, id)
    if (!own || !e) return
    const { width: W, height: H } = timed.lesson.frame
    const now = atPose(timed, own, motionOf(timed, own).moves.filter((m) => m.from < frame).length)
    let values: Record<string, KeyValue>
    let way: number
    if (now.look.kind === 'arrow') {
      const { tail, tip } = arrowEnds(now)
      way = Math.hypot(to.x - tip.x, to.y - tip.y)
      const inside = (p: Point) => p.x >= 0 && p.y >= 0 && p.x <= W && p.y <= H
      const same = { x: to.x + tail.x - tip.x, y: to.y + tail.y - tip.y }
      const flips = [
        same,
        { x: 2 * to.x - same.x, y: same.y },
        { x: same.x, y: 2 * to.y - same.y },
        { x: 2 * to.x - same.x, y: 2 * to.y - same.y },
      ]
      const from = flips.find(inside) ?? same
      const flipped = (from.x !== same.x) !== (from.y !== same.y)
      const next = arrowBetween(from, to)
      const turn = ((((next.rotation - now.rotation) % 360) + 540) % 360) - 180
      values = {
        x: hundredth(next.x),
        y: hundredth(next.y),
        width: hundredth(next.width),
        rotation: hundredth(now.rotation + turn),
      }
      if (now.anchor.x !== 0.5) {
        values['anchor.x'] = 0.5
        values['anchor.y'] = 0.5
      }
      if (now.look.bend !== 0) values['look.bend'] = flipped ? -now.look.bend : now.look.bend
    } else if (now.look.kind === 'callout' && now.look.tip) {
      way = Math.hypot(to.x - now.look.tip.x, to.y - now.look.tip.y)
      values = { 'look.tip.x': hundredth(to.x), 'look.tip.y': hundredth(to.y) }
      const size = kindOf(now).size(now as never)
      const box = grown(
        { x: now.x - now.anchor.x * size.w, y: now.y - now.anchor.y * size.h, w: size.w, h: size.h },
        30,
      )
      if (to.x > box.x && to.x < box.x + box.w && to.y > box.y && to.y < box.y + box.h) {
        const shift = to.y > H / 2 ? to.y - 90 - (box.y + box.h - 30) : to.y + 90 - (box.y + 30)
        values.y = hundredth(now.y + shift)
      }
    } else if (now.look.kind === 'pointer') {
      way = Math.hypot(to.x - now.x, to.y - now.y)
      values = { x: hundredth(to.x), y: hundredth(to.y) }
    } else return
    const fps = framesPerSecond(timed.lesson.rate)
    const frames = act.frames ?? Math.round(Math.min(1.2, Math.max(0.4, way / (TRAVEL * H))) * fps)
    const begins: MoveEdge = act.caught
      ? keptAt(timed, own, frame, act.caught)
      : { on: 'start', frames: frame - timed.spans.get(id)!.from }
    putPose(
      timed,
      draft,
      own,
      { id: act.newId(), start: begins, end: { on: 'length', frames }, easing: 'ease-in-out', values, curve: null },
      frame + frames,
    )
    lastUntil(e, timed, frame + frames + Math.round(STAYS_SECONDS * fps))
  }
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
