import { aimAt, aimOf, isView, pointsOf } from '../../kinds'
import { elementIn } from '../ground/chosen'
import type { Element } from '../../lesson/schema'
import { apply, IDENTITY, inverse, isFlat, times, type Matrix } from '../../geometry'
import { framingOf } from '../../scene'
import type { Timed } from '../../timing'
import { define, Id, Ids } from '../ground/act'
import { Flag, Frame } from '../ground/args'
import { carryOf, holds, placementOf } from '../../motion'
import { plain } from '../ground/plain'

const framingFor = (timed: Timed, e: Element, frame: number): Matrix =>
  e.space === 'framed' && !isView(e) ? framingOf(timed, frame) : IDENTITY
/** Free of what adding up leaves in the last digits. */
const fine = (v: number) => Math.round(v * 1e8) / 1e8

/** The turn and the even scale of a matrix, where it is no more than those and a shift. */
function similarity(m: Matrix): { scale: number; degrees: number } | null {
  const scale = Math.hypot(m[0], m[1])
  if (
    scale < 1e-9 ||
    Math.abs(m[0] - m[3]) > 1e-9 * Math.max(1, scale) ||
    Math.abs(m[1] + m[2]) > 1e-9 * Math.max(1, scale)
  )
    return null
  return { scale, degrees: (Math.atan2(m[1], m[0]) * 180) / Math.PI }
}

/**
 * Takes a matrix into an element's own place and all its poses, so that it stands there by itself. False when that
 * cannot be said in position, turn and scale.
 */
export function fold(e: Element, m: Matrix): boolean {
  const s = similarity(m)
  if (!s) return false
  const point = (x: number, y: number) => apply(m, { x, y })
  const turned = Math.abs(s.degrees) > 1e-9
  const own = { x: e.x, y: e.y }
  const leads = pointsOf(e).filter((p) => p.x !== 'x')
  for (const pose of e.poses) {
    const { values } = pose
    if ('x' in values || 'y' in values) {
      if (turned && !('x' in values && 'y' in values)) return false
    }
    for (const { x, y } of leads) if (turned && x in values !== y in values) return false
  }
  Object.assign(e, point(own.x, own.y))
  e.rotation += s.degrees
  e.scale = { x: e.scale.x * s.scale, y: e.scale.y * s.scale }
  const aim = aimOf(e)
  if (aim) aimAt(e, point(aim.x, aim.y))
  for (const pose of e.poses) {
    const { values } = pose
    const both = (px: string, py: string, ox: number, oy: number) => {
      if (!(px in values) && !(py in values)) return
      const p = point(
        typeof values[px] === 'number' ? values[px] : ox,
        typeof values[py] === 'number' ? values[py] : oy,
      )
      if (px in values) values[px] = p.x
      if (py in values) values[py] = p.y
    }
    both('x', 'y', own.x, own.y)
    for (const { x, y } of leads) both(x, y, 0, 0)
    if (typeof values.rotation === 'number') values.rotation += s.degrees
    for (const k of ['scale.x', 'scale.y']) if (typeof values[k] === 'number') values[k] *= s.scale
    if (pose.curve) {
      const turn = (v: { x: number; y: number }) => ({ x: m[0] * v.x + m[2] * v.y, y: m[1] * v.x + m[3] * v.y })
      pose.curve = { start: turn(pose.curve.start), landing: turn(pose.curve.landing) }
    }
  }
  return true
}

/**
 * Lets elements ride on another from a frame on, without moving them there: from then on that one
 * carries them by its position, size, scale and turn. They take its place on the take or in the picture.
 */
export const attach = define(
  'attach',
  [Ids.elements, Id.element, Frame, Flag.optional()],
  (ids, on, frame, fades = false) =>
    (draft, { timed }) => {
      const target = timed.lesson.elements.find((e) => e.id === on)
      if (!target) return
      for (const id of ids) {
        const own = timed.lesson.elements.find((e) => e.id === id)
        const e = elementIn(draft, id)
        if (!own || !e || id === on) continue
        const p = placementOf(timed, target, frame, framingFor(timed, target, frame))
        if (!p || isFlat(p.matrix)) continue
        if (own.rides) release(e, own, timed, frame)
        if (own.space !== target.space) {
          const across = times(inverse(framingFor(timed, target, frame)), framingFor(timed, own, frame))
          fold(e, across)
          e.space = target.space
        }
        const carried = e.rides ? times(inverse(p.matrix), e.rides.by) : inverse(p.matrix)
        const { width, height } = p.element
        const size = width > 0 && height > 0 && !holds(target) ? { size: { width, height } } : {}
        e.rides = { on, by: [...carried] as [number, number, number, number, number, number], fades, ...size }
      }
    },
)
/** Takes elements off what they ride on; they stay where they are at a frame. */
export const detach = define('detach', [Ids.elements, Frame], (ids, frame) => (draft, { timed }) => {
  for (const own of timed.lesson.elements) {
    const e = ids.includes(own.id) ? elementIn(draft, own.id) : undefined
    if (e) release(e, own, timed, frame)
  }
})
/**
 * Puts what carries an element at a frame into the element itself; a skew, which cannot be said there, stays as what it
 * was last carried by.
 */
export function release(e: Element, own: Element, timed: Timed, frame: number): void {
  if (!own.rides) return
  const { matrix } = carryOf(timed, own, frame, framingFor(timed, own, frame))
  const folded = plain(e)
  if (fold(folded, matrix)) Object.assign(e, folded, { rides: null })
  else
    e.rides = {
      on: null,
      by: matrix.map(fine) as [number, number, number, number, number, number],
      fades: false,
    }
}
