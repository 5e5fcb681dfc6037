import { toast } from 'sonner'
import {
  addElements,
  addPasted,
  copiedFrom,
  copies,
  followCopy,
  hungOn,
  pasted,
  readCopied,
  inOne,
  withMembers,
  type Copied,
} from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { desk, edit, freshId, select } from '../state/desk'
import { inWords } from '../../words/words'

const CLIP = 'vivid-vane-elements:'
let copied: Copied | null = null
let copiedTimed = desk().timed
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
  copied = copiedFrom(desk().timed, list)
  copiedTimed = desk().timed
  void navigator.clipboard?.writeText(CLIP + JSON.stringify(copied)).catch(() => {})
  toast(
    inWords('commands.copied', list.length === 1 ? `“${list[0]!.name}”` : inWords('commands.elements', list.length)),
    { duration: 1500 },
  )
}
export async function paste(): Promise<void> {
  const text = (await navigator.clipboard?.readText().catch(() => '')) ?? ''
  const other = text.startsWith(CLIP) ? readCopied(text.slice(CLIP.length)) : null
  const own = copied && (!other || JSON.stringify(other) === JSON.stringify(copied))
  const from = own ? copied : other
  if (!from || from.elements.length === 0) {
    toast(inWords('commands.nothingHasBeenCopiedYet'))
    return
  }
  const { lesson, moment, playhead, timed } = desk()
  const brought = pasted(from, own ? copiedTimed : timed, lesson, playhead, () => freshId('copy'))
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
