import { letGo } from '../../kinds'
import { elementIn, elementsIn } from '../ground/chosen'
import { Passing, type Element, type Lesson, type Pose } from '../../lesson/schema'
import { isPosed, type KeyValue } from '../../values'
import { atPose, motionOf, poseAt, propertiesOf, propertyValue, setAt, type Move } from '../../motion'
import { hundredth } from '../../geometry'
import { framesPerSecond } from '../../time'
import type { Timed } from '../../timing'
import { z } from 'zod'
import { define, Edit, Ids, make, type Given } from '../ground/act'
import { Easing, Frame, Here, Num, Stance } from '../ground/args'
import { keptAt } from './moveEdges'
import { plain } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

const find = (draft: Lesson, id: string): Element | undefined => elementIn(draft, id)
const poseOf = (draft: Lesson, element: string, pose: string): Pose | undefined =>
  find(draft, element)?.poses.find((p) => p.id === pose)

/** Which pose of an element is meant, as `poseAt` counts. */
export function poseMeant(timed: Timed, own: Element, stance: Stance): number {
  if ('pose' in stance) return Math.min(stance.pose, own.poses.length)
  if (own.poses.length === 0) return 0
  const { pose, moving } = poseAt(timed, own, stance.frame)
  return held(timed, own, moving && stance.on === 'end' ? pose + 1 : pose)
}
/** The pose that is seen in one that only holds the one before it. */
function held(timed: Timed, own: Element, n: number): number {
  const { moves } = motionOf(timed, own)
  while (n > 0 && moves[n - 1]!.pose.holds && Object.keys(moves[n - 1]!.pose.values).length === 0) n--
  return n
}

/** Whether an element has keyframes of single values alone: then no pose stands for the whole of it. */
export const keyedOneByOne = (e: Element): boolean => e.poses.length > 0 && e.poses.every((p) => p.start.on === 'key')

const InPoses = z.object({ reach: z.enum(['pose', 'later']).optional(), here: Num.optional() })
/**
 * Makes an edit in one pose of each element: what a pose takes (place, size, turn …), and what is keyed already, is
 * written there, not in the element's first pose; poses after it that have no such value of their own go along. All
 * else, like a colour, a level or a wording, is the whole element's; where only single values have keyframes, all that
 * has none.
 *
 * @param reach  `later`: poses after it take the value on as well, whatever they had
 * @param here   a frame: values that go by keyframes of their own, and not by poses, get one there
 */
export const inPoses = define('inPoses', [Stance, Edit, InPoses.optional()], (stance, edit, how) => (draft, given) => {
  const { timed, newId } = given
  const { reach = 'pose', here } = how ?? {}
  const moving = timed.lesson.elements
    .filter((e) => e.poses.length > 0)
    .map((own) => ({ own, n: poseMeant(timed, own, stance) }))
    .map(({ own, n }) => ({ own, n, posed: atPose(timed, own, n) }))
  for (const { own, posed } of moving) {
    const e = find(draft, own.id)
    if (!e) continue
    for (const path of keyedPaths(own)) setAt(e, path, propertyValue(posed, path))
  }
  make(edit, draft, given)
  for (const { own, n, posed } of moving) {
    const e = find(draft, own.id)
    if (!e) continue
    const keyed = keyedPaths(own)
    const oneByOne = keyedOneByOne(own)
    const { moves } = motionOf(timed, own)
    const pose = n > 0 ? e.poses.find((p) => p.id === moves[n - 1]!.pose.id) : undefined
    const later = moves.slice(n).map((m) => e.poses.find((p) => p.id === m.pose.id)!)
    const keys: Record<string, KeyValue> = {}
    for (const property of propertiesOf(posed)) {
      const { path } = property
      const now = propertyValue(e, path)
      const base = propertyValue(own, path)
      if (now === undefined) continue
      const changed = now !== propertyValue(posed, path)
      // What no pose takes, and nobody keyed, is changed for the whole element.
      if (changed && (!isPosed(property) || oneByOne) && !keyed.has(path)) continue
      const byItself = changed && here !== undefined && goesByKeys(timed, own, path, here)
      if (byItself) keys[path] = now
      else if (changed && pose) pose.values[path] = now
      if (changed && reach === 'later') for (const p of later) if (path in p.values) p.values[path] = now
      if ((changed ? pose !== undefined || byItself : keyed.has(path)) && now !== base) setAt(e, path, base)
    }
    if (here && Object.keys(keys).length > 0) keyAt({ timed, newId }, draft, own, here, keys)
  }
})

/**
 * Whether a value goes by keyframes set one by one, each straight on from the one before, and has none at this frame.
 */
function goesByKeys(timed: Timed, own: Element, path: string, frame: number): boolean {
  const moves = motionOf(timed, own).moves.filter((m) => path in m.pose.values)
  return (
    moves.length > 0 &&
    moves.every((m) => m.pose.start.on === 'key') &&
    !moves.some((m) => Math.abs(m.to - frame) < 0.5)
  )
}

/** Sets keyframes at a frame: in the pose that lands there, or in a new one straight on from what is before it. */
export function keyAt(
  { timed, newId }: Pick<Given, 'timed' | 'newId'>,
  draft: Lesson,
  own: Element,
  frame: number,
  values: Record<string, KeyValue>,
): void {
  const { moves } = motionOf(timed, own)
  /** What is keyed by itself sets out from its own keyframe before: in one pose, that is one frame for all of it. */
  const before = (paths: readonly string[]) =>
    new Set(paths.map((path) => moves.findLast((m) => m.to < frame - 0.5 && path in m.pose.values)?.to))
  const here = moves.find(
    ({ to, pose }) =>
      Math.abs(to - frame) < 0.5 &&
      (pose.start.on !== 'key' || before([...Object.keys(pose.values), ...Object.keys(values)]).size === 1),
  )
  if (here) Object.assign(poseOf(draft, own.id, here.pose.id)!.values, values)
  else
    putPose(
      timed,
      draft,
      own,
      {
        id: newId('pose'),
        start: { on: 'key' },
        end: keptAt(timed, own, frame, null),
        easing: 'linear',
        values,
        curve: null,
      },
      frame,
    )
}
/** The properties that any pose of an element keys. */
export const keyedPaths = (e: Element): Set<string> => new Set(e.poses.flatMap((p) => Object.keys(p.values)))

/** Moves an element with its whole path: every pose by the same pixels. */
export const moveWhole = define('moveWhole', [Ids.elements, Num, Num], (ids, dx, dy) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    e.x = hundredth(e.x + dx)
    e.y = hundredth(e.y + dy)
    for (const p of e.poses) {
      if (typeof p.values.x === 'number') p.values.x = hundredth(p.values.x + dx)
      if (typeof p.values.y === 'number') p.values.y = hundredth(p.values.y + dy)
    }
    letGo(e)
  }
})
const usualFrames = (timed: Timed) => Math.max(1, Math.round(framesPerSecond(timed.lesson.rate) / 2))

/**
 * For how many frames a move that sets out at a frame may go, so that it lands while its element is still seen.
 *
 * @throws Unfit where it could not land any more
 */
export function framesLeft(timed: Timed, own: Element, from: number, wanted: number): number {
  const room = timed.spans.get(own.id)!.to - 1 - Math.round(from)
  if (room < 1) throw new Unfit(said('edits.endsHereThereIsNo', own.name))
  return Math.max(1, Math.min(wanted, room))
}

/** Puts a new pose among those of an element, in the order in which they land. */
export function putPose(timed: Timed, draft: Lesson, own: Element, pose: Pose, landing: number): void {
  const e = find(draft, own.id)
  if (!e) return
  const before = motionOf(timed, own).moves.filter((m) => m.to <= landing).length
  const next = motionOf(timed, own).moves[before]?.pose.id
  const at = next === undefined ? e.poses.length : e.poses.findIndex((p) => p.id === next)
  e.poses.splice(at, 0, pose)
}
const each = ({ timed }: Given, ids: readonly string[], draft: Lesson, change: (own: Element) => void) => {
  for (const own of timed.lesson.elements) if (ids.includes(own.id) && find(draft, own.id)) change(own)
}

/**
 * “Move here from now”: a new move starts at the playhead and leads to a new pose, which is as the one before until it
 * is changed.
 */
export const moveFromNow = define(
  'moveFromNow',
  [Ids.elements, Here],
  (ids, here) => (draft, given) =>
    each(given, ids, draft, (own) => {
      const { timed } = given
      const { frame } = here
      const next = motionOf(timed, own).moves.find((m) => m.from > frame)
      const wanted = here.frames ?? usualFrames(timed)
      const frames = next ? Math.max(1, Math.min(wanted, next.from - frame)) : framesLeft(timed, own, frame, wanted)
      const pose: Pose = {
        id: given.newId('pose'),
        start: keptAt(timed, own, frame, here.caught),
        end: { on: 'length', frames },
        easing: 'ease-in-out',
        values: {},
        curve: null,
      }
      putPose(timed, draft, own, pose, frame + frames)
    }),
)
/**
 * “Arrive here by now”: a new move lands at the playhead, working backwards; a move that is under way there lands
 * there.
 */
export const arriveByNow = define(
  'arriveByNow',
  [Ids.elements, Here],
  (ids, here) => (draft, given) =>
    each(given, ids, draft, (own) => {
      const { timed } = given
      const { frame } = here
      const { moving } = poseAt(timed, own, frame)
      if (moving) {
        const pose = poseOf(draft, own.id, moving.pose.id)!
        const length = Math.round(moving.to - moving.from)
        const hasPlaceInTime = !['length', 'previous', 'key'].includes(moving.pose.start.on)
        pose.end = keptAt(timed, own, frame, here.caught)
        if (hasPlaceInTime)
          pose.start = { on: 'length', frames: Math.min(length, Math.max(1, Math.round(frame - moving.from))) }
        return
      }
      // It begins where the pose before ended, what is held there included; a length is given where one was asked for.
      const before =
        motionOf(timed, own)
          .moves.filter((m) => m.to <= frame)
          .at(-1)?.to ?? timed.spans.get(own.id)!.from
      const frames = here.frames && Math.max(1, Math.min(here.frames, Math.round(frame - before)))
      putPose(
        timed,
        draft,
        own,
        {
          id: given.newId('pose'),
          start: frames ? { on: 'length', frames } : { on: 'previous' },
          end: keptAt(timed, own, frame, here.caught),
          easing: 'ease-in-out',
          values: {},
          curve: null,
        },
        frame,
      )
    }),
)
/** How much later the moves after one may land that go on from its landing, so that none lands after its element. */
function roomBehind(timed: Timed, own: Element, move: Move): number {
  let room = Infinity
  let on = move
  for (const next of motionOf(timed, own).moves.filter((m) => m.to > move.to)) {
    const goesOn =
      (next.pose.start.on === 'previous' && own.poses.indexOf(next.pose) === own.poses.indexOf(on.pose) + 1) ||
      (next.pose.start.on === 'element' && next.pose.start.pose === on.pose.id)
    if (!goesOn || next.pose.end.on !== 'length') break
    on = next
    room = timed.spans.get(own.id)!.to - 1 - on.to
  }
  return Math.max(0, room)
}
/**
 * “Hold until here”: the move that is under way at the playhead, or comes next, starts here; it keeps its length as far
 * as there is room, or its landing where that is tied. With no move to come, the pose in force is held until here, so
 * that what moves next sets out from here.
 *
 * @throws Unfit where there is no room for it
 */
export const holdUntilHere = define(
  'holdUntilHere',
  [Ids.elements, Here],
  (ids, here) => (draft, given) =>
    each(given, ids, draft, (own) => {
      const { timed } = given
      const { frame } = here
      const span = timed.spans.get(own.id)!
      const { moves } = motionOf(timed, own)
      if (frame <= span.from || frame >= span.to) throw new Unfit(said('edits.isNotOnScreenHere', own.name))
      const next = moves.find((m) => m.to > frame)
      const pose = next && poseOf(draft, own.id, next.pose.id)
      if (!next || !pose) {
        if ((moves.at(-1)?.to ?? span.from) >= frame) throw new Unfit(said('edits.hasOnlyJustComeTo', own.name))
        const end = keptAt(timed, own, frame, here.caught)
        const hold: Pose = {
          id: given.newId('pose'),
          start: { on: 'previous' },
          end,
          easing: 'hold',
          values: {},
          curve: null,
        }
        putPose(timed, draft, own, { ...hold, holds: true }, frame)
        return
      }
      const tied = next.pose.end.on === 'moment' || next.pose.end.on === 'element'
      const after = moves.find((m) => m.to > next.to)
      // Its landing passes neither the next one, nor the start of a move that comes after, nor the element's end.
      const latest = Math.min(
        span.to - 1,
        next.to + roomBehind(timed, own, next),
        ...(after
          ? [Math.ceil(after.to) - 1, after.pose.start.on === 'previous' ? Infinity : Math.max(after.from, frame + 1)]
          : []),
      )
      if (!tied && latest <= frame) throw new Unfit(said('edits.thereIsNoRoomLeft', own.name))
      pose.start = keptAt(timed, own, frame, here.caught)
      if (tied) return
      pose.end = { on: 'length', frames: Math.max(1, Math.min(Math.round(next.to - next.from), latest - frame)) }
    }),
)
/** “Return to the pose before”: from the playhead on, back to how it was before the pose in force. */
export const returnToBefore = define(
  'returnToBefore',
  [Ids.elements, Here],
  (ids, here) => (draft, given) =>
    each(given, ids, draft, (own) => {
      const { timed } = given
      const { frame } = here
      const { pose } = poseAt(timed, own, frame)
      if (pose === 0) return
      const now = atPose(timed, own, pose)
      const before = atPose(timed, own, pose - 1)
      const values: Record<string, KeyValue> = {}
      for (const path of keyedPaths(own))
        if (propertyValue(now, path) !== propertyValue(before, path)) values[path] = propertyValue(before, path)
      const { from, to } = motionOf(timed, own).moves[pose - 1]!
      const frames = framesLeft(timed, own, frame, here.frames ?? Math.max(1, Math.round(to - from)))
      putPose(
        timed,
        draft,
        own,
        {
          id: given.newId('pose'),
          start: keptAt(timed, own, frame, here.caught),
          end: { on: 'length', frames },
          easing: 'ease-in-out',
          values,
          curve: null,
        },
        frame + frames,
      )
    }),
)
/** “Come in from outside” and “go out to”: just out of the picture, whatever the size and turn. */
export const slideThrough = define(
  'slideThrough',
  [Ids.elements, z.enum(['arrival', 'departure']), Passing.shape.from, Frame, Easing.optional()],
  (ids, which, side, frames, easing = 'ease-out') =>
    (draft) => {
      for (const e of elementsIn(draft, ids))
        e[which] = { ...plain(e[which]), how: 'slide', from: side, frames, easing }
    },
)
