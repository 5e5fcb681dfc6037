import type { Element, Medium } from '../../lesson/schema'
import { newElement } from '../../kinds'
import { ChimeLook } from '../../kinds/chime/look'
import { define, make } from '../ground/act'
import { Frame, MediumArg, NewId } from '../ground/args'
import { mediumIdOf } from '../lesson/bringIn'
import { addMedium } from '../lesson/lesson'
import { setAll, tie } from '../ground/plain'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

/**
 * Lays a short sound that is heard each time something happens in a passage.
 *
 * @param look  when, how loud, in how many variants: parts of its look
 * @param from  the first frame of the passage; with `to` at its end, the whole lesson
 */
export const layChime = define(
  'layChime',
  [MediumArg, NewId, ChimeLook.omit({ kind: true, media: true }).partial(), Frame, Frame],
  (wanted, id, look, from, to) => (draft, given) => {
    const medium = wanted as Medium
    if (medium.kind !== 'sound') throw new Unfit(said('edits.isNoSound', medium.name))
    const media = mediumIdOf(draft, medium.sha256)
    if (!draft.media[media]) make(addMedium(media, structuredClone(medium)), draft, given)
    const { length } = given.timed
    const whole = from <= 0 && to >= length
    const loose = (frame: number): Element['start'] => ({ on: 'loose', frame })
    const e = newElement(draft, 'chime', id, {
      start: whole ? tie('lesson:start', 0, 0) : loose(Math.max(0, from)),
      end: whole ? tie('lesson:end', 0, length) : loose(Math.max(from + 1, to)),
    })
    setAll(e, Object.fromEntries(Object.entries({ ...look, media }).map(([k, v]) => [`look.${k}`, v])))
    draft.elements.push(e)
  },
)
