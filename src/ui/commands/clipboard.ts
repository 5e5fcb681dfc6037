import { toast } from 'sonner'
import {
  addElements,
  addPasted,
  copiedFrom,
  copies,
  copyKeys,
  copyPose,
  followCopy,
  hungOn,
  pasted,
  pasteKeys,
  clippingText,
  readClipping,
  inOne,
  withMembers,
  type Clipping,
  type Copied,
  type CopiedKeys,
  type KeyRef,
} from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import type { Timed } from '@/core/timing'
import { chosenElements, desk, edit, freshId, select } from '../state/desk'
import { poseFor } from '../state/inPose'
import { chosenOne, named } from './command'
import { inWords, said } from '../../words/words'

/** What was copied last in this window, and its text; of elements, the lesson that they stood in. */
let last: { clip: Clipping; text: string; timed: Timed } | null = null
/** Other windows, and this one after it was loaded anew, have it from the machine’s clipboard. */
function hold(clip: Clipping, what: string): void {
  last = { clip, text: clippingText(clip), timed: desk().timed }
  void globalThis.navigator?.clipboard?.writeText(last.text).catch(() => {})
  toast(inWords('commands.copied', what), { duration: 1500 })
}
/** What was copied last, in another window or in this one, and the lesson that it is of as far as that is known. */
async function atHand(): Promise<{ clip: Clipping; timed: Timed } | null> {
  const text = (await globalThis.navigator?.clipboard?.readText().catch(() => '')) ?? ''
  const there = text === last?.text ? null : readClipping(text)
  return there ? { clip: there, timed: desk().timed } : last
}
/** Keyframes of all selected elements, or those that are selected. */
export const keysMeant = (): KeyRef[] =>
  desk().keys.length > 0
    ? desk().keys
    : chosenElements().flatMap((e) => e.poses.map((p) => ({ element: e.id, pose: p.id, path: null })))
/** Each copy follows the one that it was made of; copies of a copy follow its first one. */
const follow = (list: readonly Element[], fresh: readonly Element[]) =>
  fresh.map((e, i) => followCopy([e.id], list[i]!.follows?.first ?? list[i]!.id, ['motion', 'look', 'timing']))
/** What is selected, groups with all that they carry. */
const chosenWithMembers = () => {
  const ids = withMembers(desk().lesson, desk().elements)
  return desk().lesson.elements.filter((e) => ids.includes(e.id))
}
export function copy(): void {
  const list = chosenWithMembers()
  if (!list.length) return
  const what = list.length === 1 ? `“${list[0]!.name}”` : inWords('commands.elements', list.length)
  hold({ elements: copiedFrom(desk().timed, list) }, what)
}
export function copyPoses(): void {
  const poses = copyKeys(keysMeant(), desk().timed)
  if (!poses) {
    toast(inWords('commands.thereAreNoPosesTo'), { duration: 1800 })
    return
  }
  const n = poses.poses.length
  hold({ poses }, n === 1 ? inWords('commands.onePose') : inWords('commands.posesCount', n))
}
/** Copies the pose that edits change, all of it. */
export function copyThisPose(): void {
  const own = chosenOne()
  const pose = own ? poseFor(own) : 0
  const poses = own ? copyPose(own, desk().timed, pose) : null
  if (poses) hold({ poses }, inWords('commands.poseNumber', pose + 1))
  else toast(inWords('commands.thereAreNoPosesTo'), { duration: 1800 })
}
/** Puts poses that were copied on what is selected, the first of them landing after the playhead. */
export async function pastePoses(): Promise<void> {
  const from = await atHand()
  if (from && 'poses' in from.clip) putPoses(from.clip.poses)
  else toast(inWords('commands.copySomePosesFirst'))
}
function putPoses(poses: CopiedKeys): void {
  const { elements, playhead } = desk()
  if (elements.length === 0) {
    toast(inWords('commands.selectWhatThePosesGoOn'))
    return
  }
  const [first] = poses.poses
  const long = Math.round(first!.to - first!.from)
  edit(said('commands.pastePosesOn', named()), pasteKeys(elements, poses, playhead + long))
}
/** Pastes what was copied last: elements, or poses on what is selected. */
export async function paste(): Promise<void> {
  const from = await atHand()
  if (!from) toast(inWords('commands.nothingHasBeenCopiedYet'))
  else if ('poses' in from.clip) putPoses(from.clip.poses)
  else putElements(from.clip.elements, from.timed)
}
function putElements(copied: Copied, of: Timed): void {
  const { lesson, moment, playhead, timed } = desk()
  const brought = pasted(copied, of, lesson, playhead, () => freshId('copy'))
  const { media, parts } = brought
  // With a moment chosen it begins with that, and goes along.
  const chosen = moment ? timed.moments.get(moment) : undefined
  const fresh = chosen?.frame === playhead ? hungOn(brought.elements, chosen.id, playhead) : [...brought.elements]
  if (
    edit(
      fresh.length === 1 ? said('commands.paste', fresh[0]!.name) : said('commands.pasteElements', fresh.length),
      addPasted(fresh, media, parts),
    )
  )
    select(fresh.map((e) => e.id))
}
export function duplicate(following = false): void {
  const list = chosenWithMembers()
  const fresh = copies(list, desk().timed, null, () => freshId('copy'))
  const ids = fresh.map((e) => e.id)
  if (
    edit(
      fresh.length === 1 ? said('commands.duplicate', list[0]!.name) : said('commands.duplicateElements', fresh.length),
      inOne([addElements(fresh), ...(following ? follow(list, fresh) : [])]),
    )
  ) {
    select(ids)
    toast(
      fresh.length === 1
        ? inWords('commands.standsJustWhereTheFirst', fresh[0]!.name)
        : inWords('commands.theyStandJustWhereThe'),
      {
        duration: 2500,
      },
    )
  }
}
