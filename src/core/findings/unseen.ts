import { timecode } from '../time'
import { outOfSight } from '../timing'
import type { Finder } from './finding'

/** Pinned elements that have lost what they mark, from when to when. */
export const unseen: Finder = {
  code: 'unseen',
  inFilm: false,
  find: (timed) =>
    timed.lesson.elements.flatMap((e) => {
      const gone = outOfSight(timed, e)
      const first = gone[0]
      if (!first) return []
      const at = (frame: number) => timecode(frame, timed.lesson.rate)
      const more = gone.length > 1 ? `, and ${gone.length - 1} more ${gone.length === 2 ? 'time' : 'times'}` : ''
      return [
        {
          element: e.id,
          frame: first.from,
          sentence:
            `“${e.name}”: what it is pinned to is out of sight from ` +
            `${at(first.from)} to ${at(first.to)}${more}. It is not shown meanwhile.`,
        },
      ]
    }),
}
