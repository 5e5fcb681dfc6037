import { elementIn, elementsIn } from '../ground/chosen'
import { Pose, type Element, type Lesson, type MoveEdge } from '../../lesson/schema'
import { atPose, keyableValue, edgeFrame, motionOf, posedAt, propertyValue, setAt, type Move } from '../../motion'
import { takeTimeAt } from '../../lesson/clips'
import { ownBefore, partedBy, type Timed } from '../../timing'
import { z } from 'zod'
import { define, Ids, type Given } from '../ground/act'
import { Frame, Num, Path } from '../ground/args'
import { keptAt } from './moveEdges'
import { keyAt, keyedPaths } from './posing'
import { plain } from '../ground/plain'

/** A keyframe: one property in one pose. With `path` null, all that the pose keys. */
const KeyRef = z.object({ element: z.string(), pose: z.string(), path: Path.nullable() })
export type KeyRef = z.infer<typeof KeyRef>
const KeyRefs = z.array(KeyRef).readonly()

const find = (draft: Lesson, id: string): Element | undefined => elementIn(draft, id)

/** Sorted by landing: which keyframes of which moves are meant. */
interface Chosen {
  move: Move
  paths: string[]
}
export function chosenOf(timed: Timed, own: Element, refs: readonly KeyRef[]): Chosen[] {
  const mine = refs.filter((r) => r.element === own.id)
  return motionOf(timed, own).moves.flatMap((move) => {
    const here = mine.filter((r) => r.pose === move.pose.id)
    if (here.length === 0) return []
    return [
      { move, paths: here.some((r) => r.path === null) ? Object.keys(move.pose.values) : here.map((r) => r.path!) },
    ]
  })
}
const eachOf = (
  timed: Timed,
  refs: readonly KeyRef[],
  draft: Lesson,
  change: (own: Element, e: Element, chosen: Chosen[]) => void,
) => {
  for (const id of new Set(refs.map((r) => r.element))) {
    const own = timed.lesson.elements.find((e) => e.id === id)
    const e = find(draft, id)
    if (own && e) change(own, e, chosenOf(timed, own, refs))
  }
}

/** Keys properties of elements at a frame, at the values they have there; each straight on from its keyframe before. */
export const addKey = define(
  'addKey',
  [Ids.elements, z.array(Path).readonly(), Frame],
  (ids, paths, frame) =>
    (draft, { timed, newId }) => {
      for (const own of timed.lesson.elements) {
        const e = find(draft, own.id)
        const now = posedAt(timed, own, frame)
        if (!ids.includes(own.id) || !e || !now) continue
        const values = Object.fromEntries(
          paths.flatMap((path) => {
            const value = keyableValue(now, path)
            return value === undefined ? [] : [[path, value]]
          }),
        )
        if (Object.keys(values).length === 0) continue
        keyAt({ timed, newId }, draft, own, frame, values)
      }
    },
)
/** Keys one more property in every pose that an element has, at the value it shows there; its motion stays as it is. */
export const keyAtPoses = define('keyAtPoses', [Ids.elements, Path], (ids, path) => (draft, { timed }) => {
  for (const own of timed.lesson.elements) {
    const e = find(draft, own.id)
    if (!ids.includes(own.id) || !e) continue
    motionOf(timed, own).moves.forEach((m, i) => {
      const value = keyableValue(atPose(timed, own, i + 1), path)
      const pose = e.poses.find((p) => p.id === m.pose.id)!
      if (value !== undefined && !(path in pose.values)) pose.values[path] = value
    })
  }
})
/** Takes all keyframes of elements away: each stands from then on as it does at a frame. */
export const removeMotion = define('removeMotion', [Ids.elements, Frame], (ids, frame) => (draft, { timed }) => {
  for (const own of timed.lesson.elements) {
    const e = find(draft, own.id)
    if (!ids.includes(own.id) || !e || own.poses.length === 0) continue
    const now = posedAt(timed, own, frame) ?? own
    for (const path of keyedPaths(own)) {
      const value = keyableValue(now, path)
      if (value !== undefined) setAt(e, path, value)
    }
    e.poses = []
    e.loop = null
  }
})
/** Takes keyframes away; a pose with none left goes too. */
export const removeKeys = define(
  'removeKeys',
  [KeyRefs],
  (refs) =>
    (draft, { timed }) =>
      eachOf(timed, refs, draft, (_own, e, chosen) => {
        for (const { move, paths } of chosen) {
          const pose = e.poses.find((p) => p.id === move.pose.id)!
          for (const path of paths) delete pose.values[path]
          if (Object.keys(pose.values).length === 0) e.poses = e.poses.filter((p) => p !== pose)
        }
      }),
)
/** Takes all keyframes of a property away; its value from then on is that of the first pose. */
export const removeProperty = define('removeProperty', [Ids.elements, Path], (ids, path) => (draft) => {
  for (const e of elementsIn(draft, ids)) {
    for (const p of e.poses) delete p.values[path]
    e.poses = e.poses.filter((p) => Object.keys(p.values).length > 0)
  }
})
/** The same edge of a move of an element, `by` frames later. */
export function laterBy(timed: Timed, e: Element, edge: MoveEdge, by: number): MoveEdge {
  const span = timed.spans.get(e.id)!
  switch (edge.on) {
    case 'start':
      return { on: 'start', frames: edge.frames + by }
    case 'end':
      return { on: 'end', frames: edge.frames - by }
    case 'share':
      return { on: 'share', share: edge.share + by / Math.max(1, span.to - span.from) }
    case 'moment':
    case 'element':
      return { ...edge, offset: edge.offset + by, last: edge.last + by }
    case 'take': {
      const frame = (edgeFrame(timed, e, edge) ?? span.from) + by
      return takeTimeAt(timed, frame) ?? keptAt(timed, e, frame, null)
    }
    default:
      return { ...edge }
  }
}

/**
 * Puts the keyframes that a pose is to give up into a pose of their own, and gives that; the pose itself where all of
 * it is meant.
 */
function parted(e: Element, move: Move, paths: string[], newId: Given['newId']): Pose {
  const pose = e.poses.find((p) => p.id === move.pose.id)!
  if (paths.length >= Object.keys(move.pose.values).length) return pose
  const own: Pose = {
    ...plain(pose),
    id: newId('pose'),
    values: Object.fromEntries(paths.map((p) => [p, move.pose.values[p]!])),
  }
  for (const path of paths) delete pose.values[path]
  e.poses.splice(e.poses.indexOf(pose) + 1, 0, own)
  return own
}
/**
 * Poses in the order in which they land. One whose values set out from keyframes of their own is parted where these
 * came to lie on different frames: each part sets out from its own.
 */
export function sorted(e: Element, landings: Map<string, number>, newId: Given['newId']): void {
  e.poses.sort((a, b) => landings.get(a.id)! - landings.get(b.id)!)
  e.poses = e.poses.flatMap((pose, i) => {
    const paths = Object.keys(pose.values)
    if (pose.start.on !== 'key' || paths.length < 2) return [pose]
    const own = ownBefore(e.poses, i).map((at) => (at < 0 ? -Infinity : landings.get(e.poses[at]!.id)!))
    const parts = partedBy(plain(pose), own, () => newId('pose'))
    for (const part of parts) landings.set(part.id, landings.get(pose.id)!)
    return parts
  })
}
/** Whether a move sets out from what was before it, whichever way that is meant. */
export const straightOn = ({ pose: { start } }: Move): boolean => start.on === 'previous' || start.on === 'key'
export const landingsOf = (timed: Timed, own: Element): Map<string, number> =>
  new Map(motionOf(timed, own).moves.map((m) => [m.pose.id, m.to]))

/** Moves keyframes in time by frames. A part of a pose leaves it. */
export const shiftKeys = define(
  'shiftKeys',
  [KeyRefs, Num],
  (refs, by) =>
    (draft, { timed, newId }) =>
      eachOf(timed, refs, draft, (own, e, chosen) => {
        const landings = landingsOf(timed, own)
        for (const { move, paths } of chosen) {
          const pose = parted(e, move, paths, newId)
          pose.start = laterBy(timed, own, pose.start, by)
          pose.end = laterBy(timed, own, pose.end, by)
          landings.set(pose.id, move.to + by)
        }
        sorted(e, landings, newId)
      }),
)
/** Stretches (above 1) or squeezes keyframes in time around a frame; moves become as much longer or shorter. */
export const stretchKeys = define(
  'stretchKeys',
  [KeyRefs, Num, Num],
  (refs, around, factor) =>
    (draft, { timed, newId }) =>
      eachOf(timed, refs, draft, (own, e, chosen) => {
        const landings = landingsOf(timed, own)
        const put = (frame: number) => Math.round(around + (frame - around) * factor)
        for (const { move, paths } of chosen) {
          const pose = parted(e, move, paths, newId)
          const scaled = (edge: MoveEdge, now: number): MoveEdge =>
            edge.on === 'length'
              ? { on: 'length', frames: Math.max(0, Math.round((move.to - move.from) * factor)) }
              : laterBy(timed, own, edge, put(now) - Math.round(now))
          pose.start = scaled(pose.start, move.from)
          pose.end = scaled(pose.end, move.to)
          landings.set(pose.id, put(move.to))
        }
        sorted(e, landings, newId)
      }),
)
/** Plays keyframes the other way round between the first and the last of them. */
export const reverseKeys = define(
  'reverseKeys',
  [KeyRefs],
  (refs) =>
    (draft, { timed, newId }) =>
      eachOf(timed, refs, draft, (own, e, chosen) => {
        if (chosen.length < 2) return
        const { moves } = motionOf(timed, own)
        const first = chosen[0]!.move.to
        const last = chosen.at(-1)!.move.to
        const mirror = (frame: number) => first + last - frame
        const paths = [...new Set(chosen.flatMap((c) => c.paths))]
        const valuesAt = (move: Move) => {
          const at = atPose(timed, own, moves.indexOf(move) + 1)
          return Object.fromEntries(paths.map((p) => [p, propertyValue(at, p)]))
        }
        const values = chosen.map((c) => valuesAt(c.move)).reverse()
        const landings = landingsOf(timed, own)
        const poses = chosen.map((c) => parted(e, c.move, c.paths, newId))
        poses.forEach((pose, i) => {
          pose.values = values[i]!
          if (i === 0) return
          const was = chosen[chosen.length - i]!.move
          pose.start = straightOn(was) ? { on: 'key' } : keptAt(timed, own, mirror(was.to), null)
          pose.end = keptAt(
            timed,
            own,
            mirror(straightOn(was) ? chosen[chosen.length - 1 - i]!.move.to : was.from),
            null,
          )
          pose.easing = was.pose.easing
          pose.curve = was.pose.curve && { start: was.pose.curve.landing, landing: was.pose.curve.start }
          landings.set(pose.id, mirror(straightOn(was) ? chosen[chosen.length - 1 - i]!.move.to : was.from))
        })
        sorted(e, landings, newId)
      }),
)
/** The frames at which an element has keyframes, of a property or of any; sorted. */
export function keyFrames(timed: Timed, e: Element, path?: string): number[] {
  return [
    ...new Set(
      motionOf(timed, e)
        .moves.filter((m) => path === undefined || path in m.pose.values)
        .map((m) => Math.round(m.to)),
    ),
  ]
}

/** The same keyframes after they were moved: a part of a pose that left it has become a pose of its own. */
export function sameKeys(refs: readonly KeyRef[], before: Timed, after: Timed): KeyRef[] {
  const at = (timed: Timed, id: string) => {
    const e = timed.lesson.elements.find((x) => x.id === id)
    return e ? motionOf(timed, e).moves : []
  }
  const groups = new Map<string, KeyRef[]>()
  for (const r of refs) {
    const key = `${r.element} ${r.path ?? ''}`
    groups.set(key, [...(groups.get(key) ?? []), r])
  }
  return [...groups.values()].flatMap((group) => {
    const { element, path } = group[0]!
    if (path === null) return group
    const old = at(before, element)
    const known = new Set(old.map((m) => m.pose.id))
    const mine = new Set(group.map((r) => r.pose))
    const now = at(after, element).filter(
      (m) => path in m.pose.values && (mine.has(m.pose.id) || !known.has(m.pose.id)),
    )
    return now.length === group.length ? now.map((m) => ({ element, pose: m.pose.id, path })) : group
  })
}
