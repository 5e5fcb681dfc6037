import { fieldsOf, pointsOf } from '../../kinds'
import { Pose, type Element } from '../../lesson/schema'
import { atPose, keyableValue, motionOf, posedAt, propertyValue } from '../../motion'
import type { Timed } from '../../timing'
import type { KeyValue } from '../../values'
import { z } from 'zod'
import { define, Id, Ids, make } from '../ground/act'
import { Easing, Flag, Frame, Num } from '../ground/args'
import { elementIn } from '../ground/chosen'
import { fitted } from '../ground/walk'
import { chosenOf, landingsOf, sorted, straightOn, type KeyRef } from './keys'
import { keptAt } from './moveEdges'
import { keyedPaths } from './posing'

/** Keyframes to be pasted: frames count from the first landing; `base` is what the element was before them. */
export const CopiedKeys = z.object({
  base: Pose.shape.values,
  poses: z
    .array(
      z.object({
        from: Num,
        to: Num,
        straightOn: Flag,
        easing: Easing,
        values: Pose.shape.values,
        curve: Pose.shape.curve,
      }),
    )
    .min(1),
})
export type CopiedKeys = z.infer<typeof CopiedKeys>

/** Copies keyframes of one element. Null when none are chosen. */
export function copyKeys(refs: readonly KeyRef[], timed: Timed): CopiedKeys | null {
  const own = timed.lesson.elements.find((e) => e.id === refs[0]?.element)
  if (!own) return null
  const chosen = chosenOf(timed, own, refs)
  if (chosen.length === 0) return null
  const { moves } = motionOf(timed, own)
  const start = chosen[0]!.move.to
  const before = atPose(timed, own, moves.indexOf(chosen[0]!.move))
  const paths = new Set(chosen.flatMap((c) => c.paths))
  return {
    base: Object.fromEntries([...paths].map((p) => [p, propertyValue(before, p)])),
    poses: chosen.map(({ move, paths: own2 }) => ({
      from: move.from - start,
      to: move.to - start,
      straightOn: straightOn(move),
      easing: move.pose.easing,
      values: Object.fromEntries(own2.map((p) => [p, move.pose.values[p]!])),
      curve: move.pose.curve,
    })),
  }
}

/**
 * Copies one pose of an element, to stand elsewhere just as it stands there: all that is keyed of the element. Pasted,
 * it is arrived at from the pose before. Null when nothing is keyed.
 *
 * @param pose  0 for how it stands before its first move, n for where its nth move leads
 */
export function copyPose(own: Element, timed: Timed, pose: number): CopiedKeys | null {
  const paths = [...keyedPaths(own)]
  if (paths.length === 0) return null
  const posed = atPose(timed, own, pose)
  const values = Object.fromEntries(paths.map((p) => [p, propertyValue(posed, p)]))
  const { easing } = motionOf(timed, own).moves[Math.max(0, pose - 1)]!.pose
  return { base: {}, poses: [{ from: 0, to: 0, straightOn: true, easing, values, curve: null }] }
}

/** The values that say where and how turned an element stands: its points, its turn and its tilt. */
const whereabouts = (e: Element): Set<string> =>
  new Set([
    ...pointsOf(e).flatMap(({ x, y }) => [x, y]),
    ...fieldsOf(e).flatMap((f) => (f.type === 'degrees' && !f.path.startsWith('look.') ? [f.path] : [])),
  ])
/**
 * Pastes keyframes so that the first of them lands at a frame. On an element that stands elsewhere,
 * places and turns are taken from where that one is, as far as `base` tells from where they were; other values are as
 * they were.
 */
export const pasteKeys = define(
  'pasteKeys',
  [Ids.elements, CopiedKeys, Frame],
  (ids, copied, frame) =>
    (draft, { timed, newId }) => {
      for (const own of timed.lesson.elements) {
        const e = elementIn(draft, own.id)
        if (!ids.includes(own.id) || !e) continue
        const now =
          posedAt(timed, own, Math.max(timed.spans.get(own.id)!.from, frame + Math.min(0, copied.poses[0]!.from))) ??
          own
        const landings = landingsOf(timed, own)
        const relative = whereabouts(own)
        for (const p of copied.poses) {
          const values: Record<string, KeyValue> = {}
          for (const [path, value] of Object.entries(p.values)) {
            const here = keyableValue(now, path)
            if (here === undefined) continue
            const base = copied.base[path]
            values[path] =
              relative.has(path) && typeof value === 'number' && typeof here === 'number' && typeof base === 'number'
                ? fitted(own, path, value + here - base)
                : value
          }
          if (Object.keys(values).length === 0) continue
          const pose: Pose = {
            id: newId('pose'),
            start: p.straightOn ? { on: 'key' } : { on: 'length', frames: Math.max(0, Math.round(p.to - p.from)) },
            end: keptAt(timed, own, frame + p.to, null),
            easing: p.easing,
            values,
            curve: p.curve,
          }
          e.poses.push(pose)
          landings.set(pose.id, frame + p.to)
        }
        sorted(e, landings, newId)
      }
    },
)
/**
 * Gives elements the moves of another one, each from its own place and as long after its own start; what they had of
 * moves is replaced.
 */
export const takeMoves = define('takeMoves', [Ids.elements, Id.element], (ids, from) => (draft, { timed, newId }) => {
  const leader = timed.lesson.elements.find((e) => e.id === from)
  const copied =
    leader &&
    copyKeys(
      leader.poses.map((p) => ({ element: from, pose: p.id, path: null })),
      timed,
    )
  if (!leader || !copied) return
  const others = ids.filter((id) => id !== from)
  const bare: Timed = {
    ...timed,
    lesson: {
      ...timed.lesson,
      elements: timed.lesson.elements.map((e) => (others.includes(e.id) ? { ...e, poses: [] } : e)),
    },
  }
  const after = motionOf(timed, leader).moves[0]!.to - timed.spans.get(from)!.from
  for (const id of others) {
    const e = elementIn(draft, id)
    if (!e) continue
    e.poses = []
    make(pasteKeys([id], copied, timed.spans.get(id)!.from + after), draft, { timed: bare, newId })
  }
})
