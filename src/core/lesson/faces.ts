import { memo } from '../values'
import type { Lesson } from './schema'

const FILE = /"file":"(media\/[0-9a-f]{64}\/face\.json)"/g
/** The measures of typefaces that something plain names. */
export const faceFilesIn = (value: unknown): string[] => [
  ...new Set([...(JSON.stringify(value) ?? '').matchAll(FILE)].map((m) => m[1]!)),
]
const inLook = memo((look: object) => faceFilesIn(look))
const inStyle = memo((style: object) => faceFilesIn(style))

/** The measures of the typefaces that a lesson is written in, those of its house style and of what is in it too. */
export function faceFiles(lesson: Lesson): string[] {
  const own = lesson.elements.flatMap((e) => inLook(e.look))
  const style = lesson.style ? inStyle(lesson.style) : []
  return [...new Set([...own, ...style, ...Object.values(lesson.parts).flatMap(faceFiles)])]
}
