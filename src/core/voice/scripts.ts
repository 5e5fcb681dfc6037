import type { Lesson } from '../lesson/schema'
import { newVoice, type Phrase, type Voice } from '../lesson/voices'
import { phrases } from './phrases'

/** The voices of a lesson by language; with none written down, what is said in it is a voice of no language. */
export const voiceIn = (lesson: Lesson, language: string): Voice | undefined =>
  lesson.voices.find((v) => v.language === language)

/** The voice that a lesson is spoken in first; where none is written down, what is said in it, of no language. */
export function firstVoice(lesson: Lesson): Voice {
  const spoken = () => Object.entries(lesson.media).flatMap(([id, m]) => (m.words.length > 0 ? [id] : []))
  return lesson.voices[0] ?? newVoice('voice', 'und', spoken())
}

/** The script of a voice: as written, else the phrases that are said in its takes. */
export function scriptOf(lesson: Lesson, voice: Voice): Phrase[] {
  if (voice.script) return voice.script
  return voice.takes.flatMap((take) => {
    const words = lesson.media[take]?.words ?? []
    const byId = new Map(words.map((w) => [w.id, w.text]))
    return phrases(words).map((p) => ({ id: p.id, words: p.words.map((id) => ({ id, text: byId.get(id)! })) }))
  })
}
