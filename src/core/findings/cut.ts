import { setLesson } from '../edits'
import { lasts } from '../kinds/looks'
import type { Finder } from './finding'

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
          const last = late === 1 ? 'Its last frame is not seen' : `Its last ${late} frames are not seen`
          const gone = span.from >= length ? 'It is not seen at all' : last
          return [
            {
              element: e.id,
              sentence:
                `“${e.name}” goes on after the lesson has ended. ${gone}: ` +
                'make the lesson longer, or end it earlier.',
              frame: Math.max(0, length - 1),
            },
          ]
        }),
  mends: () => [
    { words: 'As long as all of it', label: 'The lesson lasts as long as all', change: setLesson({ length: null }) },
  ],
}
