import { toast } from 'sonner'
import {
  addElements,
  addPasted,
  copiedFrom,
  copies,
  copyKeys,
  followCopy,
  hungOn,
  pasted,
  pasteKeys,
  readCopied,
  inOne,
  withMembers,
  type Copied,
  type CopiedKeys,
  type KeyRef,
} from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import type { Timed } from '@/core/timing'
import { chosenElements, desk, edit, freshId, select } from '../state/desk'
import { named } from './command'
import { inWords } from '../../words/words'

const CLIP = 'vivid-vane-elements:'
/** What was copied last in this window: elements, with the lesson that they stood in, or poses. */
let copied: { elements: Copied; timed: Timed } | { poses: CopiedKeys } | null = null
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
/** Other windows, and this one after it was loaded anew, have it from the machine’s clipboard. */
const handOver = (text: string) => void globalThis.navigator?.clipboard?.writeText(text).catch(() => {})
const sayCopied = (what: string) => toast(inWords('commands.copied', what), { duration: 1500 })
/** Copies the keyframes that are selected; else the elements. */
export function copy(): void {
  if (desk().keys.length > 0) {
    copyPoses()
    return
  }
  const list = chosenWithMembers()
  if (!list.length) return
  const { timed } = desk()
  const elements = copiedFrom(timed, list)
  copied = { elements, timed }
  handOver(CLIP + JSON.stringify(elements))
  sayCopied(list.length === 1 ? `“${list[0]!.name}”` : inWords('commands.elements', list.length))
}
export function copyPoses(): void {
  const poses = copyKeys(keysMeant(), desk().timed)
  if (!poses) {
    toast(inWords('commands.thereAreNoPosesTo'), { duration: 1800 })
    return
  }
  copied = { poses }
  const n = poses.poses.length
  const what = n === 1 ? inWords('commands.onePose') : inWords('commands.posesCount', n)
  handOver(what)
  sayCopied(what)
}
/** Puts poses that were copied on what is selected, the first of them landing after the playhead. */
export function pastePoses(): void {
  if (!copied || !('poses' in copied)) {
    toast(inWords('commands.copySomePosesFirst'))
    return
  }
  const { elements, playhead } = desk()
  const [first] = copied.poses.poses
  const long = Math.round(first!.to - first!.from)
  edit(inWords('commands.pastePosesOn', named()), pasteKeys(elements, copied.poses, playhead + long))
}
/** Pastes what was copied last, here or in another window. */
export async function paste(): Promise<void> {
  const text = (await navigator.clipboard?.readText().catch(() => '')) ?? ''
  const other = text.startsWith(CLIP) ? readCopied(text.slice(CLIP.length)) : null
  const mine = copied && 'elements' in copied ? copied : null
  if (copied && !mine && !other) {
    pastePoses()
    return
  }
  const isOwn = mine && (!other || JSON.stringify(other) === JSON.stringify(mine.elements))
  const from = isOwn ? mine.elements : other
  if (!from || from.elements.length === 0) {
    toast(inWords('commands.nothingHasBeenCopiedYet'))
    return
  }
  const { lesson, moment, playhead, timed } = desk()
  const brought = pasted(from, isOwn ? mine.timed : timed, lesson, playhead, () => freshId('copy'))
  const { media, parts } = brought
  // With a moment chosen it begins with that, and goes along.
  const chosen = moment ? timed.moments.get(moment) : undefined
  const fresh = chosen?.frame === playhead ? hungOn(brought.elements, chosen.id, playhead) : [...brought.elements]
  if (
    edit(
      fresh.length === 1 ? inWords('commands.paste', fresh[0]!.name) : inWords('commands.pasteElements', fresh.length),
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
      fresh.length === 1
        ? inWords('commands.duplicate', list[0]!.name)
        : inWords('commands.duplicateElements', fresh.length),
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
