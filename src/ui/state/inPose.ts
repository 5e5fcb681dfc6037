import { inPoses, moveElements, moveWhole, poseMeant, type Edit, type Here, type Stance } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { bornOf, caught, isTiedTo, momentKind } from '@/core/moments'
import { atPose } from '@/core/motion'
import type { Timed } from '@/core/timing'
import { desk, edit, shown, tryEdit, type Desk } from './desk'

/** The pose that edits change: the one in force at the playhead; on a move, the one it leaves or leads to. */
export const stanceNow = (b: Desk = desk()): Stance => ({ frame: b.playhead, on: b.moveEnd })
export function poseFor(e: Element, b: Desk = desk(), timed: Timed = b.timed): number {
  const own = timed.lesson.elements.find((x) => x.id === e.id)
  return own ? poseMeant(timed, own, stanceNow(b)) : 0
}
/** An element as it stands in the pose that edits change. */
export const standing = (e: Element, b: Desk = desk(), timed: Timed = shown(b)): Element =>
  e.poses.length === 0 ? e : atPose(timed, e, poseFor(e, b, timed))

/** An edit as it goes into the poses that are in force. */
export function posed(change: Edit): Edit {
  const { timed, playhead, reach } = desk()
  if (!timed.lesson.elements.some((e) => e.poses.length > 0)) return change
  return inPoses(stanceNow(), change, { reach, here: playhead })
}
export const editPosed = (label: string, change: Edit): boolean => edit(label, posed(change))
export const tryPosed = (change: Edit | null): void => tryEdit(change && posed(change))
/** Moves elements by pixels of their place: the pose in force, or the whole path. */
export const moving = (ids: string[], dx: number, dy: number): Edit =>
  desk().wholePath ? moveWhole(ids, dx, dy) : posed(moveElements(ids, dx, dy))

/** Where an act at the playhead happens: with the moment that lies right there. */
export function actHere(frames?: number): Here {
  const { timed, playhead, moment } = desk()
  const chosen = moment ? timed.moments.get(moment) : undefined
  const hit =
    chosen?.frame === playhead && !desk().elements.some((id) => bornOf(chosen.id, id))
      ? { moment: chosen, edge: 'start' as const, frame: playhead }
      : caught(
          timed.moments.values(),
          playhead,
          0,
          (m) => isTiedTo(m) && !momentKind(m).always && !desk().elements.some((id) => bornOf(m.id, id)),
        )
  return {
    frame: playhead,
    caught: hit && { ...hit, moment: { id: hit.moment.id } },
    ...(frames !== undefined && { frames }),
  }
}
