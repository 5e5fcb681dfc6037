import { timecode } from '../time'
import { outOfSight } from '../timing'
import type { Finder } from './finding'
import { inWords } from '../../words/words'

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
      const more =
        gone.length > 1 ? inWords('findings.andMore', gone.length - 1, gone.length === 2 ? 'time' : 'times') : ''
      return [
        {
          element: e.id,
          frame: first.from,
          sentence: inWords('findings.whatItIsPinnedTo', e.name, at(first.from), at(first.to), more),
        },
      ]
    }),
}
