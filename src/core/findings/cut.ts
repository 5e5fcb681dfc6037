import { setLesson } from '../edits'
import { lasts } from '../kinds/looks'
import type { Finder } from './finding'
import { inWords, said } from '../../words/words'

/** What stands beyond the length that a lesson was given. */
export const cut: Finder = {
  code: 'cut',
  inFilm: true,
  find: ({ lesson, spans, length }) =>
    lesson.length === null
      ? []
      : lesson.elements.flatMap((e) => {
          const span = spans.get(e.id)!
          if (
            !lasts(e.look) ||
            e.hidden ||
            span.to <= length ||
            (e.end.on === 'moment' && e.end.moment === 'lesson:end')
          )
            return []
          const late = span.to - length
          const last =
            late === 1 ? inWords('findings.itsLastFrameIsNot') : inWords('findings.itsLastFramesAreNot', late)
          const gone = span.from >= length ? inWords('findings.itIsNotSeenAt') : last
          return [
            {
              element: e.id,
              sentence: inWords('findings.goesOnAfterTheLesson', e.name, gone),
              frame: Math.max(0, length - 1),
            },
          ]
        }),
  mends: () => [
    {
      words: inWords('findings.asLongAsAllOf'),
      label: said('findings.theLessonLastsAsLong'),
      change: setLesson({ length: null }),
    },
  ],
}
