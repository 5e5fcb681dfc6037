import { fieldsOf, sizeOf } from '../kinds'
import { overflow } from '../kinds/lines'
import type { Element, Lesson } from '../lesson/schema'
import { timedOf } from '../scene'
import { readableFrames } from '../timing'
import { framesPerSecond } from '../time'
import { valueAt } from '../values'
import { voiceIn } from '../voice'
import type { Voice } from '../lesson/voices'
import { inLanguage } from './inLanguage'
import { scriptsBeside } from './words'
import { momentKind } from '../moments'
import { inWords } from '../../words/words'

/** A text of a lesson that stands otherwise in each language: of an element, or the name of a chapter. */
export interface TextAt {
  /** The element, or the moment. */
  of: string
  path: string
  /** What it is of. */
  name: string
  text: string
}
/** All texts of a lesson that can be put into other words, as they stand in its first language. */
export function textsOf(lesson: Lesson): TextAt[] {
  const worded = (text: unknown): text is string => typeof text === 'string' && /\p{L}/u.test(text)
  const chapters = [...Object.values(lesson.media).flatMap((m) => m.moments), ...lesson.moments].filter(
    (m) => momentKind(m).untilNext,
  )
  return [
    ...chapters.map((m): TextAt => ({ of: m.id, path: 'label', name: inWords('texts.chapter'), text: m.label })),
    ...lesson.elements.flatMap((e) =>
      fieldsOf(e).flatMap((f): TextAt[] => {
        const text = f.type === 'text' ? valueAt(e, f.path) : null
        return worded(text) ? [{ of: e.id, path: f.path, name: e.name, text }] : []
      }),
    ),
  ]
}

/** What is not said or written yet in a language: ids of phrases, and texts as “element path”. */
export function missingIn(lesson: Lesson, voice: Voice): string[] {
  const [first] = lesson.voices
  if (!first || first === voice) return []
  return [
    ...scriptsBeside(lesson, first, voice).flatMap(({ first: p, own }) =>
      p.words.length > 0 && (own?.words.length ?? 0) === 0 ? [p.id] : [],
    ),
    ...textsOf(lesson).flatMap((t) => (voice.texts[t.of]?.[t.path] === undefined ? [`${t.of} ${t.path}`] : [])),
  ]
}

/** An element whose text, in a language, does not fit it any more. */
export interface TooLong {
  element: string
  sentence: string
}
const outside = (e: Element, { frame }: Lesson): boolean => {
  const { w, h } = sizeOf(e)
  const [x, y] = [e.x - e.anchor.x * w, e.y - e.anchor.y * h]
  return x < 0 || y < 0 || x + w > frame.width || y + h > frame.height
}
/** What does not fit in a language although it does in the first one: its box, the frame, the time that it is there. */
export function tooLong(lesson: Lesson, language: string): TooLong[] {
  const voice = voiceIn(lesson, language)
  const [first] = lesson.voices
  if (!voice || voice === first) return []
  const [was, now] = [timedOf(lesson), timedOf(inLanguage(lesson, language))]
  return now.lesson.elements.flatMap((e): TooLong[] => {
    const before = lesson.elements.find((x) => x.id === e.id)
    if (!before || !voice.texts[e.id]) return []
    const say = (sentence: string) => [{ element: e.id, sentence: `“${e.name}”: ${sentence}` }]
    if (overflow(e) > 1 && overflow(before) <= 1) return say(`its text is ${Math.ceil(overflow(e))} px too tall.`)
    if (!e.rides && outside(e, now.lesson) && !outside(before, lesson)) return say(inWords('texts.itDoesNotFitInto'))
    const text = valueAt(e, 'look.text')
    const [a, b] = [was.spans.get(e.id), now.spans.get(e.id)]
    if (typeof text !== 'string' || !a || !b) return []
    const needs = readableFrames(text, framesPerSecond(lesson.rate))
    const short = (words: string, span: { from: number; to: number }) =>
      span.to - span.from < readableFrames(words, framesPerSecond(lesson.rate)) * 0.7
    const had = valueAt(before, 'look.text')
    if (short(text, b) && !(typeof had === 'string' && short(had, a)))
      return say(inWords('texts.thereAreFramesToRead', b.to - b.from, needs))
    return []
  })
}
