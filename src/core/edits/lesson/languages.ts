import type { Draft } from 'immer'
import { z } from 'zod'
import type { Lesson, Medium } from '../../lesson/schema'
import { LanguageTag, newVoice, type Phrase, type Voice } from '../../lesson/voices'
import { matedWords } from '../../voice/matching'
import { firstVoice, scriptOf } from '../../voice/scripts'
import { define, make, type Given } from '../ground/act'
import { layMedium, placeClip } from '../clips/clips'
import { Flag, MediumArg, Name } from '../ground/args'
import { Departs, SpokenWords, speakScript } from '../sound/speaking'
import { speakAnew } from '../sound/speakAnew'
import { plain } from '../ground/plain'
import { clipsIn } from '../ground/standing'
import { countedIds } from '../ground/names'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

const LONGEST = 200

/** @throws Unfit when there is no such voice */
function voiceNamed(draft: Draft<Lesson>, id: string): Draft<Voice> {
  const voice = draft.voices.find((v) => v.id === id)
  if (!voice) throw new Unfit(said('edits.theLanguageThatItIs'))
  return voice
}

/**
 * Gives a lesson another language: its script, phrase by phrase, is still to be written.
 *
 * @param first  the language of what is there, where nothing said it yet
 */
export const addLanguage = define(
  'addLanguage',
  [LanguageTag, LanguageTag.optional()],
  (language, first) => (draft, given) => {
    const own = ownVoice(draft, given, first ?? 'und')
    if (first && own.language === 'und') own.language = first
    if (draft.voices.some((v) => v.language === language)) throw new Unfit(said('edits.theLessonHasThatLanguage'))
    // Phrases are told apart by their ids in all languages.
    own.script ??= plain(scriptOf(plain(draft) as Lesson, plain(own) as Voice))
    draft.voices.push({
      ...newVoice(given.newId('voice'), language),
      script: own.script.map((p): Phrase => ({ id: p.id, ...(p.heading && { heading: true }), words: [] })),
    })
  },
)

/** Takes a language out of a lesson: its script, its texts and its recording. */
export const removeLanguage = define('removeLanguage', [z.string()], (id) => (draft) => {
  const voice = voiceNamed(draft, id)
  if (draft.voices[0] === voice) throw new Unfit(said('edits.itIsTheLessonsOwn'))
  const others = new Set(draft.voices.filter((v) => v.id !== id).flatMap((v) => v.takes))
  draft.voices = draft.voices.filter((v) => v.id !== id)
  const played = JSON.stringify(draft.elements)
  for (const t of voice.takes) if (!others.has(t) && !played.includes(JSON.stringify(t))) delete draft.media[t]
})

/** Writes what a phrase is in another language. Words that stay keep their ids, and their times. */
export const translate = define(
  'translate',
  [z.string(), z.string().min(1).max(200), z.string().max(4000)],
  (id, phrase, text) => (draft) => {
    const voice = voiceNamed(draft, id)
    const [first] = draft.voices
    const words = text
      .split(/\s+/)
      .filter(Boolean)
      .slice(0, 500)
      .map((w) => w.slice(0, LONGEST))
    const script = (voice.script ??= [])
    let one = script.find((p) => p.id === phrase)
    if (!one) {
      // It comes in where the first language has it.
      const order = scriptOf(plain(draft) as Lesson, plain(first!) as Voice).map((p) => p.id)
      const at = order.indexOf(phrase)
      if (at < 0) throw new Unfit(said('edits.thePhraseThatItIs'))
      const heading = first!.script?.find((p) => p.id === phrase)?.heading
      const after = script.findLastIndex((p) => order.indexOf(p.id) < at)
      script.splice(after + 1, 0, { id: phrase, ...(heading && { heading }), words: [] })
      one = script[after + 1]!
    }
    const mates = matedWords(
      one.words.map((w) => w.text),
      words,
    )
    const taken = new Set(script.flatMap((p) => p.words.map((w) => w.id)))
    const fresh = countedIds(`${id}/word`, taken)
    one.words = words.map((w, i) => ({ id: mates[i]! >= 0 ? one.words[mates[i]!]!.id : fresh(), text: w }))
    const spoken = new Set(script.flatMap((p) => p.words.map((w) => w.id)))
    for (const t of voice.takes) {
      const medium = draft.media[t]
      if (medium) medium.words = medium.words.filter((w) => spoken.has(w.id))
    }
    for (const [word, own] of Object.entries(voice.links)) if (!spoken.has(own)) delete voice.links[word]
  },
)

/** A text of an element, or the name of a chapter, in a language; null: as in the first one. */
export const sayText = define(
  'sayText',
  [z.string(), Name.min(1).max(200), Name.max(60), z.string().max(4000).nullable()],
  (id, of, path, text) => (draft) => {
    const voice = voiceNamed(draft, id)
    const own = (voice.texts[of] ??= {})
    if (text === null) delete own[path]
    else own[path] = text
    if (Object.keys(own).length === 0) delete voice.texts[of]
  },
)

/** Says which word of a language stands for one of the first; null: the one at its place in the phrase. */
export const linkWord = define(
  'linkWord',
  [z.string(), Name.min(1).max(200), Name.min(1).max(200).nullable()],
  (id, word, own) => (draft) => {
    const voice = voiceNamed(draft, id)
    if (own === null) delete voice.links[word]
    else voice.links[word] = own
  },
)

/** Whether the picture waits and hurries for what is said in a language. */
export const setFollows = define('setFollows', [z.string(), Flag], (id, follows) => (draft) => {
  voiceNamed(draft, id).follows = follows
})

/**
 * Gives a voice its recording, with when each word of its script is spoken in it: that of the first language is heard
 * from the beginning of the lesson on, or in the place of the one before; those of others in its place.
 *
 * @param id  the voice; null: the lesson's own, which may not be there yet
 */
export const sayIn = define(
  'sayIn',
  [z.string().nullable(), MediumArg, SpokenWords, LanguageTag, Departs],
  (id, wanted, spoken, language, departs) => (draft, given) => {
    const medium = wanted as Medium
    if (medium.kind !== 'sound') throw new Unfit(said('edits.isNoSound', medium.name))
    const [own] = draft.voices
    if (id === null || own?.id === id) sayFirst(draft, given, medium, { spoken, language, departs })
    else {
      const voice = voiceNamed(draft, id)
      const before = voice.takes.find((t) => draft.media[t])
      const key = before ?? given.newId('narration')
      draft.media[key] = { ...medium, words: [], moments: [] }
      voice.takes = [key]
      const script = voice.script?.filter((p) => !p.heading).flatMap((p) => p.words) ?? []
      const flat = spoken.filter((p) => !p.heading).flatMap((p) => p.words)
      const mates = matedWords(
        script.map((w) => w.text),
        flat.map((w) => w.text),
      )
      const ids = flat.map((_, i) => script[mates[i]!]?.id)
      draft.media[key].words = flat
        .flatMap((w, i) =>
          ids[i] === undefined || w.fromUs === null || w.toUs === null
            ? []
            : [{ id: ids[i], text: w.text, fromUs: w.fromUs, toUs: Math.max(w.fromUs, w.toUs) }],
        )
        .sort((a, b) => a.fromUs - b.fromUs)
      voice.otherwise = departs.map((d) => ({
        kind: d.kind,
        media: key,
        words: ids.slice(Math.max(0, d.first), d.last + 1).flatMap((w) => (w === undefined ? [] : [w])),
        fromUs: d.fromUs,
        toUs: d.toUs,
      }))
    }
  },
)

/** The voice of the lesson's own language, written down where it was not yet. */
function ownVoice(draft: Draft<Lesson>, given: Given, language: string): Draft<Voice> {
  if (draft.voices.length === 0)
    draft.voices.push({ ...firstVoice(plain(draft) as Lesson), id: given.newId('voice'), language })
  return draft.voices[0]!
}

/** The recording of the lesson's own language: in the place of the one that is there, else on a track of its own. */
function sayFirst(
  draft: Draft<Lesson>,
  given: Given,
  medium: Medium,
  { spoken, language, departs }: { spoken: SpokenWords; language: string; departs: z.infer<typeof Departs> },
): void {
  const own = ownVoice(draft, given, language)
  const played = own.takes.find((t) => draft.media[t]?.kind === 'sound')
  if (played !== undefined) {
    make(speakAnew(played, medium, spoken, language, departs, own.follows), draft, given)
    return
  }
  const key = given.newId('narration')
  draft.media[key] = { ...medium, words: [], moments: [] }
  own.takes.push(key)
  const clip = given.newId('clip')
  make(layMedium(key, clip, null), draft, given)
  const laid = clipsIn(draft, given).find((c) => c.id === clip)
  if (laid) placeClip(laid, 0, laid.length)
  make(speakScript(key, spoken, language, departs), draft, given)
}
