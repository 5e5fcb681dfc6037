import type { Finder } from './finding'
import { inWords } from '../../words/words'

/** Elements that would end before they start. */
export const backwards: Finder = {
  code: 'order',
  inFilm: false,
  find: ({ lesson, spans }) =>
    lesson.elements
      .filter((e) => spans.get(e.id)?.backwards)
      .map((e) => ({
        element: e.id,
        sentence: inWords('findings.wouldEndBeforeItStarts', e.name),
      })),
}
