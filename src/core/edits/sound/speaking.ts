import { z } from 'zod'
import type { Element, Lesson, Medium, Word } from '../../lesson/schema'
import { LanguageTag, newVoice, SaidOtherwise, type Phrase, type Voice } from '../../lesson/voices'
import { secondsToFrames } from '../../time'
import { matedWords, sameWord } from '../../voice/matching'
import { phrases } from '../../voice/phrases'
import { define, Id, make, type Given } from '../ground/act'
import { MediumArg, Side } from '../ground/args'
import { clipLook, placeClip } from '../clips/clips'
import { removeElements } from '../elements/elements'
import { countedIds } from '../ground/names'
import { Unfit } from '../ground/unfit'
import { clipsIn } from '../ground/standing'
import { momentKind } from '../../moments'
import { inWords, said } from '../../../words/words'

const us = z.number().int().min(0)
/** Phrases as they are written, with when each word is spoken; null for one that is not. */
export const SpokenWords = z
  .array(
    z.object({
      heading: z.boolean(),
      words: z.array(z.object({ text: z.string().min(1).max(200), fromUs: us.nullable(), toUs: us.nullable() })),
    }),
  )
  .max(5000)
export type SpokenWords = z.infer<typeof SpokenWords>
/** A departure, by the words' places among all that are spoken; -1: before the first. */
export const Departs = z.array(
  z.object({
    kind: SaidOtherwise.shape.kind,
    first: z.number().int(),
    last: z.number().int(),
    fromUs: us,
    toUs: us,
  }),
)

/** The words of a medium as its voice has them: those of the script, or those that were heard, with their ids. */
function wordsBefore(voice: Voice | undefined, medium: Medium): { id: string; text: string }[] {
  const script = voice?.script?.filter((p) => !p.heading).flatMap((p) => p.words)
  return script && script.length > 0 ? script : medium.words.map(({ id, text }) => ({ id, text }))
}
const HEADING = '/heading-'

/**
 * Gives a medium the words of a script, with when each is spoken in it. Words that were in its script before keep their
 * ids, so that what hangs on them goes along; headings become chapters where the word after them begins.
 */
export const speakScript = define(
  'speakScript',
  [Id.medium, SpokenWords, LanguageTag, Departs],
  (media, spoken, language, departs) => (draft, given) => {
    const medium = draft.media[media]!
    const voice = voiceOf(draft, media, language, given)
    const before = wordsBefore(voice, medium)
    const flat = spoken.filter((p) => !p.heading).flatMap((p) => p.words)
    const mates = matedWords(
      before.map((w) => w.text),
      flat.map((w) => w.text),
    )
    const taken = new Set([
      ...before.map((w) => w.id),
      ...Object.values(draft.media).flatMap((m) => m.words.map((w) => w.id)),
    ])
    const fresh = countedIds(`${media}/word`, taken)
    const ids = flat.map((_, i) => (mates[i]! >= 0 ? before[mates[i]!]!.id : fresh()))
    const gone = goneRuns(draft, before, mates, ids)
    let k = 0
    voice.script = spoken.map((p, i): Phrase => {
      if (p.heading)
        return {
          id: `${media}${HEADING}${i + 1}`,
          heading: true,
          words: p.words.map((w, j) => ({ id: `${media}${HEADING}${i + 1}-${j + 1}`, text: w.text })),
        }
      const words = p.words.map((w) => ({ id: ids[k++]!, text: w.text }))
      return { id: `phrase:${words[0]?.id ?? i}`, words }
    })
    const byHand = new Map(medium.words.flatMap((w) => (w.byHand ? [[w.id, w] as const] : [])))
    medium.words = flat
      .flatMap((w, i): Word[] =>
        byHand.has(ids[i]!)
          ? [{ ...byHand.get(ids[i]!)!, text: w.text }]
          : w.fromUs === null || w.toUs === null
            ? []
            : [{ id: ids[i]!, text: w.text, fromUs: w.fromUs, toUs: Math.max(w.fromUs, w.toUs) }],
      )
      .sort((a, b) => a.fromUs - b.fromUs)
    medium.words = aroundKept(medium.words)
    // Words of other recordings of this voice are said here from now on.
    const own = new Set(medium.words.map((w) => w.id))
    for (const [id, other] of Object.entries(draft.media))
      if (id !== media && other.words.some((w) => own.has(w.id)))
        other.words = other.words.filter((w) => !own.has(w.id))
    voice.otherwise = [
      ...voice.otherwise.filter((o) => o.media !== media),
      ...departs.map((d) => ({
        kind: d.kind,
        media,
        words: ids.slice(Math.max(0, d.first), d.last + 1),
        fromUs: d.fromUs,
        toUs: d.toUs,
      })),
      ...gone.map((g) => ({ kind: 'gone' as const, media, fromUs: 0, toUs: 0, ...g })),
    ]
    setHeadings(draft, medium, media, spoken)
  },
)

/** Words beside those whose times were set by hand end before these, and begin after them. */
function aroundKept(words: readonly Word[]): Word[] {
  return words.map((w, i) => {
    if (w.byHand) return w
    const [before, after] = [words[i - 1], words[i + 1]]
    const fromUs = before?.byHand ? Math.max(w.fromUs, before.toUs) : w.fromUs
    const toUs = after?.byHand ? Math.min(w.toUs, after.fromUs) : w.toUs
    return { ...w, fromUs, toUs: Math.max(fromUs, toUs) }
  })
}

/** Runs of words of the script before that are in it no more and that something hangs on. */
export function goneRuns(
  draft: Lesson,
  before: readonly { id: string; text: string }[],
  mates: readonly number[],
  ids: readonly string[],
): { words: string[]; text: string; next?: string }[] {
  const hung = new Set(
    draft.elements.flatMap((e) =>
      [e.start, e.end, ...e.poses.flatMap((p) => [p.start, p.end])].flatMap((x) =>
        x.on === 'moment' ? [x.moment] : [],
      ),
    ),
  )
  const mated = new Map(mates.flatMap((b, i) => (b >= 0 ? [[b, ids[i]!] as const] : [])))
  const out: { words: string[]; text: string; next?: string }[] = []
  for (let i = 0; i < before.length; i++) {
    if (mated.has(i)) continue
    let end = i
    while (end < before.length && !mated.has(end)) end++
    const run = before.slice(i, end)
    const next = mated.get(end) ?? mated.get(i - 1)
    const isHung = run.some((w) => hung.has(w.id) || hung.has(`phrase:${w.id}`))
    const text = run
      .map((w) => w.text)
      .join(' ')
      .slice(0, 4000)
    if (isHung) out.push({ words: run.map((w) => w.id), text, ...(next && { next }) })
    i = end
  }
  return out
}

/** The voice that a medium belongs to, in its language; a new one where there is none. */
export function voiceOf(draft: Lesson, media: string, language: string, { newId }: Given): Voice {
  const own = draft.voices.find((v) => v.takes.includes(media))
  if (own) {
    own.language = language
    return own
  }
  const same = draft.voices.find((v) => v.language === language)
  if (same) {
    same.takes.push(media)
    return same
  }
  const voice = newVoice(newId('voice'), language, [media])
  draft.voices.push(voice)
  return voice
}

/** Headings of a script as chapters of the medium in which it is spoken. */
function setHeadings(draft: Lesson, medium: Medium, media: string, spoken: SpokenWords): void {
  const kept = medium.moments.filter((m) => !m.id.startsWith(`${media}${HEADING}`))
  // What is a chapter already is not made one again.
  const others = [...draft.moments, ...Object.values(draft.media).flatMap((m) => (m === medium ? kept : m.moments))]
  const named = new Set(others.flatMap((m) => (momentKind(m).untilNext ? [sameWord(m.label)] : [])))
  const out = spoken.flatMap((p, i) => {
    if (!p.heading) return []
    const next = spoken.slice(i + 1).find((q) => !q.heading && q.words.some((w) => w.fromUs !== null))
    const at = next?.words.find((w) => w.fromUs !== null)?.fromUs
    if (at === undefined || at === null) return []
    const label = p.words
      .map((w) => w.text)
      .join(' ')
      .slice(0, 200)
    if (named.has(sameWord(label))) return []
    return [{ id: `${media}${HEADING}${i + 1}`, kind: 'chapter' as const, label, fromUs: at, byHand: true }]
  })
  medium.moments = [...kept, ...out].sort((a, b) => a.fromUs - b.fromUs)
}

/**
 * Another recording in place of one: it is heard from where that began, whole; what was cut of the one before is gone,
 * and so are its words, until those of the new one are found.
 */
export const takeAnew = define('takeAnew', [Id.medium, MediumArg], (media, wanted) => (draft, given) => {
  const before = draft.media[media]!
  const medium = wanted as Medium
  if (medium.kind === 'picture' || (before.kind === 'sound') !== (medium.kind === 'sound'))
    throw new Unfit(said('edits.aCannotBeHeardIn', medium.kind, before.name))
  const clips = clipsIn(draft, given)
    .filter((c) => c.media === media)
    .sort((a, b) => a.at - b.at)
  // What was said is the script, where none was written: the words of the new recording are matched with it.
  const voice = draft.voices.find((v) => v.takes.includes(media)) ?? voiceOf(draft, media, 'und', given)
  voice.script ??= phrases(before.words).map((p) => ({
    id: p.id,
    words: p.words.map((id) => ({ id, text: before.words.find((w) => w.id === id)!.text })),
  }))
  draft.media[media] = { ...medium, moments: before.moments.filter((m) => m.byHand), words: [] }
  const [first, ...more] = clips
  if (!first) return
  make(removeElements(more.map((c) => c.id)), draft, given)
  const look = clipLook(first)
  Object.assign(look, { inUs: 0, stretches: [{ toUs: null, speed: { num: 1, den: 1 } }] })
  const seconds = (medium.durationUs ?? 1e6) / 1e6
  placeClip(first, first.at, Math.max(1, secondsToFrames(seconds, draft.rate)))
})

/** Where somebody speaks in a medium, as moments; in place of those that it had. */
export const setSpeech = define(
  'setSpeech',
  [Id.medium, z.array(z.object({ fromUs: us, toUs: us })).max(20_000)],
  (media, spoken) => (draft) => {
    const medium = draft.media[media]!
    const others = medium.moments.filter((m) => !momentKind(m).unworded)
    const fresh = spoken.map(({ fromUs, toUs }, i) => ({
      id: `${media}/speech-${i + 1}`,
      kind: 'speech' as const,
      label: inWords('edits.speech', i + 1),
      fromUs,
      toUs: Math.max(fromUs, toUs),
    }))
    medium.moments = [...others, ...fresh].sort((a, b) => a.fromUs - b.fromUs)
  },
)

/** A word is no shorter than this, and one that is so near to the next one touches it. */
const LEAST_US = 20_000
const TOUCHES_US = 30_000
/**
 * Moves where a word begins or ends to another time of its medium. The word beside it goes along where they touched, or
 * would lie over each other.
 */
export const moveWordEdge = define(
  'moveWordEdge',
  [Id.medium, z.string(), Side, us],
  (media, id, side, to) => (draft) => {
    const { words } = draft.media[media]!
    const i = words.findIndex((w) => w.id === id)
    const word = words[i]
    if (!word) throw new Unfit(said('edits.theWordThatItIs'))
    const beside = words[side === 'start' ? i - 1 : i + 1]
    const touched = beside && (side === 'start' ? word.fromUs - beside.toUs : beside.fromUs - word.toUs) <= TOUCHES_US
    word.byHand = true
    if (side === 'start') {
      word.fromUs = Math.min(Math.max(to, (beside?.fromUs ?? -LEAST_US) + LEAST_US), word.toUs - LEAST_US)
      if (beside && (touched || beside.toUs > word.fromUs)) Object.assign(beside, { toUs: word.fromUs, byHand: true })
    } else {
      word.toUs = Math.max(Math.min(to, (beside?.toUs ?? Infinity) - LEAST_US), word.fromUs + LEAST_US)
      if (beside && (touched || beside.fromUs < word.toUs)) Object.assign(beside, { fromUs: word.toUs, byHand: true })
    }
  },
)

/** A departure of a take from its script is settled, or is to be recorded again. */
export const settleOtherwise = define(
  'settleOtherwise',
  [z.string(), z.number().int().min(0), z.enum(['settled', 'anew'])],
  (voiceId, index, how) => (draft) => {
    const voice = draft.voices.find((v) => v.id === voiceId)
    const one = voice?.otherwise[index]
    if (!voice || !one) return
    if (how === 'settled') voice.otherwise.splice(index, 1)
    else one.anew = !one.anew
  },
)

/** An element that hangs on a word that nobody says any more, and on which one it could hang instead. */
export interface LostWord {
  element: string
  name: string
  side: 'start' | 'end'
  word: string
  text: string
  /** The nearest word of the script that is spoken: the one after it, else before it. */
  instead: { id: string; text: string } | null
}
/** What hangs on words that are in no recording any more, with a proposal each. */
export function lostWords(lesson: Lesson): LostWord[] {
  const spoken = new Map(Object.values(lesson.media).flatMap((m) => m.words.map((w) => [w.id, w.text] as const)))
  const order = lesson.voices.flatMap((v) => v.script?.flatMap((p) => (p.heading ? [] : p.words)) ?? [])
  const gone = lesson.voices.flatMap((v) => v.otherwise.filter((o) => o.kind === 'gone'))
  const known = (w: { id: string }) => spoken.has(w.id)
  const from = (at: number) => order.slice(at).find(known) ?? order.slice(0, at).findLast(known) ?? null
  /** What a word said, and which one could stand for it; null where nothing is known of it. */
  const about = (id: string) => {
    const at = order.findIndex((w) => w.id === id)
    if (at >= 0) return { text: order[at]!.text, instead: from(at) }
    const run = gone.find((g) => g.words.includes(id))
    if (!run) return null
    const next = order.findIndex((w) => w.id === run.next)
    return { text: run.text ?? '', instead: next < 0 ? null : from(next) }
  }
  return lesson.elements.flatMap((e: Element) =>
    (['start', 'end'] as const).flatMap((side): LostWord[] => {
      const edge = e[side]
      if (edge.on !== 'moment' || spoken.has(edge.moment)) return []
      const known = about(edge.moment.replace(/^phrase:/, ''))
      if (!known || (edge.moment.startsWith('phrase:') && spoken.has(edge.moment.slice('phrase:'.length)))) return []
      return [{ element: e.id, name: e.name, side, word: edge.moment, ...known }]
    }),
  )
}
