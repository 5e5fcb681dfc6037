import { inOne, sayText, type Edit } from '@/core/edits'
import { textsOf } from '@/core/language'
import type { Lesson } from '@/core/lesson/schema'

/** Edits that are about languages themselves, or about the lesson whatever its language. */
const OF_ALL = new Set([
  'addLanguage',
  'removeLanguage',
  'translate',
  'sayText',
  'linkWord',
  'setFollows',
  'sayIn',
  'rename',
  'settleOtherwise',
])

/** What an edit is while a lesson is looked at in another language: a text is that language's; null: it is not made. */
export function saidIn(lesson: Lesson, language: string, change: Edit): Edit | null {
  if (OF_ALL.has(change.edit)) return change
  if (change.edit === 'inPoses') return saidIn(lesson, language, change.args[1] as Edit)
  const voice = lesson.voices.find((v) => v.language === language)
  const [ids, path, text] = change.args as [string[], string, unknown]
  if (!voice || change.edit !== 'setLook' || typeof text !== 'string') return null
  const texts = textsOf(lesson)
  const said = ids.map((id) => texts.find((t) => t.of === id && t.path === `look.${path}`))
  if (said.length === 0 || said.some((t) => !t)) return null
  return inOne(said.map((t) => sayText(voice.id, t!.of, t!.path, text)))
}
