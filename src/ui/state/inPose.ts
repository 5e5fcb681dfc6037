import { inPoses, moveElements, moveWhole, poseMeant, type Edit, type Here, type Stance } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { bornOf, caught, isTiedTo, momentKind } from '@/core/moments'
import { atPose } from '@/core/motion'
import type { Timed } from '@/core/timing'
import { desk, edit, shown, tryEdit, useDesk, type Desk } from './desk'
import { type Said } from '../../words/words'

/** The pose that edits change: the one in force at the playhead; on a move, the one it leaves or leads to. */
export const stanceNow = ({ playhead, moveEnd }: Desk = desk()): Stance => ({ frame: playhead, on: moveEnd })
/** The same, for what is drawn anew when it becomes another. */
export function useStance(): Stance {
  const frame = useDesk((b) => b.playhead)
  const on = useDesk((b) => b.moveEnd)
  return { frame, on }
}
export function poseFor(e: Element, stance: Stance = stanceNow(), timed: Timed = desk().timed): number {
  const own = timed.lesson.elements.find((x) => x.id === e.id)
  return own ? poseMeant(timed, own, stance) : 0
}
/** An element as it stands in the pose that edits change. */
export const standing = (e: Element, stance: Stance = stanceNow(), timed: Timed = shown()): Element =>
  e.poses.length === 0 ? e : atPose(timed, e, poseFor(e, stance, timed))

/** An edit as it goes into the poses that are in force. */
export function posed(change: Edit): Edit {
  const { timed, playhead, reach } = desk()
  if (!timed.lesson.elements.some((e) => e.poses.length > 0)) return change
  return inPoses(stanceNow(), change, { reach, here: playhead })
}
export const editPosed = (label: Said, change: Edit): boolean => edit(label, posed(change))
export const tryPosed = (change: Edit | null): void => tryEdit(change && posed(change))
/** Moves elements by pixels of their place: the pose in force, or the whole path. */
export const moving = (ids: string[], dx: number, dy: number): Edit =>
  desk().wholePath ? moveWhole(ids, dx, dy) : posed(moveElements(ids, dx, dy))

/** Where an act at the playhead happens: with the moment that lies right there. */
export const actHere = (frames?: number): Here => ({ ...hereOf(desk()), ...(frames !== undefined && { frames }) })
/** The same, for what is drawn anew when it becomes another. */
export function useHere(): Here {
  const timed = useDesk((b) => b.timed)
  const playhead = useDesk((b) => b.playhead)
  const moment = useDesk((b) => b.moment)
  const elements = useDesk((b) => b.elements)
  return hereOf({ timed, playhead, moment, elements })
}
function hereOf({ timed, playhead, moment, elements }: Pick<Desk, 'timed' | 'playhead' | 'moment' | 'elements'>): Here {
  const chosen = moment ? timed.moments.get(moment) : undefined
  const isOwn = (id: string) => elements.some((e) => bornOf(id, e))
  const hit =
    chosen?.frame === playhead && !isOwn(chosen.id)
      ? { moment: chosen, edge: 'start' as const, frame: playhead }
      : caught(timed.moments.values(), playhead, 0, (m) => isTiedTo(m) && !momentKind(m).always && !isOwn(m.id))
  return { frame: playhead, caught: hit && { ...hit, moment: { id: hit.moment.id } } }
}
