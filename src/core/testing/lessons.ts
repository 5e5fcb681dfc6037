import { isClip, newElement, settle } from '../kinds'
import { clipOf, type Clip } from '../lesson/clips'
import { isStill, speedOf } from '../lesson/timeMap'
import { resolve } from '../timing'
import { emptyLesson } from '../lesson/make'
import { Element, type Edge, type Lesson, type Medium } from '../lesson/schema'
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
/** What of an element a test of clips may say: how it plays, and what else it is. */
export interface LaidOut {
  track?: string
  media?: string
  inUs?: number
  speed?: { num: number; den: number }
  freeze?: boolean
  fit?: 'fit' | 'fill' | 'stand' | 'free'
  levelDb?: number
  muted?: boolean
}
/** An element of footage or of sound, `length` frames from `at`; sound where its track is one for sound. */
export const clip = (
  id: string,
  at: number,
  length: number,
  change: LaidOut = {},
  rest: Partial<Element> = {},
): Element => {
  const { track = 'takes-1', media = 'take', inUs = 0, speed = { num: 1, den: 1 }, freeze, fit, ...level } = change
  const stretches = [freeze ? { hold: length } : { toUs: null, speed }]
  const heard = track.startsWith('sound')
  return Element.parse({
    id,
    name: id,
    track,
    start: { on: 'loose', frame: at },
    end: { on: 'length', frames: length },
    look: { kind: heard ? 'sound' : 'footage', media, inUs, stretches, ...level, ...(!heard && { fit: fit ?? 'fit' }) },
    ...(!heard && { space: 'framed', x: 960, y: 540, width: 1920, height: 1080 }),
    ...rest,
  })
}

/** A lesson with that take laid whole from frame 0. */
export function lessonWithTake(): Lesson {
  const lesson = emptyLesson('Test')
  lesson.media.take = takeMedium()
  lesson.elements = [clip('c1', 0, 300)]
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
): Element => ({ ...newElement(lesson, kind, id, { start, end }), name: id, ...change })

/** These elements, and the clips that a lesson has. */
export const besides = (lesson: Lesson, elements: Element[]): Element[] => [
  ...elements,
  ...lesson.elements.filter(isClip),
]
/** These clips, and what else a lesson has. */
export const laid = (lesson: Lesson, clips: Element[]): Element[] => [
  ...lesson.elements.filter((e) => !isClip(e)),
  ...clips.map((c) => {
    const settled = structuredClone(c)
    settle(settled, lesson)
    return settled
  }),
]
/** What is no clip of a lesson. */
export const others = (lesson: Lesson): Element[] => lesson.elements.filter((e) => !isClip(e))
/** The clips of a lesson, told in numbers. */
export const clipsOf = (lesson: Lesson) =>
  resolve(lesson).clips.map(({ id, track, media, at, length, map, levelDb, muted }) => ({
    id,
    track,
    media,
    at,
    length,
    inUs: map.inUs,
    speed: speedOf(map),
    freeze: isStill(map),
    levelDb,
    muted,
  }))
/** A clip by itself, with the frames that it stands in. */
export const clipView = (...args: Parameters<typeof clip>): Clip => {
  const [, at, length] = args
  return clipOf(clip(...args), { from: at, to: at + length })!
}
