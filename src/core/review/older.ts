import { fieldsOf, isGauge } from '../kinds'

import { isNumber, memo } from '../values'
import type { Element, Lesson, Pose } from '../lesson/schema'
import { lastClipEnd, movesOf, ownBefore, partedBy, resolve, type Timed } from '../timing'

/** The last format in which each value of a move set out by itself, and a lesson ended with its last clip. */
const BEFORE = 3

/**
 * What a lesson of an older program comes to in today's format. Moves that went straight on did so for each value by
 * itself, whatever was told of them; today a move is one span for all that it changes.
 *
 * - What was keyed value by value (levels, gauges, single keyframes) goes on from its own keyframe before, as it did.
 * - Any other move begins, for all its values, where its panel said that it begins; that this is another film is kept
 *   in mind (`apart`) and told, with the way back.
 * - A move whose values were held up by different landings is parted, so that each goes as it went.
 * - A lesson whose length would be another one has the length that it had.
 *
 * @param version  of the format that it was written in
 */
export function fromOlder(lesson: Lesson, version: number): Lesson {
  if (version > BEFORE) return lesson
  const parts = Object.entries(lesson.parts).map(([id, part]) => [id, fromOlder(part, version)] as const)
  const moved = lesson.elements.map(straightOn).map(fadedAfter)
  const now: Lesson = {
    ...lesson,
    elements: moved.every((e, i) => e === lesson.elements[i]) ? lesson.elements : moved,
    ...(parts.length > 0 && { parts: Object.fromEntries(parts) }),
  }
  const timed = resolve(now)
  const elements = now.elements.map((e) => parted(timed, e))
  const clipsEnd = lastClipEnd(timed)
  return {
    ...now,
    elements: elements.every((e, i) => e === now.elements[i]) ? now.elements : elements,
    length: now.length === null && clipsEnd !== null && clipsEnd !== timed.length ? clipsEnd : now.length,
  }
}

/** A bar that rested before it faded did so after its end. */
const fadedAfter = memo((e: Element): Element => {
  const look = e.look as { after?: unknown; restFrames?: number }
  return look.after === 'fades' && (look.restFrames ?? 0) > 0 ? { ...e, look: { ...look, after: 'fades-after' } } : e
})
/** Whether a value is a level or a gauge's: such are keyed one by one. */
function isByItself(e: Element, path: string): boolean {
  if (isGauge(e)) return path === 'look.value'
  return fieldsOf(e).some((f) => f.path === path && isNumber(f) && f.type === 'level')
}
/** The start of each move that went straight on, in the word that says today what it meant. */
const straightOn = memo((e: Element): Element => {
  const poses = e.poses.map((pose, i): Pose => {
    const paths = Object.keys(pose.values)
    if (pose.start.on !== 'previous' || paths.length === 0 || i === 0) return pose
    const own = ownBefore(e.poses, i)
    if (own.every((at) => at === i - 1)) return pose
    const one = paths.length === 1 ? paths[0]! : null
    const pegged =
      one !== null &&
      own[0]! >= 0 &&
      pose.easing === 'linear' &&
      e.poses.every((p) => !(one in p.values) || p.start.on === 'previous')
    const alone = paths.every((path) => isByItself(e, path)) && new Set(own).size === 1
    return pegged || alone ? { ...pose, start: { on: 'key' } } : { ...pose, apart: true }
  })
  return poses.every((p, i) => p === e.poses[i]) ? e : { ...e, poses }
})

/** An element whose moves are parted where their values were held up by different landings. */
function parted(timed: Timed, e: Element): Element {
  if (e.poses.length < 2) return e
  const taken = new Set(e.poses.map((p) => p.id))
  const landed = new Map<string, number>()
  const parts = new Map<string, Pose[]>()
  for (const { pose, to } of movesOf(timed, e)) {
    const paths = Object.keys(pose.values)
    if (pose.start.on !== 'previous' && pose.start.on !== 'key' && paths.length > 1) {
      const asked = askedFrom(timed, e, pose)
      const begins = paths.map((path) => Math.min(to, Math.max(asked, landed.get(path) ?? -Infinity)))
      let n = 1
      const free = () => {
        let id = `${pose.id}-${++n}`
        while (taken.has(id)) id = `${id}x`
        taken.add(id)
        return id
      }
      if (new Set(begins).size > 1) parts.set(pose.id, partedBy(pose, begins, free))
    }
    for (const path of paths) landed.set(path, to)
  }
  return parts.size === 0 ? e : { ...e, poses: e.poses.flatMap((p) => parts.get(p.id) ?? [p]) }
}
/** Where a move was to begin, before the landings of others held it up. */
const askedFrom = (timed: Timed, e: Element, pose: Pose): number =>
  movesOf(timed, { ...e, poses: e.poses.map((p) => (p.id === pose.id ? p : { ...p, values: {} })) }).find(
    (m) => m.pose.id === pose.id,
  )!.from
