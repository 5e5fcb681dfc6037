import { applyPatches } from 'immer'
import { lessonAt } from '@/core/edits'
import { timedOf } from '@/core/scene'
import type { Timed } from '@/core/timing'
import { retimedFrom, type Retimed } from '@/core/review/retimed'
import { useDesk, wayOf, wholeLesson, type Desk } from '../state/desk'
import { inWords } from '../../words/words'
import { toldInWords } from '../../words/told'

/** So many steps back a change of what recordings show is looked for. */
const STEPS = 60

/** What is compared: the lesson before a step and after it, or in its own language and the one that is looked at. */
export interface Compared {
  label: string
  before: Timed
  after: Timed
  changes: Retimed[]
}
/** The latest step by which recordings go otherwise than before it; null where there is none. */
export function compared(b: Desk = useDesk.getState()): Compared | null {
  const at = (whole: Timed['lesson']) => lessonAt(whole, wayOf(b.inside))
  const made = (label: string, own?: Timed['lesson'], now?: Timed['lesson']): Compared | null => {
    if (!own || !now || own === now) return null
    const [before, after] = [timedOf(own), timedOf(now)]
    const changes = retimedFrom(before, after)
    return changes.some((c) => c.how !== 'same') ? { label, before, after, changes } : null
  }
  if (b.language !== null) return made(inWords('script.inItsOwnLanguageAnd'), at(wholeLesson(b)), b.lesson)
  let whole = wholeLesson(b)
  for (const entry of b.past.toReversed().slice(0, STEPS)) {
    const earlier = applyPatches(whole, entry.inverse)
    const found = made(toldInWords(entry.label), at(earlier), at(whole))
    if (found) return found
    whole = earlier
  }
  return null
}
