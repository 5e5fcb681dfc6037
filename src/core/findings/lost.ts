import { bornOf } from '../moments/drawn'
import type { Element } from '../lesson/schema'
import type { Timed } from '../timing'
import type { Found, Finder } from './finding'

const UNTIL = 'until you tie it again or the moment comes back.'

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
      ? 'start and end hang on moments that are'
      : `${startLost ? 'start' : 'end'} hangs on a moment that is`
  return [{ element: e.id, sentence: `“${e.name}”: its ${which} no longer in the lesson. It keeps its place ${UNTIL}` }]
}

function movesLost({ moments, spans }: Timed, e: Element): Found[] {
  return e.poses.flatMap(({ start, end }, i) => {
    const gone = [start, end].some((edge) =>
      edge.on === 'moment'
        ? bornOf(edge.moment, e.id) || (moments.get(edge.moment)?.frame ?? null) === null
        : edge.on === 'element' && !spans.has(edge.element),
    )
    if (!gone) return []
    const sentence =
      `“${e.name}”: its move to pose ${i + 2} hangs on a moment that is no longer in the lesson. It keeps its place ` +
      UNTIL
    return [{ element: e.id, sentence }]
  })
}
