import { produce, type Draft } from 'immer'
import { idsFrom, make, takeAnew } from '../edits'
import { pictureFollows, type Mate } from '../edits/clips/pictureFollows'
import { playing } from '../kinds/looks'
import type { Lesson, Medium, Word } from '../lesson/schema'
import type { Voice } from '../lesson/voices'
import { timedOf } from '../scene'
import { memo, setAt, valueAt } from '../values'
import { scriptOf, voiceIn } from '../voice'
import { scriptsBeside, wordsInstead } from './words'

const projections = memo((_lesson: Lesson) => new Map<string, Lesson>())
/**
 * A lesson as it is in a language: heard by that voice's takes alone, with its texts; the lessons in it as well. A
 * voice that has no clips of its own is heard in the place of the first one, and the picture follows it.
 * Everything else treats it as any lesson. Edits take the lesson itself and a language, never this.
 *
 * @returns the same lesson where it has no such voice, or no other
 */
export function inLanguage(lesson: Lesson, language: string): Lesson {
  const known = projections(lesson).get(language)
  if (known) return known
  const own = inOwnLanguage(lesson, language)
  const parts = Object.entries(lesson.parts).map(([id, part]) => [id, inLanguage(part, language)] as const)
  const made = parts.some(([id, part]) => part !== lesson.parts[id])
    ? { ...own, parts: Object.fromEntries(parts) }
    : own
  projections(lesson).set(language, made)
  return made
}

/** The languages that a lesson is spoken and written in, its own one first. */
export const languagesOf = (lesson: Lesson): string[] => lesson.voices.map((v) => v.language)

const plays = (lesson: Lesson, media: string) => lesson.elements.some((e) => playing(e.look)?.media === media)

function inOwnLanguage(lesson: Lesson, language: string): Lesson {
  const voice = voiceIn(lesson, language)
  if (!voice) return lesson
  const [first] = lesson.voices
  const spoken = (first && first !== voice && spokenInstead(lesson, first, voice)) || withoutOthers(lesson, voice)
  return withTexts(spoken, voice)
}

/** A lesson with the clips and words of one of its voices alone. */
function withoutOthers(lesson: Lesson, voice: Voice): Lesson {
  const others = new Set(
    lesson.voices.filter((v) => v !== voice).flatMap((v) => v.takes.filter((t) => !voice.takes.includes(t))),
  )
  // What has no recording in this language is heard in the first one.
  if (others.size === 0 || voice.takes.length === 0) return lesson
  return {
    ...lesson,
    elements: lesson.elements.filter((e) => !others.has(playing(e.look)?.media ?? '')),
    // What another voice says is not spoken here: a word is where this voice says it.
    media: Object.fromEntries(
      Object.entries(lesson.media).map(([id, m]) => [id, others.has(id) ? { ...m, words: [] } : m]),
    ),
  }
}

/** A lesson with the texts of a voice. */
function withTexts(lesson: Lesson, voice: Voice): Lesson {
  if (Object.keys(voice.texts).length === 0) return lesson
  const named = <M extends { id: string; label: string }>(m: M): M => {
    const label = voice.texts[m.id]?.label
    return label === undefined ? m : { ...m, label }
  }
  return {
    ...lesson,
    elements: lesson.elements.map((e) => {
      const texts = voice.texts[e.id]
      if (!texts) return e
      const own = structuredClone(e)
      for (const [path, text] of Object.entries(texts))
        if (typeof valueAt(own, path) === 'string') setAt(own, path, text)
      return own
    }),
    moments: lesson.moments.map(named),
    media: Object.fromEntries(
      Object.entries(lesson.media).map(([id, m]) => [id, { ...m, moments: m.moments.map(named) }]),
    ),
  }
}

/**
 * A lesson in which the recording of a voice is heard in the place of the first one's; null where it has none, or has
 * clips of its own.
 */
function spokenInstead(lesson: Lesson, first: Voice, voice: Voice): Lesson | null {
  const base = first.takes.find((t) => plays(lesson, t))
  const own = voice.takes.find((t) => lesson.media[t] && !first.takes.includes(t))
  if (base === undefined || own === undefined || plays(lesson, own)) return null
  const before = timedOf(lesson)
  const was = lesson.media[base]!
  const medium = lesson.media[own]!
  const words = wordsInstead(lesson, first, voice, medium)
  return produce(lesson, (draft: Draft<Lesson>) => {
    make(takeAnew(base, { ...medium, words: [] }), draft, { timed: before, newId: idsFrom(voice.id) })
    // What else the first voice says is not heard, and no other voice is.
    const others = new Set(lesson.voices.flatMap((v) => v.takes).filter((t) => t !== base))
    draft.elements = draft.elements.filter((e) => !others.has(playing(e.look)?.media ?? ''))
    for (const t of others) if (draft.media[t]) draft.media[t].words = []
    draft.media[base]!.words = words
    draft.media[base]!.moments = movedMoments(lesson, first, was, words)
    if (!voice.follows) return
    const said = scriptsBeside(lesson, first, voice).flatMap(({ first: p }) => (p.heading ? [] : [p]))
    const phrases = said.flatMap((p): Mate[] => p.words.slice(0, 1).map((w) => [w.id, p.id]))
    // Words that stand for words of the first have their names.
    const own = said.flatMap((p) => p.words.map((w): Mate => [w.id, w.id]))
    pictureFollows(draft, before, base, { phrases, words: own })
  })
}

/** What was set by hand in a narration, at the times of another one of it: chapters begin with their phrases. */
function movedMoments(lesson: Lesson, first: Voice, was: Medium, words: readonly Word[]): Medium['moments'] {
  const begins = new Map(words.flatMap((w) => (w.phrase ? [[w.phrase, w.fromUs] as const] : [])))
  const pairs = scriptOf(lesson, first).flatMap((p) => {
    const from = was.words.find((w) => w.id === p.words[0]?.id)?.fromUs
    const to = begins.get(p.id)
    return p.heading || from === undefined || to === undefined ? [] : [{ from, to }]
  })
  const moved = (us: number) => {
    const next = pairs.findIndex((p) => p.from > us)
    const [a, b] = [pairs[next < 0 ? pairs.length - 1 : next - 1], next < 0 ? undefined : pairs[next]]
    if (!a) return us
    if (!b) return a.to + us - a.from
    return Math.max(0, Math.round(a.to + ((us - a.from) * (b.to - a.to)) / (b.from - a.from)))
  }
  return was.moments
    .filter((m) => m.byHand)
    .map((m) => ({ ...m, fromUs: moved(m.fromUs), ...(m.toUs !== undefined && { toUs: moved(m.toUs) }) }))
}
