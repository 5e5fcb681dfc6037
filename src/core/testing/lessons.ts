import { newElement } from '../kinds'
import { emptyLesson } from '../lesson/make'
import type { Clip, Edge, Element, Lesson, Medium } from '../lesson/schema'
import type { ElementKind } from '../kinds'

/** A take of 300 frames at 30 frames a second with clicks at 2 s, 4 s and 8 s, and its words. */
export const takeMedium = (change: Partial<Medium> = {}): Medium => ({
  kind: 'take',
  name: 'Take.mp4',
  sha256: 'a'.repeat(64),
  file: `media/${'a'.repeat(64)}/take.mp4`,
  width: 1920,
  height: 1080,
  rate: { num: 30, den: 1 },
  durationUs: 10_000_000,
  frames: 300,
  sound: false,
  moments: [2, 4, 8].map((s, i) => ({
    id: `take/click-${i + 1}`,
    kind: 'click' as const,
    label: `click on Button ${i + 1}`,
    fromUs: s * 1e6,
    at: { x: 100 * (i + 1), y: 200 },
  })),
  words: [],
  ...change,
})
export const clip = (id: string, at: number, length: number, change: Partial<Clip> = {}): Clip => ({
  id,
  track: 'takes-1',
  media: 'take',
  at,
  length,
  inUs: 0,
  speed: { num: 1, den: 1 },
  freeze: false,
  fit: 'fit',
  levelDb: 0,
  muted: false,
  ...change,
})

/** A lesson with that take laid whole from frame 0. */
export function lessonWithTake(): Lesson {
  const lesson = emptyLesson('Test')
  lesson.media.take = takeMedium()
  lesson.clips = [clip('c1', 0, 300)]
  return lesson
}
export const loose = (frame: number): Edge => ({ on: 'loose', frame })
export const on = (moment: string, offset = 0, edge: 'start' | 'end' = 'start', last = 0): Edge => ({
  on: 'moment',
  moment,
  edge,
  offset,
  last,
})
export const lasting = (frames: number): Edge => ({ on: 'length', frames })
export const element = (
  lesson: Lesson,
  kind: ElementKind,
  id: string,
  start: Edge,
  end: Edge,
  change: Partial<Element> = {},
): Element => ({ ...newElement(lesson, kind, id, start, end), name: id, ...change })
