import { tenth } from '../../geometry'
import { isRule, newElement, marks } from '../../kinds'
import { elementIn } from '../ground/chosen'
import { followInputAt, FollowChoice } from '../../framing'
import type { Lesson } from '../../lesson/schema'
import { propertyOf } from '../../motion'
import { timedOf } from '../../scene'
import { cornersOf, setAt } from '../../values'
import { resolve } from '../../timing'
import { mended, pointerAt, smoothed } from '../../trace'
import { posesAlong } from '../ground/along'
import { z } from 'zod'
import { define, Id } from '../ground/act'
import { Flag, Frame, NewId, Num, XY, PointerWay } from '../ground/args'
import { following } from '../ground/framing'
import { plain, tie } from '../ground/plain'
import { momentKind } from '../../moments'
import { inWords } from '../../../words/words'

export { following }
/** Lets a zoom follow the pointer; the zoom is made, over the whole lesson, when it is not there. */
export const followPointer = define('followPointer', [NewId, FollowChoice], (id, choice) => (draft) => {
  if (!draft.elements.some((e) => e.id === id)) {
    const e = newElement(draft, 'zoom', id, { start: tie('lesson:start'), end: tie('lesson:end') })
    // It begins where its first thing is; to open wide is a choice of its own.
    setAt(e.look, 'inFrames', 0)
    draft.elements.push({ ...e, name: inWords('edits.followThePointer') })
  }
  const lesson = plain(draft) as Lesson
  const made = following(
    timedOf(lesson),
    lesson.elements.find((e) => e.id === id)!,
    choice,
  )
  const at = draft.elements.findIndex((e) => e.id === id)
  if (!made) return
  draft.elements[at] = made
  setAt(draft.elements[at]!.look, 'follow', { ...choice, found: true })
})
/** A ripple on every click of the lesson, unless there is one. */
export const rippleOnClicks = define('rippleOnClicks', [NewId], (id) => (draft) => {
  if (draft.elements.some((e) => isRule(e) && marks(e))) return
  const e = newElement(draft, 'ripple', id, { start: tie('lesson:start'), end: tie('lesson:end') })
  setAt(e.look, 'every', true)
  draft.elements.push({ ...e, name: inWords('edits.rippleOnEveryClick') })
})
/** Evens out the shaky pointer of a take; rests, clicks and arrivals stay where and when they are. */
export const smoothPointer = define('smoothPointer', [Id.medium], (media) => (draft) => {
  const m = draft.media[media]
  if (!m?.pointer) return
  const even = smoothed(
    m.pointer,
    m.moments.filter((x) => momentKind(x).pointer).map((x) => x.fromUs),
  )
  if (even.some((p, i) => p[1] !== m.pointer![i]![1] || p[2] !== m.pointer![i]![2])) m.pointer = even
})
/**
 * Puts a take's pointer where a person said that it is at a time, with the way on both sides as it was found again;
 * moments that were found in the pixels go where it was then.
 *
 * @param piece  microseconds of the take and pixels, a place a frame
 */
export const correctPointer = define('correctPointer', [Id.medium, PointerWay, Num], (media, piece, us) => (draft) => {
  const m = draft.media[media]
  if (!m) return
  const path = mended(m.pointer ?? [], piece, us)
  const [first, last] = [piece[0]?.[0] ?? us, piece.at(-1)?.[0] ?? us]
  m.pointer = path
  // A trace that was found is told by its confidences; what a log says stands.
  if (!m.moments.some((x) => x.confidence !== undefined)) return
  for (const x of m.moments) {
    if (x.byHand || !x.at || x.fromUs < first || x.fromUs > last) continue
    const at = pointerAt(path, x.fromUs)
    if (at) x.at = { x: tenth(at.x), y: tenth(at.y) }
  }
})
const marking = (name: string, mark: 'locked' | 'press') =>
  define(name, [Id.element, z.string(), Flag], (element, pose, on) => (draft) => {
    const p = elementIn(draft, element)?.poses.find((x) => x.id === pose)
    if (!p) return
    if (on) p[mark] = true
    else delete p[mark]
  })
/** Keeps a pose of a zoom as it is when it follows the pointer anew, or lets it go again. */
export const lockPose = marking('lockPose', 'locked')
/** Lets a drawn pointer press once it has come to a pose, or not. */
export const setPress = marking('setPress', 'press')

const WITHIN_PX = 1.5

/**
 * Lets an element go with the pointer of the take beneath it, for as long as it is there: its way becomes its poses.
 *
 * @param offset  where its anchor point is from the pointer, in pixels of the lesson's frame
 * @param lag     how many frames it comes behind
 */
export const goWithPointer = define('goWithPointer', [Id.element, XY, Frame], (id, offset, lag) => (draft) => {
  const timed = resolve(plain(draft) as Lesson)
  const e = elementIn(draft, id)
  const span = timed.spans.get(id)
  const input = span && followInputAt(timed, span)
  if (!e || !input || !propertyOf(e, 'x')) return
  const at = (f: number) => {
    const p = input.pointer[Math.max(0, f - lag)]!
    return { t: f, x: tenth(p.x + offset.x), y: tenth(p.y + offset.y) }
  }
  const corners = cornersOf(input.pointer.length, at, WITHIN_PX)
  const values = (f: number) => ({ x: at(f).x, y: at(f).y })
  Object.assign(e, values(0))
  e.space = 'framed'
  e.poses = posesAlong(`${id}-with`, timed, span.from, corners, values)
})
