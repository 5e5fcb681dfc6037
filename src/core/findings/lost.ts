import { bornOf } from '../moments/drawn'
import type { Element } from '../lesson/schema'
import type { Timed } from '../timing'
import type { Found, Finder } from './finding'
import { inWords } from '../../words/words'

const UNTIL = inWords('findings.untilYouTieItAgain')

/** Ends and moves that hang on moments or elements that are not in the lesson any more. */
export const lost: Finder = {
  code: 'lost',
  inFilm: false,
  find: (timed) => [
    ...timed.lesson.elements.flatMap((e) => endsOf(timed, e)),
    ...timed.lesson.elements.flatMap((e) => movesLost(timed, e)),
  ],
}

function endsOf({ spans }: Timed, e: Element): Found[] {
  const { startLost, endLost } = spans.get(e.id)!
  if (!startLost && !endLost) return []
  const which =
    startLost && endLost
      ? inWords('findings.startAndEndHangOn')
      : inWords('findings.hangsOnAMomentThat', startLost ? 'start' : 'end')
  return [{ element: e.id, sentence: inWords('findings.itsNoLongerInThe', e.name, which, UNTIL) }]
}

function movesLost({ moments, spans }: Timed, e: Element): Found[] {
  return e.poses.flatMap(({ start, end }, i) => {
    const gone = [start, end].some((edge) =>
      edge.on === 'moment'
        ? bornOf(edge.moment, e.id) || (moments.get(edge.moment)?.frame ?? null) === null
        : edge.on === 'element' && !spans.has(edge.element),
    )
    if (!gone) return []
    const sentence = inWords('findings.itsMoveToPoseHangs', e.name, i + 2, UNTIL)
    return [{ element: e.id, sentence }]
  })
}
