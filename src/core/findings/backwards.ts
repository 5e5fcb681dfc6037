import type { Finder } from './finding'

/** Elements that would end before they start. */
export const backwards: Finder = {
  code: 'order',
  inFilm: false,
  find: ({ lesson, spans }) =>
    lesson.elements
      .filter((e) => spans.get(e.id)?.backwards)
      .map((e) => ({
        element: e.id,
        sentence: `“${e.name}” would end before it starts. It is shown for one frame; move one of its ends.`,
      })),
}
