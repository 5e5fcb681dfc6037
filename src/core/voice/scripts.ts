import type { Lesson } from '../lesson/schema'
import type { Phrase, Voice } from '../lesson/voices'
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
