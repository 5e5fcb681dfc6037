import { whensOf } from '../edits/ground/walk'
import type { Lesson, Medium, Word } from '../lesson/schema'
import type { Phrase, Voice } from '../lesson/voices'
import { scriptOf } from '../voice'

const PHRASE = 'phrase:'
/** The moments that something in a lesson hangs on. */
export const hungOn = (lesson: Lesson): Set<string> =>
  new Set(lesson.elements.flatMap((e) => whensOf(e).flatMap((w) => (w.on === 'moment' ? [w.moment] : []))))

/** Which word of a phrase stands for one of the phrase in the first language, by their places; each for one only. */
export function standIn(at: number, of: number, words: number, taken: ReadonlySet<number>): number | null {
  if (words === 0) return null
  const near = of <= 1 ? 0 : Math.round((at * (words - 1)) / (of - 1))
  for (let by = 0; by < words; by++)
    for (const j of by === 0 ? [near] : [near + by, near - by]) if (j >= 0 && j < words && !taken.has(j)) return j
  return null
}

/** A phrase of the first language beside what stands for it. */
export interface PhrasePair {
  first: Phrase
  own: Phrase | null
}
/** The script of the first voice, phrase by phrase, beside that of another one. */
export function scriptsBeside(lesson: Lesson, first: Voice, voice: Voice): PhrasePair[] {
  const own = new Map(scriptOf(lesson, voice).map((p) => [p.id, p]))
  return scriptOf(lesson, first).map((p) => ({ first: p, own: own.get(p.id) ?? null }))
}

/**
 * Which words of a voice stand for words of the first one: those that it says so of; else, of words that something
 * hangs on and of the first of each phrase, those at the same share of the phrase.
 *
 * @returns by words of this voice, those of the first
 */
export function wordMates(lesson: Lesson, first: Voice, voice: Voice): Map<string, string> {
  const hung = hungOn(lesson)
  const out = new Map<string, string>()
  for (const { first: p, own } of scriptsBeside(lesson, first, voice)) {
    if (p.heading || !own) continue
    const taken = new Set<number>()
    const links = p.words.flatMap((w) => {
      const j = own.words.findIndex((x) => x.id === voice.links[w.id])
      return j >= 0 ? [[w.id, j] as const] : []
    })
    const put = (word: string, j: number | null) => {
      if (j === null || taken.has(j)) return
      taken.add(j)
      out.set(own.words[j]!.id, word)
    }
    for (const [word, j] of links) put(word, j)
    const linked = new Set(links.map(([word]) => word))
    p.words.forEach((w, i) => {
      if (!linked.has(w.id) && (i === 0 || hung.has(w.id) || hung.has(`${PHRASE}${w.id}`)))
        put(w.id, standIn(i, p.words.length, own.words.length, taken))
    })
  }
  return out
}

/** The words of a recording of another voice, by the ids of those that they stand for. */
export function wordsInstead(lesson: Lesson, first: Voice, voice: Voice, medium: Medium): Word[] {
  const mates = wordMates(lesson, first, voice)
  const hung = hungOn(lesson)
  const begins = new Map<string, string>()
  for (const { first: p, own } of scriptsBeside(lesson, first, voice)) {
    if (p.heading || !own) continue
    // Of a phrase whose first word has no time, the next one begins it.
    const word = own.words.find((w) => medium.words.some((x) => x.id === w.id))
    if (word) begins.set(word.id, p.id)
  }
  return medium.words.map(({ phrase: _, ...w }) => {
    const id = mates.get(w.id) ?? w.id
    const phrase = begins.get(w.id) ?? (hung.has(`${PHRASE}${id}`) ? `${PHRASE}${id}` : undefined)
    return { ...w, id, ...(phrase && { phrase }) }
  })
}

/**
 * How many seconds after the phrase before it each phrase of the first voice begins, by its id; those that begin it
 * from the start of the recording. So another voice keeps with the picture where it is not slower.
 */
export function pausesOf(lesson: Lesson, voice: Voice): Map<string, number> {
  const [first] = lesson.voices
  const out = new Map<string, number>()
  if (!first) return out
  const at = new Map(first.takes.flatMap((t) => lesson.media[t]?.words.map((w) => [w.id, w.fromUs] as const) ?? []))
  let before = 0
  for (const { first: p, own } of scriptsBeside(lesson, first, voice)) {
    const from = at.get(p.words[0]?.id ?? '')
    if (p.heading || !own || own.words.length === 0 || from === undefined) continue
    out.set(p.id, Math.max(0, (from - before) / 1e6))
    before = from
  }
  return out
}
