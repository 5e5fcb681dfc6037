import { enablePatches, produce, produceWithPatches, type Patch } from 'immer'
import type { Lesson } from '../../lesson/schema'
import { timedOf } from '../../scene'
import { remember, type Timed } from '../../timing'
import type { Edit, Given } from './act'
import { changesBetween } from './changes'
import { frameAnew } from './framing'
import { changedParts, lessonAt } from '../lesson/parts'
import { Unfit } from './unfit'
import { makeWhole } from './whole'
import { asIs, asSentence, said, type Said } from '../../../words/words'

enablePatches()

export interface Edited {
  lesson: Lesson
  timed: Timed
  patches: Patch[]
  inverse: Patch[]
}
/** Why an edit was not made, or null when it changes nothing. `unfit`: the lesson is not as it supposes. */
export interface Refused {
  refused: Said | null
  unfit?: true
}

/**
 * Ids that come of a seed, so that an edit that is made again, or made elsewhere, gives what it makes the same ones:
 * `pose-k3f9x2`, `pose-k3f9x2-2`.
 */
export function idsFrom(seed: string): Given['newId'] {
  let n = 0
  return (what) => `${what}-${seed}${++n > 1 ? `-${n}` : ''}`
}

/**
 * What an edit would lead to, without what it takes to keep it: for a drag that is under way. Null when it changes
 * nothing, does not fit the lesson, or leads round in a circle.
 */
export function previewEdit(timed: Timed, edit: Edit): Timed | null {
  try {
    const changed = produce(timed.lesson, (draft) => makeWhole(edit, draft, { timed, newId: idsFrom('preview') }))
    if (changed === timed.lesson) return null
    const after = timedOf(changed)
    return after.circles.length > 0 ? null : after
  } catch (e) {
    if (e instanceof Unfit) return null
    throw e
  }
}

/**
 * Applies an edit. Pure: gives the lesson after it, resolved, with the JSON patches that lead there and back. Ties
 * remember where they stood.
 *
 * @param newId  gives ids to what it makes: from another seed for each edit, from the same one when it is made again
 * @param timed  the lesson, solved, where that is known
 */
export function applyEdit(
  lesson: Lesson,
  edit: Edit,
  newId: Given['newId'],
  timed: Timed = timedOf(lesson),
): { edited: Edited } | Refused {
  try {
    return applied(lesson, edit, { timed, newId })
  } catch (e) {
    if (!(e instanceof Unfit)) throw e
    return { refused: said('edits.thisCannotBeDone', asSentence(e.said)), unfit: true }
  }
}

function applied(lesson: Lesson, edit: Edit, given: Given): { edited: Edited } | Refused {
  const [changed, p1, i1] = produceWithPatches(lesson, (draft) => makeWhole(edit, draft, given))
  // What is changed and put back again leaves no patches.
  if (changed === lesson || p1.length === 0 || changesBetween(lesson, changed).length === 0) return { refused: null }
  const solved = timedOf(changed)
  const circle = [solved, ...changedParts(lesson, changed).map(([, part]) => timedOf(part))].flatMap(
    (t) => t.circles,
  )[0]
  if (circle) return { refused: asIs(circle.sentence) }
  const [framed, p2, i2] = produceWithPatches(changed, (draft) => {
    frameAnew(draft, edit, { before: given.timed, after: solved, newId: given.newId })
    for (const [way, part] of changedParts(lesson, changed)) {
      const was = lessonAt(lesson, way)
      if (was)
        frameAnew(lessonAt(draft, way)!, edit, { before: timedOf(was), after: timedOf(part), newId: given.newId })
    }
  })
  const timed = framed === changed ? solved : timedOf(framed)
  const [kept, p3, i3] = produceWithPatches(framed, (draft) => {
    remember(draft, timed)
    for (const [way, part] of changedParts(lesson, framed)) remember(lessonAt(draft, way)!, timedOf(part))
  })
  return {
    edited: {
      lesson: kept,
      timed: kept === framed ? timed : { ...timed, lesson: kept },
      patches: [...p1, ...p2, ...p3],
      inverse: [...i3, ...i2, ...i1],
    },
  }
}
