import { inOne, setEdge } from '../edits'
import { hasPixels, plays, showsWhat } from '../kinds'
import { playing } from '../kinds/looks'
import type { Element } from '../lesson/schema'
import { framesPerSecond, timecode } from '../time'
import type { Timed } from '../timing'
import { inWords, said } from '../../words/words'
import type { Finder } from './finding'

const DARK_S = 0.5
const SILENT_S = 5
/** What is heard for less than this is a chime: that it is over is no silence. */
const CHIME_S = 3
const isHeard = (timed: Timed, e: Element): boolean => {
  const played = plays(e)
  if (!played || e.hidden || playing(e.look)?.muted) return false
  return showsWhat(e) === 'sound' || timed.lesson.media[played.medium]?.sound === true
}
/** The end of the last of some elements, with that element. */
function lastOf(timed: Timed, of: (e: Element) => boolean): { e: Element; to: number } | null {
  let out: { e: Element; to: number } | null = null
  for (const e of timed.lesson.elements) {
    const to = timed.spans.get(e.id)?.to ?? 0
    if (of(e) && (!out || to > out.to)) out = { e, to }
  }
  return out
}

/** An end of the lesson at which nothing is seen while something is still heard. */
export const darkEnd: Finder = {
  code: 'dark',
  inFilm: true,
  find(timed) {
    const seen = lastOf(timed, (e) => !e.hidden && hasPixels(e))
    const heard = lastOf(timed, (e) => isHeard(timed, e) && showsWhat(e) === 'sound')
    if (!seen || !heard || Math.min(heard.to, timed.length) - seen.to < framesPerSecond(timed.lesson.rate) * DARK_S)
      return []
    const anything = lastOf(timed, (e) => !e.hidden && showsWhat(e) !== 'sound' && !endsWithLesson(e))
    if (anything && anything.to >= heard.to) return []
    return [
      {
        element: heard.e.id,
        frame: seen.to,
        sentence: inWords('findings.fromThereNothingIsSeen', timecode(seen.to, timed.lesson.rate), heard.e.name),
      },
    ]
  },
  mends: ({ frame = 0 }, timed) => {
    const late = timed.lesson.elements.filter(
      (e) => isHeard(timed, e) && showsWhat(e) === 'sound' && timed.spans.get(e.id)!.to > frame,
    )
    const change = inOne(late.map((e) => setEdge(e.id, 'end', { on: 'loose', frame })))
    return [{ words: inWords('findings.endTheSoundThere'), label: said('findings.theSoundEndsWithThePicture'), change }]
  },
}
const endsWithLesson = (e: Element): boolean => e.end.on === 'moment' && e.end.moment === 'lesson:end'

/** An end of the lesson at which nothing is heard any more, after something was. */
export const silentEnd: Finder = {
  code: 'silent',
  inFilm: true,
  find(timed) {
    const fps = framesPerSecond(timed.lesson.rate)
    const lasts = (e: Element) => timed.spans.get(e.id)!.to - timed.spans.get(e.id)!.from
    const heard = lastOf(timed, (e) => isHeard(timed, e) && lasts(e) >= CHIME_S * fps)
    if (!heard || timed.length - heard.to < SILENT_S * fps) return []
    const at = timecode(heard.to, timed.lesson.rate)
    return [{ element: heard.e.id, frame: heard.to, sentence: inWords('findings.fromThereNothingIsHeard', at) }]
  },
}
