import { gestureOf, makesMoments } from '../kinds/looks'
import { frameOfMedium, type Clip } from '../lesson/clips'
import type { Edge, Element, Lesson } from '../lesson/schema'
import { bornOf, PRESS_AFTER, pressId, stopId, touchId, touchIn } from '../moments/drawn'
import { frameOfPart } from './part'
import { beforeIn, wayOfMove, type Ends, type Underway } from './moves'

type Side = 'start' | 'end'

/** Answers to “when” in a lesson, each worked out once, when it is asked for. */
export interface Solver {
  /** The frame of an element's start or end. */
  edgeOf: (e: Element, side: Side) => number
  /** The frame at which a tie leads to a moment; null when that is gone. */
  frameOfMoment: (edge: Extract<Edge, { on: 'moment' }>, e: Element) => number | null
  /** When the move to the pose of that index is under way. */
  wayOf: (e: Element, index: number) => Underway
  /** The frames in which a drawn pointer stops at the pose of that index. */
  stopOf: (e: Element, index: number) => { frame: number; untilFrame: number }
  /** The frames in which a drawn finger is down. */
  touchOf: (e: Element) => { frame: number; untilFrame: number }
}

/** When a moment is, and where it ends where it has an end; null where it was cut away. */
export interface MomentTimes {
  frame: number | null
  untilFrame: number | null
}
/** What a solver asks for that may itself wait for ends of elements. */
export interface Ground {
  /** Whether its moments wait for no end of an element. */
  settled: boolean
  momentAt: (id: string) => MomentTimes | undefined
  /** The clips of a medium, in document order. */
  clipsOf: (media: string) => readonly Clip[]
}

/** A stop or a press of a drawn pointer, or a touch of a drawn finger, before it is known when. */
type Born = { e: Element; index: number; press: boolean } | { e: Element; touch: true }

class Whens implements Solver {
  private readonly known = { start: new Map<string, number>(), end: new Map<string, number>() }
  private readonly ways = new Map<string, Underway>()
  /** What is being solved, outermost first. */
  private readonly open = new Map<string, Element>()
  private readonly born: ReadonlyMap<string, Born>
  private readonly ground: Ground

  constructor(
    private readonly rate: Lesson['rate'],
    elements: readonly Element[],
    private readonly byId: ReadonlyMap<string, Element>,
    ground: (edgeOf: Solver['edgeOf']) => Ground,
    private readonly onCircle: (elements: Element[]) => void,
  ) {
    this.born = bornIn(elements)
    this.ground = ground(this.edgeOf)
  }

  private solved<T>(key: string, e: Element, compute: () => T, remembered: () => T): T {
    const { open } = this
    if (open.has(key)) {
      const waiting = [...open]
      this.onCircle([...new Set(waiting.slice(waiting.findIndex(([k]) => k === key)).map(([, other]) => other))])
      return remembered()
    }
    open.set(key, e)
    const answer = compute()
    open.delete(key)
    return answer
  }

  readonly edgeOf = (e: Element, side: Side): number => {
    const edge = e[side]
    if (edge.on === 'loose') return edge.frame
    const done = this.known[side].get(e.id)
    if (done !== undefined) return done
    const frame =
      this.plainly(e, side) ??
      this.solved(
        `${e.id} ${side}`,
        e,
        () => this.computed(e, side),
        () => lastOf(e, side),
      )
    this.known[side].set(e.id, frame)
    return frame
  }
  /** The frame of an end that hangs on no element, and so can be in no circle; null for any other. */
  private plainly(e: Element, side: Side): number | null {
    const edge = e[side]
    const ofMoment = (tie: Extract<Edge, { on: 'moment' }>) =>
      this.ground.settled && !this.born.has(tie.moment) ? this.frameOfMoment(tie, e) : null
    if (edge.on === 'moment') return ofMoment(edge)
    if (edge.on !== 'length') return null
    const other = e[side === 'start' ? 'end' : 'start']
    const frame = other.on === 'loose' ? other.frame : other.on === 'moment' ? ofMoment(other) : null
    if (frame === null) return null
    return side === 'end' ? frame + edge.frames : frame - edge.frames
  }

  private computed(e: Element, side: Side): number {
    const edge = e[side]
    const other = side === 'start' ? 'end' : 'start'
    switch (edge.on) {
      case 'loose':
        return edge.frame
      case 'length':
        if (e[other].on === 'length') return lastOf(e, side)
        return side === 'end' ? this.edgeOf(e, 'start') + edge.frames : this.edgeOf(e, 'end') - edge.frames
      case 'element': {
        const to = this.byId.get(edge.element)
        const frame = to ? this.partOf(to, edge) : null
        if (frame !== null) return frame + edge.offset
        break
      }
      case 'moment': {
        const frame = this.frameOfMoment(edge, e)
        if (frame !== null) return frame
        break
      }
    }
    if (e[other].on === 'length' || this.isGone(e[other], e)) return lastOf(e, side)
    return this.edgeOf(e, other) + lastOf(e, side) - lastOf(e, other)
  }
  private partOf(to: Element, edge: Extract<Edge, { on: 'element' }>): number | null {
    return frameOfPart(to, edge, {
      from: () => this.edgeOf(to, 'start'),
      to: () => this.edgeOf(to, 'end'),
      lands: (pose) => {
        const index = to.poses.findIndex((p) => p.id === pose)
        return index < 0 ? null : this.wayOf(to, index).to
      },
    })
  }
  private isGone(edge: Edge, e: Element): boolean {
    if (edge.on === 'moment') return this.frameOfMoment(edge, e) === null
    return edge.on === 'element' && !this.byId.has(edge.element)
  }

  readonly frameOfMoment = (edge: Extract<Edge, { on: 'moment' }>, e: Element): number | null => {
    // What comes of an element’s own moves cannot carry it.
    if (bornOf(edge.moment, e.id)) return null
    const drawn = this.born.get(edge.moment)
    if (drawn) return this.frameOfBorn(drawn, edge.edge) + edge.offset
    const m = this.ground.momentAt(edge.moment)
    const at = m && (edge.edge === 'start' ? m.frame : (m.untilFrame ?? m.frame))
    return at === null || at === undefined ? null : at + edge.offset
  }
  private frameOfBorn(moment: Born, side: Side): number {
    if ('touch' in moment) return this.touchOf(moment.e)[side === 'start' ? 'frame' : 'untilFrame']
    const { e, index, press } = moment
    const frame = Math.round(this.wayOf(e, index).to)
    if (press) return frame + PRESS_AFTER
    if (side === 'start') return frame
    const next = index + 1 < e.poses.length ? this.wayOf(e, index + 1).from : this.edgeOf(e, 'end')
    return Math.max(frame, Math.round(next))
  }

  readonly touchOf = (e: Element): { frame: number; untilFrame: number } =>
    touchIn(this.edgeOf(e, 'start'), this.edgeOf(e, 'end'))

  /** When a move of what makes moments is under way. */
  readonly wayOf = (e: Element, index: number): Underway => {
    const key = `${e.id} ${index}`
    const done = this.ways.get(key)
    if (done) return done
    const pose = e.poses[index]!
    const ends: Ends = {
      from: () => this.edgeOf(e, 'start'),
      to: () => this.edgeOf(e, 'end'),
      tie: (edge) => {
        if (edge.on === 'moment') return this.frameOfMoment(edge, e)
        const to = this.byId.get(edge.element)
        const frame = to ? this.partOf(to, edge) : null
        return frame === null ? null : frame + edge.offset
      },
      take: (edge) => frameOfMedium(this.ground.clipsOf(edge.media), edge.media, edge.us, this.rate),
    }
    const before = beforeIn(e.poses, index, ends.from, (i) => this.wayOf(e, i).to)
    const bare: Ends = { from: () => lastOf(e, 'start'), to: () => lastOf(e, 'end'), tie: () => null, take: ends.take }
    const way = this.solved(
      key,
      e,
      () => wayOfMove(pose, ends, before),
      () => wayOfMove(pose, bare, { pose: bare.from, keys: bare.from }),
    )
    this.ways.set(key, way)
    return way
  }

  readonly stopOf = (e: Element, index: number) => {
    const stop = { e, index, press: false }
    return { frame: this.frameOfBorn(stop, 'start'), untilFrame: this.frameOfBorn(stop, 'end') }
  }
}

/** The moments that drawn pointers and fingers make, by their ids. */
function bornIn(elements: readonly Element[]): ReadonlyMap<string, Born> {
  const born = new Map<string, Born>()
  for (const e of elements) {
    if (gestureOf(e.look)) born.set(touchId(e.id), { e, touch: true })
    if (!makesMoments(e.look)) continue
    e.poses.forEach((pose, index) => {
      born.set(stopId(e.id, pose.id), { e, index, press: false })
      if (pose.press) born.set(pressId(e.id, pose.id), { e, index, press: true })
    })
  }
  return born
}

/**
 * Solves whens on demand. Nodes are the ends of elements, and the moves of what makes moments by them: a drawn
 * pointer's stop begins as its move lands and ends as the next one, in the order of its poses, sets out. A node that is
 * come to while it is being solved closes a circle; what is remembered of it stands there.
 *
 * @param ground    gives the moments of sources and the lesson, by what it is asked of
 * @param onCircle  told the elements that wait for each other
 */
export const solver = (
  lesson: Lesson,
  byId: ReadonlyMap<string, Element>,
  ground: (edgeOf: Solver['edgeOf']) => Ground,
  onCircle: (elements: Element[]) => void,
): Solver => new Whens(lesson.rate, lesson.elements, byId, ground, onCircle)

/** Where an end of an element was when it was last found. */
function lastOf(e: Element, side: Side): number {
  const edge = e[side]
  if (edge.on === 'loose') return edge.frame
  if (edge.on !== 'length') return edge.last
  const other = e[side === 'start' ? 'end' : 'start']
  const base = other.on === 'loose' ? other.frame : other.on === 'length' ? 0 : other.last
  return side === 'end' ? base + edge.frames : base - edge.frames
}
