import type { Element, Lesson, MoveEdge, Pose } from '../lesson/schema'
import { ownBefore } from './moves'
import type { Circle } from './timed'
import { inWords } from '../../words/words'

/** Says of each element of a circle, once, that its ties lead round. */
export function circleNamed(circle: readonly Element[], circles: Circle[]): void {
  const names = circle.map((e) => `“${e.name}”`).join(', ')
  for (const { id } of circle) {
    if (circles.some((c) => c.element === id)) continue
    circles.push({
      element: id,
      sentence: inWords('timing.theTiesOfLeadRound', names),
    })
  }
}

/** Says of elements that ride on each other in a circle that they do. */
export function ridersInCircles(lesson: Lesson, byId: Map<string, Element>, circles: Circle[]): void {
  for (const e of lesson.elements) {
    if (!e.rides?.on) continue
    const chain = [e.id]
    for (let on = byId.get(e.rides.on); on; on = on.rides?.on ? byId.get(on.rides.on) : undefined) {
      if (chain.includes(on.id)) {
        if (on.id === e.id)
          circles.push({
            element: e.id,
            sentence: inWords('timing.wouldRideOnEachOther', chain.map((id) => `“${byId.get(id)!.name}”`).join(', ')),
          })
        break
      }
      chain.push(on.id)
    }
  }
}

const isOnLanding = (edge: MoveEdge) => edge.on === 'element' && edge.edge === 'lands'
/** Says of elements with moves that wait for each other's landings that these lead round in a circle. */
export function posesInCircles(lesson: Lesson, byId: Map<string, Element>, circles: Circle[]): void {
  /** The moves that one waits for: those whose landing it is tied to, and the one before where it goes straight on. */
  const waitsFor = (e: Element, i: number): [Element, number][] => {
    const { start, end } = e.poses[i]!
    const out: [Element, number][] = start.on === 'previous' && i > 0 ? [[e, i - 1]] : []
    if (start.on === 'key') for (const own of ownBefore(e.poses, i)) if (own >= 0) out.push([e, own])
    for (const edge of [start, end]) {
      if (edge.on !== 'element' || edge.edge !== 'lands') continue
      const on = byId.get(edge.element)
      const index = on?.poses.findIndex((p) => p.id === edge.pose) ?? -1
      if (on && index >= 0) out.push([on, index])
    }
    return out
  }
  const done = new Set<Pose>()
  const open: [Pose, Element][] = []
  const follow = (e: Element, i: number): void => {
    const pose = e.poses[i]!
    const round = open.findIndex(([p]) => p === pose)
    if (round >= 0) circleNamed([...new Set(open.slice(round).map(([, own]) => own))], circles)
    if (round >= 0 || done.has(pose)) return
    open.push([pose, e])
    for (const [on, index] of waitsFor(e, i)) follow(on, index)
    open.pop()
    done.add(pose)
  }
  for (const e of lesson.elements)
    for (let i = 0; i < e.poses.length; i++)
      if (isOnLanding(e.poses[i]!.start) || isOnLanding(e.poses[i]!.end)) follow(e, i)
}
