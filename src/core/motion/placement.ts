import { chances } from '../chance'
import { memo } from '../values'
import type { Element, Lesson } from '../lesson/schema'
import { carries } from '../kinds'
import type { Clip } from '../lesson/clips'
import { posedAt } from './moves'
import { presence } from './passing'
import type { Timed } from '../timing'
import { IDENTITY, moved, placedScaled, placeMatrix, times, union, type Matrix, type Rect } from '../geometry'
import { extentOf } from './extent'

/** From an element's own pixels to those of its place: position, turn, scale, and its tilt seen from far off. */
export function matrixOf(e: Pick<Element, 'x' | 'y' | 'rotation' | 'scale' | 'tilt'>): Matrix {
  const across = e.tilt.upright === 0 ? 1 : Math.cos((e.tilt.upright * Math.PI) / 180)
  const down = e.tilt.level === 0 ? 1 : Math.cos((e.tilt.level * Math.PI) / 180)
  return placedScaled(e.x, e.y, e.rotation, e.scale.x * across, e.scale.y * down)
}

/** An element at one instant, before framing: as its keyframes have it, coming or going, and carried. */
export interface Placement {
  element: Element
  /** From its own pixels to those of the lesson's frame. */
  matrix: Matrix
  /** The part of the matrix that comes from what it rides on. */
  carry: Matrix
  /** Of its coming and going, and of what it rides on where that is wanted; its own opacity is not in it. */
  opacity: number
  /** How much of it is drawn, 0 to 1, while it draws itself. */
  drawn?: number
}

/** What a pulse or a trembling does to an element so many frames after it begins, in its own pixels. */
function shakenBy(
  { how, times: most, everyFrames, by = 6, seed = 1 }: NonNullable<Element['loop']>,
  local: number,
): Matrix {
  if ((how !== 'pulse' && how !== 'tremble') || local < 0) return IDENTITY
  if (most !== null && local >= most * everyFrames) return IDENTITY
  if (how === 'pulse') {
    const k = 1 + (by / 100) * Math.sin((Math.PI * (local % everyFrames)) / everyFrames) ** 2
    return [k, 0, 0, k, 0, 0]
  }
  const next = chances(seed * 7919 + Math.floor(local / everyFrames))
  const push = () => (next() - 0.5) * 2 * by
  const turn = ((next() - 0.5) * by) / 200
  return [Math.cos(turn), Math.sin(turn), -Math.sin(turn), Math.cos(turn), push(), push()]
}

const DEEPEST = 32
const byId = memo((lesson: Lesson) => new Map(lesson.elements.map((e) => [e.id, e])))

/** Whether what rides on an element lies where it lies in the stack, and is faded and masked with it. */
export const holds = (e: Element): boolean => carries(e)?.asOne ?? false
/** Which element that stacks its members as one each element is in, by what it rides on; for those that are in one. */
export const holders = memo((lesson: Lesson): ReadonlyMap<string, string> => {
  const out = new Map<string, string>()
  if (!lesson.elements.some(holds)) return out
  const all = byId(lesson)
  for (const e of lesson.elements) {
    let on = e.rides?.on ? all.get(e.rides.on) : undefined
    for (let depth = 0; on && depth < DEEPEST && !holds(on); depth++)
      on = on.rides?.on ? all.get(on.rides.on) : undefined
    if (on && holds(on) && !isUnder(on, e.id, all)) out.set(e.id, on.id)
  }
  return out
})
/** Whether an element rides, in a circle, on one that it carries. */
function isUnder(e: Element, id: string, all: ReadonlyMap<string, Element>): boolean {
  let on: Element | undefined = e
  for (let depth = 0; on && depth < DEEPEST; depth++) {
    if (on.id === id) return true
    on = on.rides?.on ? all.get(on.rides.on) : undefined
  }
  return false
}

/** How much larger what carries an element is than it was when they were joined, in its own pixels. */
function grownBy({ size }: NonNullable<Element['rides']>, on: Element): Matrix {
  if (!size || (on.width === size.width && on.height === size.height)) return IDENTITY
  return [on.width / size.width, 0, 0, on.height / size.height, 0, 0]
}
/**
 * What carries an element at a frame: where the one it rides on has gone since they were joined, and how much of that
 * one is there.
 */
export function carryOf(
  timed: Timed,
  e: Element,
  frame: number,
  framing: Matrix,
  depth = 0,
): { matrix: Matrix; opacity: number } {
  if (!e.rides) return { matrix: IDENTITY, opacity: 1 }
  const on = e.rides.on === null || depth > DEEPEST ? undefined : byId(timed.lesson).get(e.rides.on)
  if (!on) return { matrix: e.rides.by, opacity: 1 }
  const p = placementOf(timed, on, frame, framing, depth + 1)
  return {
    matrix: p ? times(times(p.matrix, grownBy(e.rides, p.element)), e.rides.by) : e.rides.by,
    opacity: e.rides.fades && !holds(on) ? (p ? p.opacity * p.element.opacity : 0) : 1,
  }
}

/**
 * Where an element is at a frame (fractions allowed), composed in this order: keyframes, loop, arrival or departure,
 * what it rides on. Null while a blink hides it.
 */
export function placementOf(timed: Timed, e: Element, frame: number, framing: Matrix, depth = 0): Placement | null {
  const element = posedAt(timed, e, frame)
  if (!element) return null
  const span = timed.spans.get(e.id)!
  const carry = carryOf(timed, e, frame, framing, depth)
  let { opacity } = carry
  let matrix = element.loop ? times(matrixOf(element), shakenBy(element.loop, frame - span.from)) : matrixOf(element)
  const pass =
    frame >= span.from && frame < span.to
      ? presence(e.arrival, e.departure, frame - span.from, span.to - span.from)
      : null
  if (!pass) return { element, matrix: times(carry.matrix, matrix), carry: carry.matrix, opacity }
  const { passing, shown } = pass
  const within = Math.min(1, Math.max(0, shown))
  if (passing.how === 'fade' || passing.fades) opacity *= within
  if (passing.how === 'typed' && passing.off) {
    const { off } = passing
    const k = 1 - shown
    const scale = Math.max(0, 1 + (off.scale - 1) * k)
    opacity *= Math.min(1, Math.max(0, 1 + (off.opacity - 1) * k))
    matrix = times(moved(matrix, off.dx * k, off.dy * k), placeMatrix(0, 0, off.turn * k, scale))
  }
  if (passing.how === 'grow') matrix = times(matrix, [Math.max(0, shown), 0, 0, Math.max(0, shown), 0, 0])
  matrix = times(carry.matrix, matrix)
  if (passing.how === 'slide') {
    const onPicture = times(framing, matrix)
    const k = Math.hypot(framing[0], framing[1]) || 1
    const covered = coveredBy(timed, element, onPicture, { framing, frame })
    const by = slideBy(passing.from, covered, timed.lesson.frame, 1 - shown)
    matrix = moved(matrix, by.x / k, by.y / k)
  }
  if (passing.how === 'draw') return { element, matrix, carry: carry.matrix, opacity, drawn: within }
  if (passing.how === 'uncover') {
    const reveal = { shown: (element.reveal.shown * within) as number, from: passing.from }
    return { element: { ...element, reveal }, matrix, carry: carry.matrix, opacity }
  }
  return { element, matrix, carry: carry.matrix, opacity }
}

/**
 * A clip as it stands at a frame, for where its pixels lie: as its poses and gauges have it, and carried by what it
 * rides on. Its coming and going are left out.
 */
export function clipAt(timed: Timed, clip: Clip, frame: number): Clip {
  const element = posedAt(timed, clip.element, frame) ?? clip.element
  if (!element.rides) return element === clip.element ? clip : { ...clip, element }
  return { ...clip, element, carry: carryOf(timed, element, frame, IDENTITY).matrix }
}

/** What each element is ridden on by, of those that stack their members as one. */
const membersOf = memo((lesson: Lesson) => {
  const out = new Map<string, Element[]>()
  for (const [id, on] of holders(lesson)) out.set(on, [...(out.get(on) ?? []), byId(lesson).get(id)!])
  return out
})
/** What an element and those that it holds may cover of the picture, with this matrix. */
function coveredBy(
  timed: Timed,
  e: Element,
  onPicture: Matrix,
  at: { framing: Matrix; frame: number },
  depth = 0,
): Rect {
  const span = timed.spans.get(e.id)!
  let out = extentOf(e, onPicture, { ...at, span, timed })
  if (!holds(e) || depth > DEEPEST) return out
  for (const m of membersOf(timed.lesson).get(e.id) ?? []) {
    const posed = m.rides?.on === e.id ? posedAt(timed, m, at.frame) : null
    if (!posed) continue
    const own = times(times(onPicture, m.rides!.by), matrixOf(posed))
    out = union(out, coveredBy(timed, posed, own, at, depth + 1))
  }
  return out
}

/** How far something stands off its place: all the way, it is just outside the picture. */
function slideBy(
  from: 'left' | 'right' | 'top' | 'bottom',
  r: Rect,
  frame: Lesson['frame'],
  share: number,
): { x: number; y: number } {
  switch (from) {
    case 'left':
      return { x: -(r.x + r.w) * share, y: 0 }
    case 'right':
      return { x: (frame.width - r.x) * share, y: 0 }
    case 'top':
      return { x: 0, y: -(r.y + r.h) * share }
    case 'bottom':
      return { x: 0, y: (frame.height - r.y) * share }
  }
}
