import { isNumber, memo } from '../values'
import type { Rect } from '../geometry'
import { keeps, leavesOf } from '../kinds'
import type { Element, Lesson } from '../lesson/schema'
import { movesOf, type Move, type Timed } from '../timing'
import { ease } from '../values'
import { mixValues, type KeyValue } from '../values'
import { alongPath, type Handles } from '../values'
import { readingsAt } from './gauges'
import { propertyOf, propertyValue, withValues } from './properties'

/** One property’s way from one keyframe to the next. */
interface Step {
  from: number
  to: number
  easing: string
  value: KeyValue
  curve: Handles | null
}
export interface Motion {
  /** In the order in which they land. */
  moves: Move[]
  steps: Map<string, Step[]>
  /** From the first move’s start to the last landing. */
  from: number
  to: number
}

export { edgeFrame, type Move } from '../timing'

function compute(timed: Timed, e: Element): Motion {
  const moves = movesOf(timed, e)
  const steps = new Map<string, Step[]>()
  for (const { pose, from, to } of moves) {
    for (const path in pose.values) {
      let list = steps.get(path)
      if (!list) steps.set(path, (list = []))
      list.push({
        from,
        to,
        easing: pose.easing,
        value: pose.values[path]!,
        curve: path === 'x' || path === 'y' ? pose.curve : null,
      })
    }
  }
  return { moves, steps, from: Math.min(...moves.map((m) => m.from)), to: Math.max(...moves.map((m) => m.to)) }
}

/** What is known of the moves of a timed lesson's elements, as far as it was asked for. */
const motions = memo((_timed: Timed) => new Map<string, Motion>())
/** An element’s moves in the lesson’s frames, in the order in which they land. */
export function motionOf(timed: Timed, e: Element): Motion {
  const all = motions(timed)
  let motion = all.get(e.id)
  if (!motion) all.set(e.id, (motion = compute(timed, e)))
  return motion
}

/**
 * Of a property’s steps, in the order in which they land, the one that is under way or was last: with the value before
 * it and how far it has come.
 */
function stepAt(steps: Step[], base: KeyValue, frame: number): { step: Step; before: KeyValue; k: number } | null {
  // The first that has not landed yet.
  let [next, end] = [0, steps.length]
  while (next < end) {
    const middle = (next + end) >> 1
    if (steps[middle]!.to <= frame) next = middle + 1
    else end = middle
  }
  const step = steps[next]
  const last = steps[next - 1]
  if (step && frame > step.from)
    return { step, before: last?.value ?? base, k: ease(step.easing, (frame - step.from) / (step.to - step.from)) }
  return last ? { step: last, before: steps[next - 2]?.value ?? base, k: 1 } : null
}

/** The frame whose place its loop gives an element at a frame; and whether a blink shows it. */
export function looped(
  e: Element,
  motion: Motion,
  span: { from: number },
  frame: number,
): { frame: number; seen: boolean } {
  const { loop } = e
  if (!loop) return { frame, seen: true }
  if (loop.how === 'pulse' || loop.how === 'tremble') return { frame, seen: true }
  if (loop.how === 'blink') {
    const beat = Math.floor((frame - span.from) / loop.everyFrames)
    return { frame, seen: beat < 0 || beat % 2 === 0 || (loop.times !== null && beat >= loop.times * 2) }
  }
  const n = motion.to - motion.from
  if (!(n > 0) || frame < motion.from) return { frame, seen: true }
  const gone = frame - motion.from
  if (loop.how === 'repeat') {
    if (loop.times !== null && gone >= n * loop.times) return { frame: motion.to, seen: true }
    return { frame: motion.from + (gone % n), seen: true }
  }
  if (loop.times !== null && gone >= 2 * n * loop.times) return { frame: motion.from, seen: true }
  const u = gone % (2 * n)
  return { frame: u <= n ? motion.from + u : motion.from + 2 * n - u, seen: true }
}

/**
 * The element as its keyframes, its loop and its gauges have it at a frame (fractions allowed). The same object when
 * nothing is keyed or read. Null while a blink hides it.
 */
export function posedAt(timed: Timed, e: Element, frame: number): Element | null {
  const posed = readingAt(timed, e, frame)
  return posed && keptAt(timed, posed, frame)
}
/** An element, in any of its poses, where it is kept to at a frame: within what covers the frame's edges. */
export function keptAt(timed: Timed, posed: Element, frame: number): Element {
  const { within } = keeps(posed) ?? {}
  if (!within) return posed
  const free = freeAt(timed, frame)
  const stands = free && within(free)
  return stands ? { ...posed, ...stands } : posed
}
/** As its keyframes, its loop and its gauges have it, wherever it may be kept to. */
function readingAt(timed: Timed, e: Element, frame: number): Element | null {
  const posed = keyedAt(timed, e, frame)
  if (!posed || !reads(posed)) return posed
  const values = readingsAt(timed, e, frame, (gauge, at) => keyedAt(timed, gauge, at))
  return values.length > 0 ? withValues(posed, values) : posed
}
/** What covers the edges of the frame. */
const edging = memo((lesson: Lesson) => lesson.elements.filter((e) => leavesOf(e) && !e.hidden))
/** The part of the frame that is left free by what covers its edges; null where nothing does. */
function freeAt(timed: Timed, frame: number): Rect | null {
  let free: Rect | null = null
  for (const e of edging(timed.lesson)) {
    const span = timed.spans.get(e.id)!
    const posed = frame >= span.from && frame < span.to ? readingAt(timed, e, frame) : null
    if (posed) free = leavesOf(posed)
  }
  return free
}
/** Whether any value of an element comes of a gauge. */
export function reads(e: Element): boolean {
  for (const _ in e.reads) return true
  return false
}
/** As its keyframes and its loop have it. */
function keyedAt(timed: Timed, e: Element, frame: number): Element | null {
  if (e.poses.length === 0 && !e.loop) return e
  const motion = motionOf(timed, e)
  const now = looped(e, motion, timed.spans.get(e.id)!, frame)
  if (!now.seen) return null
  if (e.poses.length === 0) return e
  const values: [string, KeyValue][] = []
  let curved: { x: Step; y: Step; bx: number; by: number; k: number } | null = null
  for (const [path, steps] of motion.steps) {
    const hit = stepAt(steps, propertyValue(e, path), now.frame)
    if (!hit) continue
    if (hit.step.curve && hit.k !== 1 && path === 'x') {
      const other = motion.steps.get('y')
      const y = other && stepAt(other, e.y, now.frame)
      if (y?.step.curve === hit.step.curve)
        curved = { x: hit.step, y: y.step, bx: hit.before as number, by: y.before as number, k: hit.k }
    }
    values.push([path, within(e, path, mixValues(hit.before, hit.step.value, hit.k), hit.k)])
  }
  if (curved) {
    const p = alongPath(
      { x: curved.bx, y: curved.by },
      { x: curved.x.value as number, y: curved.y.value as number },
      curved.x.curve,
      curved.k,
    )
    values.push(['x', p.x], ['y', p.y])
  }
  return values.length > 0 ? withValues(e, values) : e
}

/** The element as it stands in its nth pose: 0 is the element itself, n the nth that it reaches. */
export function atPose(timed: Timed, e: Element, n: number): Element {
  const values: [string, KeyValue][] = []
  for (const { pose } of motionOf(timed, e).moves.slice(0, n)) values.push(...Object.entries(pose.values))
  return values.length > 0 ? withValues(e, values) : e
}

/** A value that an easing swings over stays within what its property may be. */
function within(e: Element, path: string, value: KeyValue, k: number): KeyValue {
  if ((k >= 0 && k <= 1) || typeof value !== 'number') return value
  const property = propertyOf(e, path)
  return property && isNumber(property) ? Math.min(property.max, Math.max(property.min, value)) : value
}

/**
 * Which pose is in force at a frame: the last that was reached; and the move under way there, if any. Poses count from
 * 0, the element itself.
 */
export function poseAt(timed: Timed, e: Element, frame: number): { pose: number; moving: Move | null } {
  if (e.poses.length === 0) return { pose: 0, moving: null }
  const { moves } = motionOf(timed, e)
  let pose = 0
  while (pose < moves.length && moves[pose]!.to <= frame) pose++
  const next = moves[pose]
  return { pose, moving: next && frame > next.from ? next : null }
}

/** How fast an element goes at a frame, by its keyframes: pixels of its place and turns a second. */
export function speedAt(timed: Timed, e: Element, frame: number): { px: number; turns: number } {
  const fps = timed.lesson.rate.num / timed.lesson.rate.den
  const a = posedAt(timed, e, frame - 0.25)
  const b = posedAt(timed, e, frame + 0.25)
  if (!a || !b) return { px: 0, turns: 0 }
  return { px: Math.hypot(b.x - a.x, b.y - a.y) * 2 * fps, turns: ((b.rotation - a.rotation) / 360) * 2 * fps }
}
