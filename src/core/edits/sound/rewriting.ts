import { z } from 'zod'
import type { Lesson, Medium, Word } from '../../lesson/schema'
import type { Phrase, SaidOtherwise, Voice } from '../../lesson/voices'
import { matedWords, sameWord } from '../../voice/matching'
import { scriptOf } from '../../voice/scripts'
import { define, Id } from '../ground/act'
import { plain } from '../ground/plain'
import { goneRuns, voiceOf } from './speaking'
import { countedIds } from '../ground/names'
import { Unfit } from '../ground/unfit'
import { said } from '../../../words/words'

const LONGEST = 200
/** A word of a text that is rewritten: which word it was, and what it says now. */
interface Now {
  /** Its place in the text before; -1 where it is new. */
  was: number
  text: string
}

/** Which words of a text stand for which of it before: the same ones, and in between one for one in their order. */
function standsFor(before: readonly string[], after: readonly string[]): Now[] {
  const mates = matedWords(before, after)
  const out = after.map((text, i): Now => ({ was: mates[i]!, text }))
  const used = new Set(mates)
  let last = -1
  out.forEach((w, i) => {
    if (w.was >= 0) {
      last = w.was
      return
    }
    const next = out.slice(i).find((x) => x.was >= 0)?.was ?? before.length
    if (last + 1 < next && !used.has(last + 1)) {
      w.was = ++last
      used.add(w.was)
    }
  })
  return out
}

/**
 * Writes a part of the script of a recording anew, where it stands. Words that stay keep their ids and times; others
 * take those of the words in whose place they come, as far as there are as many. What is written otherwise than it is
 * said is told, to be settled or recorded again; what hung on words that are gone is told as well.
 *
 * @param ids  the words of the recording that are written anew, in their order
 */
export const rewrite = define(
  'rewrite',
  [Id.medium, z.array(z.string().min(1).max(200)).min(1).max(500), z.string().max(4000)],
  (media, ids, text) => (draft, given) => {
    const medium = draft.media[media]!
    const voice = voiceOf(draft, media, voiceLanguage(draft, media), given)
    const script = (voice.script ??= structuredClone(scriptOf(plain(draft) as Lesson, plain(voice) as Voice)))
    const asked = new Set(ids)
    const home = script.find((p) => p.words.some((w) => asked.has(w.id)))
    if (!home) throw new Unfit(said('edits.thePhraseThatItIs'))
    const own = script.flatMap((p) => p.words.filter((w) => asked.has(w.id)))
    const words = text
      .split(/\s+/)
      .filter(Boolean)
      .slice(0, 500)
      .map((w) => w.slice(0, LONGEST))
    const before = own.map((w) => w.text)
    const now = standsFor(before, words)
    const taken = new Set([
      ...script.flatMap((p) => p.words.map((w) => w.id)),
      ...Object.values(draft.media).flatMap((m) => m.words.map((w) => w.id)),
    ])
    const fresh = countedIds(`${media}/word`, taken)
    const written = now.map((w) => ({ id: w.was >= 0 ? own[w.was]!.id : fresh(), text: w.text }))
    const names = written.map((w) => w.id)
    const gone = goneRuns(
      draft,
      own,
      now.map((w) => w.was),
      names,
    )
    putIn(script, home.id, asked, written)
    const departures = otherwise(medium, media, own, now, written)
    medium.words = rewritten(medium.words, asked, written)
    const texts = new Map(written.map((w) => [w.id, w.text]))
    const changed = new Set(own.flatMap((w) => (sameWord(texts.get(w.id) ?? '') === sameWord(w.text) ? [] : [w.id])))
    voice.otherwise = [
      ...voice.otherwise.filter((o) => o.media !== media || o.kind === 'gone' || !o.words.some((w) => changed.has(w))),
      ...departures,
      ...gone.map((g) => ({ kind: 'gone' as const, media, fromUs: 0, toUs: 0, ...g })),
    ].slice(-2000)
  },
)
const voiceLanguage = (lesson: Lesson, media: string): string =>
  lesson.voices.find((v) => v.takes.includes(media))?.language ?? 'und'

/** Puts words in the place of others: all of them where the first of these was. */
function putIn(script: Phrase[], home: string, asked: ReadonlySet<string>, written: Phrase['words']): void {
  for (const p of script) {
    const at = p.words.findIndex((w) => asked.has(w.id))
    if (at < 0) continue
    const left = p.words.filter((w) => !asked.has(w.id))
    p.words = p.id === home ? [...left.slice(0, at), ...written, ...left.slice(at)] : left
  }
  for (let i = script.length - 1; i >= 0; i--) if (script[i]!.words.length === 0) script.splice(i, 1)
}
/** The words of a recording with others in the place of some: those that have a time. */
function rewritten(words: readonly Word[], asked: ReadonlySet<string>, written: Phrase['words']): Word[] {
  const texts = new Map(written.map((w) => [w.id, w.text]))
  let phrase: string | undefined
  return words.flatMap((w): Word[] => {
    if (!asked.has(w.id)) {
      const begins = phrase
      phrase = undefined
      return [begins !== undefined && w.phrase === undefined ? { ...w, phrase: begins } : w]
    }
    const text = texts.get(w.id)
    if (text === undefined) {
      // The word after it begins the phrase that it began.
      phrase ??= w.phrase
      return []
    }
    const begins = w.phrase ?? phrase
    phrase = undefined
    return [{ ...w, text, ...(begins !== undefined && { phrase: begins }) }]
  })
}
/** Where what is written is not what is said: other words, words that are not said yet, or said and written no more. */
function otherwise(
  medium: Medium,
  media: string,
  own: Phrase['words'],
  now: readonly Now[],
  written: Phrase['words'],
): SaidOtherwise[] {
  const times = new Map(medium.words.map((w) => [w.id, w]))
  const out: SaidOtherwise[] = []
  const told = (kind: SaidOtherwise['kind'], words: string[], of: readonly string[]) => {
    const there = of.flatMap((id) => times.get(id) ?? [])
    out.push({ kind, media, words, fromUs: there[0]?.fromUs ?? 0, toUs: there.at(-1)?.toUs ?? 0 })
  }
  const kept = new Set(now.flatMap((w) => (w.was >= 0 ? [w.was] : [])))
  let run: string[] = []
  let isNew: string[] = []
  const close = () => {
    if (run.length > 0) told('other words', run, run)
    if (isNew.length > 0) told('left out', isNew, [])
    run = []
    isNew = []
  }
  now.forEach((w, i) => {
    if (w.was < 0) isNew.push(written[i]!.id)
    else if (sameWord(w.text) !== sameWord(own[w.was]!.text)) run.push(written[i]!.id)
    else close()
  })
  close()
  for (let i = 0; i < own.length; i++) {
    if (kept.has(i)) continue
    let end = i
    while (end < own.length && !kept.has(end)) end++
    const after = now.findLast((w) => w.was >= 0 && w.was < i)
    told(
      'aside',
      after ? [own[after.was]!.id] : [],
      own.slice(i, end).map((w) => w.id),
    )
    i = end
  }
  return out
}
