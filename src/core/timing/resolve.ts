import type { Edge, Element, Lesson, MoveEdge, Pose } from '../lesson/schema'
import { lasts } from '../kinds/looks'
import { catalogue } from '../moments'
import { bornOf } from '../moments/drawn'
import { drawnMoments } from './drawn'
import { freeEnds, groundsOf } from './ground'
import { spotsLost } from './outOfSight'
import { movesOf, ownBefore } from './moves'
import { solver } from './solver'
import type { Finding, Span, Timed } from './timed'

/**
 * Turns every tie of a lesson into frames. A tie whose moment is gone keeps the element's length
 * from its other end; with both gone, the last known frames stand, in order. A circle of ties is
 * broken at the last known frames and reported by name.
 */
export function resolve(lesson: Lesson): Timed {
  const grounds = groundsOf(lesson)
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const findings: Finding[] = []
  const solved = solver(lesson, byId, grounds.ground, (circle) => circleNamed(circle, findings))
  const { edgeOf, frameOfMoment } = solved
  const gone = (edge: Edge, e: Element): boolean =>
    edge.on === 'moment' ? frameOfMoment(edge, e) === null : edge.on === 'element' ? !byId.has(edge.element) : false

  const spans = new Map<string, Span>()
  for (const e of lesson.elements) {
    const free = freeEnds(e)
    if (free) {
      spans.set(e.id, free)
      continue
    }
    const from = edgeOf(e, 'start')
    let to = edgeOf(e, 'end')
    const startLost = gone(e.start, e)
    const endLost = gone(e.end, e)
    if (startLost || endLost) {
      const which =
        startLost && endLost
          ? 'start and end hang on moments that are'
          : `${startLost ? 'start' : 'end'} hangs on a moment that is`
      findings.push({
        code: 'lost',
        element: e.id,
        sentence:
          `“${e.name}”: its ${which} no longer in the lesson. It keeps ` +
          `its place until you tie it again or the moment comes back.`,
      })
    }
    if (to <= from) {
      findings.push({
        code: 'order',
        element: e.id,
        sentence: `“${e.name}” would end before it starts. It is shown for one frame; move one of its ends.`,
      })
      to = from + 1
    }
    spans.set(e.id, { from, to, startLost, endLost })
  }
  const { clips, length } = grounds.standing(edgeOf)
  const base = catalogue({ lesson, clips, length })
  const drawn = drawnMoments(lesson, solved)
  const moments = drawn.length > 0 ? new Map([...base, ...drawn.map((m) => [m.id, m] as const)]) : base
  ridersInCircles(lesson, byId, findings)
  posesInCircles(lesson, byId, findings)
  poseTiesLost(lesson, moments, byId, findings)
  const timed = { lesson, length, clips, moments, spans, findings }
  findings.push(...spotsLost(timed), ...setApart(timed), ...cutOff(timed))
  return timed
}

/** Says of each element of a circle, once, that its ties lead round. */
function circleNamed(circle: readonly Element[], findings: Finding[]): void {
  const names = circle.map((e) => `“${e.name}”`).join(', ')
  for (const { id } of circle) {
    if (findings.some((f) => f.code === 'cycle' && f.element === id)) continue
    findings.push({
      code: 'cycle',
      element: id,
      sentence: `The ties of ${names} lead round in a circle. Loosen one of their ends.`,
    })
  }
}

function ridersInCircles(lesson: Lesson, byId: Map<string, Element>, findings: Finding[]): void {
  for (const e of lesson.elements) {
    if (!e.rides?.on) continue
    const chain = [e.id]
    for (let on = byId.get(e.rides.on); on; on = on.rides?.on ? byId.get(on.rides.on) : undefined) {
      if (chain.includes(on.id)) {
        if (on.id === e.id)
          findings.push({
            code: 'cycle',
            element: e.id,
            sentence:
              `${chain.map((id) => `“${byId.get(id)!.name}”`).join(', ')} ` +
              `would ride on each other in a circle. Take one of them off.`,
          })
        break
      }
      chain.push(on.id)
    }
  }
}

const isOnLanding = (edge: MoveEdge) => edge.on === 'element' && edge.edge === 'lands'
/** Says of elements with moves that wait for each other's landings that these lead round in a circle. */
function posesInCircles(lesson: Lesson, byId: Map<string, Element>, findings: Finding[]): void {
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
    if (round >= 0) circleNamed([...new Set(open.slice(round).map(([, own]) => own))], findings)
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

function poseTiesLost(
  lesson: Lesson,
  moments: Timed['moments'],
  byId: Map<string, Element>,
  findings: Finding[],
): void {
  for (const e of lesson.elements) {
    for (let i = 0; i < e.poses.length; i++) {
      const { start, end } = e.poses[i]!
      for (const edge of [start, end]) {
        const lost =
          edge.on === 'moment'
            ? bornOf(edge.moment, e.id) || (moments.get(edge.moment)?.frame ?? null) === null
            : edge.on === 'element' && !byId.has(edge.element)
        if (!lost) continue
        findings.push({
          code: 'lost',
          element: e.id,
          sentence:
            `“${e.name}”: its move to pose ${i + 2} hangs on a moment that is no longer in the lesson. It ` +
            `keeps its place until you tie it again or the moment comes back.`,
        })
        break
      }
    }
  }
}

/** Says of moves that an older program let set out for each value by itself what they come to today. */
function setApart(timed: Timed): Finding[] {
  return timed.lesson.elements
    .filter((e) => e.poses.some((p) => p.apart))
    .flatMap((e) => {
      const landed = new Map<string, number>()
      return movesOf(timed, e).flatMap(({ pose, from, to }, n): Finding[] => {
        const paths = Object.keys(pose.values)
        const start = timed.spans.get(e.id)!.from
        const was = Math.min(...paths.map((path) => Math.min(to, landed.get(path) ?? start)))
        for (const path of paths) landed.set(path, to)
        if (!pose.apart || was === from) return []
        const sentence =
          `“${e.name}”: its move to pose ${n + 2} begins at frame ${Math.round(from)} for all that it changes, as ` +
          `its panel says. In an older version a part of it set out at frame ${Math.round(was)}.`
        return [{ code: 'apart', element: e.id, pose: pose.id, sentence, frame: Math.round(was) }]
      })
    })
}

/** Says what stands beyond the length that a lesson was given. */
function cutOff({ lesson, spans, length }: Timed): Finding[] {
  if (lesson.length === null) return []
  return lesson.elements.flatMap((e): Finding[] => {
    const span = spans.get(e.id)!
    if (!lasts(e.look) || e.hidden || span.to <= length || (e.end.on === 'moment' && e.end.moment === 'lesson:end'))
      return []
    const gone = span.from >= length ? 'It is not seen at all' : `Its last ${span.to - length} frames are not seen`
    return [
      {
        code: 'cut',
        element: e.id,
        sentence: `“${e.name}” goes on after the lesson has ended. ${gone}: make the lesson longer, or end it earlier.`,
        frame: Math.max(0, length - 1),
      },
    ]
  })
}
