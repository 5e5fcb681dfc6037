import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import type { Job } from '@/contract/news'
import type { Lesson } from '@/core/lesson/schema'
import { newVoice, type Phrase } from '@/core/lesson/voices'
import { phrases, readCaptions, scriptOf } from '@/core/voice'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import { setSpeech } from '@/core/edits'
import { speechIn } from '@/core/voice/speech'
import { desk, edit, wayOf, whenSaved } from '../state/desk'
import { peaksOf } from '../timeline/Wave'
import { ask, sentenceOf } from '../kit/api'
import { loadJobs, useJobs, watchJob } from '../kit/jobs'
import { inWords, said } from '../../words/words'

/** Languages that scripts are often in; any other tag can be typed. */
export const LANGUAGES: { value: string; label: string }[] = [
  { value: 'en', label: inWords('script.english') },
  { value: 'cs', label: inWords('script.czech') },
  { value: 'da', label: inWords('script.danish') },
  { value: 'nl', label: inWords('script.dutch') },
  { value: 'fi', label: inWords('script.finnish') },
  { value: 'fr', label: inWords('script.french') },
  { value: 'de', label: inWords('script.german') },
  { value: 'it', label: inWords('script.italian') },
  { value: 'nb', label: inWords('script.norwegian') },
  { value: 'pl', label: inWords('script.polish') },
  { value: 'pt', label: inWords('script.portuguese') },
  { value: 'ru', label: inWords('script.russian') },
  { value: 'sk', label: inWords('script.slovak') },
  { value: 'es', label: inWords('script.spanish') },
  { value: 'sv', label: inWords('script.swedish') },
  { value: 'uk', label: inWords('script.ukrainian') },
]

/** A script as text: a line a sentence, headings with #. */
export function textOfPhrases(phrases: readonly Phrase[]): string {
  let out = ''
  for (const p of phrases) {
    const line = p.words.map((w) => w.text).join(' ')
    if (line === '') continue
    const ends = /[.!?…]["'”’»)\]]*$/.test(out.trimEnd())
    out += p.heading ? `\n\n# ${line}\n\n` : `${out === '' || out.endsWith('\n') ? '' : ends ? '\n' : ' '}${line}`
  }
  return out.trim().replace(/\n{3,}/g, '\n\n')
}
/** The script of a medium as text; what is said where none was written. */
export function scriptText(lesson: Lesson, media: string): string {
  return textOfPhrases(scriptOf(lesson, voiceOf(lesson, media)))
}
const voiceOf = (lesson: Lesson, media: string) =>
  lesson.voices.find((v) => v.takes.includes(media)) ?? newVoice('voice', 'und', [media])
/** A file as a script: text as it is, of captions (WebVTT, SRT) what is said; null for captions that cannot be read. */
export function scriptIn(text: string): string | null {
  if (!/^\uFEFF?WEBVTT\b/.test(text) && !text.includes('-->')) return text
  const read = readCaptions(text, 'script')
  if ('error' in read || read.words.length === 0) return null
  const byId = new Map(read.words.map((w) => [w.id, w.text]))
  return textOfPhrases(
    phrases(read.words).map((p) => ({ id: p.id, words: p.words.map((id) => ({ id, text: byId.get(id)! })) })),
  )
}
/** Where words stand in the text of a script, by letters; null where they do not. */
export function placeIn(lesson: Lesson, media: string, words: readonly string[]): { from: number; to: number } | null {
  const wanted = new Set(words)
  const said = scriptOf(lesson, voiceOf(lesson, media)).flatMap((p) => p.words.filter((w) => wanted.has(w.id)))
  const run = said.map((w) => w.text).join(' ')
  const from = run === '' ? -1 : scriptText(lesson, media).indexOf(run)
  return from < 0 ? null : { from, to: from + run.length }
}
export const languageOf = (lesson: Lesson, media: string): string => {
  const own = lesson.voices.find((v) => v.takes.includes(media))?.language ?? 'en'
  return own === 'und' ? 'en' : own
}

/**
 * Looks for the words of a script in a medium; they come when they are found.
 *
 * @param whose  in place of which medium it is to be heard, or the voice whose recording it is
 */
export async function findWords(
  sha256: string,
  script: string,
  language: string,
  whose: { instead?: { media: string; follows: boolean }; voice?: string | null } = {},
): Promise<boolean> {
  const body = { lesson: desk().id, way: wayOf(desk().inside), script, language, ...whose }
  const begin = (anyway: boolean) => () => ask(ROUTES.startAlign, { at: { sha: sha256 }, body: { ...body, anyway } })
  return begun(begin(false), {
    anyway: { label: inWords('script.takeItAnyway'), act: () => void begun(begin(true)) },
  })
}
/** Lets the narrator that ships speak a script for a voice of the lesson; null: its own. */
export const narrate = (voice: string | null, script: string, language: string): Promise<boolean> => {
  const body = { way: wayOf(desk().inside), voice, script, language }
  return begun(() => ask(ROUTES.startNarration, { at: { id: desk().id }, body }))
}
/** Takes rumble and noise out of a sound of the lesson. */
export const cleanSound = (media: string, how: { rumble: boolean; noise: boolean }): Promise<boolean> => {
  const body = { lesson: desk().id, way: wayOf(desk().inside), media, ...how }
  return begun(() => ask(ROUTES.startCleaning, { at: { sha: desk().lesson.media[media]!.sha256 }, body }))
}
async function begun(begin: () => Promise<{ id: string }>, offers?: Parameters<typeof watchJob>[1]): Promise<boolean> {
  try {
    await whenSaved()
    const { id } = await begin()
    watchJob(id, offers)
    await loadJobs()
    return true
  } catch (e) {
    toast.error(sentenceOf(e))
    return false
  }
}
/** The latest search for words in a recording for a lesson. */
export const useWordSearch = (sha256: string, lesson: string): Job | undefined =>
  useJobs((s) => s.jobs.find((j) => j.kind === 'align' && j.subject === sha256 && j.lesson === lesson))

/** Finds where somebody speaks in a medium, without a script: each stretch becomes a moment. */
export async function findSpeech(media: string): Promise<void> {
  const medium = desk().lesson.media[media]
  if (!medium) return
  const found = speechIn(await peaksOf(medium.sha256), PEAKS_PER_SECOND)
  if (found.length === 0) {
    toast.error(inWords('script.nobodyIsHeardToSpeak', medium.name))
    return
  }
  if (edit(said('script.whereSomebodySpeaksIn', medium.name), setSpeech(media, found)))
    toast(
      found.length === 1
        ? inWords('script.somebodySpeaksOnce')
        : inWords('script.somebodySpeaksEachTimeIs', found.length),
    )
}
