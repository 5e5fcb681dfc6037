import { makesMoments } from '../kinds/looks'
import type { Edge, Element, Lesson } from '../lesson/schema'
import { lessonLength } from '../lesson/clips'
import { catalogue, type TimedMoment } from '../moments'
import { bornOf } from '../moments/drawn'
import { drawnMoments } from './drawn'
import { spotsLost } from './outOfSight'
import type { Finding, Span, Timed } from './timed'

type Side = 'start' | 'end'

/**
 * Turns every tie of a lesson into frames. A tie whose moment is gone keeps the element's length
 * from its other end; with both gone, the last known frames stand, in order. A circle of ties is
 * broken at the last known frames and reported by name.
 */
export function resolve(lesson: Lesson): Timed {
  const moments = catalogue(lesson)
  let timed = tied(lesson, moments)
  if (!lesson.elements.some((e) => makesMoments(e.look))) return timed
  // What a drawn pointer does is known once its poses are timed; what hangs on it, once that is known.
  let told = ''
  for (let round = 0; round < ROUNDS; round++) {
    const drawn = drawnMoments(timed)
    const now = drawn.map((m) => `${m.id} ${m.frame} ${m.untilFrame}`).join()
    if (now === told) break
    told = now
    timed = tied(lesson, new Map([...moments, ...drawn.map((m) => [m.id, m] as const)]))
  }
  return timed
}

/** One drawn pointer may wait for another’s stop, and so on, so many times. */
const ROUNDS = 6

function tied(lesson: Lesson, moments: Map<string, TimedMoment>): Timed {
  const byId = new Map(lesson.elements.map((e) => [e.id, e]))
  const known = { start: new Map<string, number>(), end: new Map<string, number>() }
  const open: string[] = []
  const findings: Finding[] = []
  const inCircle = new Set<string>()

  const gone = (edge: Edge, e: Element): boolean =>
    edge.on === 'moment' ? momentFrame(edge, e) === null : edge.on === 'element' ? !byId.has(edge.element) : false

  function momentFrame(edge: Extract<Edge, { on: 'moment' }>, e: Element): number | null {
    // What comes of an element’s own moves cannot carry it.
    const m = bornOf(edge.moment, e.id) ? undefined : moments.get(edge.moment)
    if (!m) return null
    const at = edge.edge === 'start' ? m.frame : (m.untilFrame ?? m.frame)
    return at === null ? null : at + edge.offset
  }

  function frameOf(e: Element, side: Side): number {
    const edge = e[side]
    if (edge.on === 'loose') return edge.frame
    const done = known[side].get(e.id)
    if (done !== undefined) return done
    const key = `${e.id} ${side}`
    if (open.includes(key)) {
      const circle = [...new Set(open.slice(open.indexOf(key)).map((k) => k.split(' ')[0]!))]
      for (const id of circle) {
        if (inCircle.has(id)) continue
        inCircle.add(id)
        const names = circle.map((c) => `“${byId.get(c)!.name}”`).join(', ')
        findings.push({
          code: 'cycle',
          element: id,
          sentence: `The ties of ${names} lead round in a circle. Loosen one of their ends.`,
        })
      }
      return lastOf(e, side)
    }
    open.push(key)
    const frame = compute(e, side)
    open.pop()
    known[side].set(e.id, frame)
    return frame
  }

  function compute(e: Element, side: Side): number {
    const edge = e[side]
    const other = side === 'start' ? 'end' : 'start'
    switch (edge.on) {
      case 'loose':
        return edge.frame
      case 'length':
        if (e[other].on === 'length') return lastOf(e, side)
        return side === 'end' ? frameOf(e, 'start') + edge.frames : frameOf(e, 'end') - edge.frames
      case 'element': {
        const to = byId.get(edge.element)
        if (to) return frameOf(to, edge.edge) + edge.offset
        break
      }
      case 'moment': {
        const frame = momentFrame(edge, e)
        if (frame !== null) return frame
        break
      }
    }
    if (e[other].on === 'length' || gone(e[other], e)) return lastOf(e, side)
    return frameOf(e, other) + lastOf(e, side) - lastOf(e, other)
  }

  const spans = new Map<string, Span>()
  for (const e of lesson.elements) {
    const free = freeSpan(e)
    if (free) {
      spans.set(e.id, free)
      continue
    }
    const from = frameOf(e, 'start')
    let to = frameOf(e, 'end')
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
  ridersInCircles(lesson, byId, findings)
  poseTiesLost(lesson, moments, byId, findings)
  const timed = { lesson, length: lessonLength(lesson), moments, spans, findings }
  findings.push(...spotsLost(timed))
  return timed
}

const freeSpans = new WeakMap<Element, Span>()
/**
 * When an element stands that hangs on nothing, as most of a large lesson do: it is the element's own. Null when it
 * hangs on something, or ends before it starts.
 */
function freeSpan(e: Element): Span | null {
  const known = freeSpans.get(e)
  if (known) return known
  const { start, end } = e
  if (start.on !== 'loose' || (end.on !== 'loose' && end.on !== 'length')) return null
  const [from, to] = [start.frame, end.on === 'loose' ? end.frame : start.frame + end.frames]
  if (to <= from) return null
  const span = { from, to, startLost: false, endLost: false }
  // What is not frozen yet may still change.
  if (Object.isFrozen(e)) freeSpans.set(e, span)
  return span
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

function lastOf(e: Element, side: Side): number {
  const edge = e[side]
  if (edge.on === 'loose') return edge.frame
  if (edge.on !== 'length') return edge.last
  const other = e[side === 'start' ? 'end' : 'start']
  const base = other.on === 'loose' ? other.frame : other.on === 'length' ? 0 : other.last
  return side === 'end' ? base + edge.frames : base - edge.frames
}
