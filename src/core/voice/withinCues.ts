import type { Word } from '../lesson/schema'
import { matedWords } from './matching'

/** A word that was looked for in a sound; null where it was not found. */
interface Found {
  text: string
  fromUs: number | null
  toUs: number | null
}
/** A caption may come so much sooner or later than what it says. */
const LEEWAY_US = 400_000

/**
 * Words that were looked for by the text of captions, each held to the cue that it stands in: what was found outside it
 * keeps the time that the cue gives it.
 *
 * @param cues   where each cue begins and ends
 * @param given  the words of the captions, with the times that the cues give them
 */
export function withinCues<W extends Found>(
  found: readonly W[],
  cues: readonly { fromUs: number; toUs: number }[],
  given: readonly Word[],
): W[] {
  const mates = matedWords(
    given.map((w) => w.text),
    found.map((w) => w.text),
  )
  return found.map((w, i) => {
    const own = given[mates[i]!]
    if (!own) return w
    const cue = cues.find((c) => own.fromUs >= c.fromUs && own.fromUs < c.toUs)
    const inside =
      w.fromUs !== null &&
      w.toUs !== null &&
      (!cue || (w.fromUs >= cue.fromUs - LEEWAY_US && w.toUs <= cue.toUs + LEEWAY_US))
    return inside ? w : { ...w, fromUs: own.fromUs, toUs: own.toUs }
  })
}
