import { playing } from '../kinds/looks'
import type { Lesson } from '../lesson/schema'
import type { Phrase, Voice } from '../lesson/voices'
import { memo, setAt, valueAt } from '../values'
import { phrases } from './phrases'

/** The voices of a lesson by language; with none written down, what is said in it is a voice of no language. */
export const voiceIn = (lesson: Lesson, language: string): Voice | undefined =>
  lesson.voices.find((v) => v.language === language)

/** The script of a voice: as written, else the phrases that are said in its takes. */
export function scriptOf(lesson: Lesson, voice: Voice): Phrase[] {
  if (voice.script) return voice.script
  return voice.takes.flatMap((take) => {
    const words = lesson.media[take]?.words ?? []
    const byId = new Map(words.map((w) => [w.id, w.text]))
    return phrases(words).map((p) => ({ id: p.id, words: p.words.map((id) => ({ id, text: byId.get(id)! })) }))
  })
}

const projections = memo((_lesson: Lesson) => new Map<string, Lesson>())
/**
 * A lesson as it is in a language: heard by that voice's takes alone, with its texts; the lessons in it as well.
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

function inOwnLanguage(lesson: Lesson, language: string): Lesson {
  const voice = voiceIn(lesson, language)
  if (!voice) return lesson
  const others = new Set(
    lesson.voices.filter((v) => v !== voice).flatMap((v) => v.takes.filter((t) => !voice.takes.includes(t))),
  )
  const elements = lesson.elements
    .filter((e) => !others.has(playing(e.look)?.media ?? ''))
    .map((e) => {
      const texts = voice.texts[e.id]
      if (!texts) return e
      const own = structuredClone(e)
      for (const [path, text] of Object.entries(texts))
        if (typeof valueAt(own, path) === 'string') setAt(own, path, text)
      return own
    })
  // What another voice says is not spoken here: a word is where this voice says it.
  const media = Object.fromEntries(
    Object.entries(lesson.media).map(([id, m]) => [id, others.has(id) ? { ...m, words: [] } : m]),
  )
  const same = others.size === 0 && Object.keys(voice.texts).length === 0
  return same ? lesson : { ...lesson, elements, media }
}
