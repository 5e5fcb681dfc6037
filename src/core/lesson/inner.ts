import type { Lesson, Medium } from './schema'

/** Between the names of a path into lessons in lessons: no id has it. */
const INTO = '>'
export const pathInto = (outer: string, inner: string): string => `${outer}${INTO}${inner}`
/** The element of the outermost lesson that a path leads through. */
export const outermost = (path: string): string => path.split(INTO, 1)[0]!

/** A medium by its path: its id, behind the ids of the parts that it is in. */
export function mediumIn(lesson: Lesson, path: string): Medium | undefined {
  const ids = path.split(INTO)
  const last = ids.pop()!
  let at: Lesson | undefined = lesson
  for (const id of ids) at = at?.parts[id]
  return at?.media[last]
}
/** All media of a lesson, those of the lessons in it as well, by their paths. */
export function mediaIn(lesson: Lesson): [path: string, medium: Medium][] {
  const inner = Object.entries(lesson.parts).flatMap(([part, l]) =>
    mediaIn(l).map(([path, m]): [string, Medium] => [pathInto(part, path), m]),
  )
  return [...Object.entries(lesson.media), ...inner]
}
