import type { Departure, PhraseRun } from '@/core/voice/departures'
import type { HeardWord } from './decode'
import type { Loudness } from './edges'

/** A phrase is looked at again when it fits so much worse than what fits usually, by the model's own measure. */
const DOUBT = { times: 1.6, more: 5 }
/** So much worse, and it was not said. */
const UNSAID = { times: 2.5, more: 5 }
/** Frames for each sound of a word: beyond this something else is in it. */
const LONGEST_SOUND = 36

/** How well a word fits, by the model's own measure: the higher the better. */
export const perFrame = (h: HeardWord): number => h.score / Math.max(1, h.to - h.from)

/** How well words fit as a rule: what the better quarter of them comes to. */
export function usualOf(heard: readonly (HeardWord | null)[]): number {
  const all = heard.flatMap((h) => (h ? [perFrame(h)] : [])).sort((a, b) => b - a)
  return all[Math.floor(all.length / 4)] ?? -10
}

/** What fits worse than this does not fit so well, or not at all. */
const leastOf = (heard: readonly (HeardWord | null)[], how = DOUBT): number => how.times * usualOf(heard) - how.more

/**
 * Whether the words of the script fit what was said after all: where a looser search heard something else in them, as
 * it does in echo and in languages that the model does not know.
 */
export function fitsAnyway(d: Departure, heard: readonly (HeardWord | null)[]): boolean {
  const own = heard.slice(d.first, d.last + 1)
  const inSpan = (h: HeardWord) => Math.max(0, Math.min(h.to, d.to) - Math.max(h.from, d.from))
  const fits = (list: readonly HeardWord[], least: number) => {
    const frames = list.reduce((sum, h) => sum + h.to - h.from, 0)
    return frames > 0 && list.reduce((sum, h) => sum + h.score, 0) / frames >= least
  }
  const covers = (list: readonly HeardWord[]) =>
    list.reduce((sum, h) => sum + inSpan(h), 0) >= COVERED * (d.to - d.from)
  // Other words of the script are said there.
  const others = heard.flatMap((h, i) => (h && (i < d.first || i > d.last) && inSpan(h) > 0 ? [h] : []))
  if (d.to > d.from && fits(others, leastOf(heard)) && covers(others)) return true
  if (d.kind === 'said again' || d.kind === 'aside') return false
  const there = own.flatMap((h) => (h ? [h] : []))
  return there.length === own.length && fits(there, leastOf(heard, UNSAID))
}
/** Of what was taken for something else so much is covered by other words that fit. */
const COVERED = 0.4

/** Which phrases do not fit: by how well their words do, and how long these are. */
export function doubtful(
  runs: readonly PhraseRun[],
  heard: readonly (HeardWord | null)[],
  soundsOf: (word: number) => number,
): boolean[] {
  const least = leastOf(heard)
  return runs.map(({ first, long }) => {
    const own = heard.slice(first, first + long)
    const there = own.flatMap((h) => h ?? [])
    if (there.length === 0) return true
    const frames = there.reduce((sum, h) => sum + h.to - h.from, 0)
    const score = there.reduce((sum, h) => sum + h.score, 0) / Math.max(1, frames)
    const stretched = own.some((h, i) => h && (h.to - h.from) / Math.max(1, soundsOf(first + i)) > LONGEST_SOUND)
    return score < least || stretched
  })
}

/** Where somebody speaks for so many frames and more, and no word was found. */
const UNHEARD = { frames: 55, share: 0.5, aboveDb: 18 }
/** A pause between words in which it is as loud as speech: the word before it, -1 before the first; its frames. */
export interface Unheard {
  word: number
  from: number
  to: number
}
export function unheardSpeech(
  heard: readonly (HeardWord | null)[],
  { db, stepMs, floor }: Loudness,
  frames: number,
): Unheard[] {
  const out: Unheard[] = []
  const own = heard.flatMap((h) =>
    h ? [...db.slice(Math.round((h.from * 10) / stepMs), Math.round((h.to * 10) / stepMs))] : [],
  )
  const speech = own.sort((a, b) => a - b)[Math.floor(own.length * 0.3)] ?? floor
  const least = Math.max(floor + UNHEARD.aboveDb, speech - 8)
  let before = { word: -1, to: 0 }
  const look = (from: number, to: number) => {
    if (to - from < UNHEARD.frames) return
    const there = db.slice(Math.round((from * 10) / stepMs), Math.round((to * 10) / stepMs))
    if (there.filter((v) => v > least).length * stepMs > UNHEARD.frames * 10 * UNHEARD.share)
      out.push({ word: before.word, from, to })
  }
  heard.forEach((h, word) => {
    if (!h) return
    look(before.to, h.from)
    before = { word, to: h.to }
  })
  look(before.to, frames)
  return out
}
/** Whether a pause in which somebody speaks lies within a phrase or at one of its ends. */
export const nextTo = ({ first, long }: PhraseRun, pauses: readonly Unheard[]): boolean =>
  pauses.some(({ word }) => word >= first - 1 && word < first + long)

/** Around what is doubtful so much of the sound is looked at with it, in frames. */
export const AROUND = 25
/** A sentence of more phrases is looked at from so far back. */
const FARTHEST = 5

export interface DoubtWindow {
  /** Indices of phrases, [from, to). */
  from: number
  to: number
  /** Frames. */
  begins: number
  ends: number
}
/** Stretches of doubtful phrases with what is beside them. */
export function windowsOf(
  doubt: readonly boolean[],
  runs: readonly PhraseRun[],
  heard: readonly (HeardWord | null)[],
  frames: number,
  words: readonly string[],
): DoubtWindow[] {
  const begins = (phrase: number) => phrase === 0 || /[.!?…]["'”’»)\]]*$/.test(words[runs[phrase]!.first - 1]!)
  const out: DoubtWindow[] = []
  doubt.forEach((is, i) => {
    if (!is) return
    // From the beginning of the sentence before, which may be said again, to the end of the phrase after.
    let from = Math.max(0, i - 1)
    while (from > 0 && i - from < FARTHEST && !begins(from)) from--
    const to = Math.min(runs.length, i + 2)
    const last = out.at(-1)
    if (last && from <= last.to) last.to = Math.max(last.to, to)
    else out.push({ from, to, begins: 0, ends: 0 })
  })
  const edge = (phrase: number, side: 'from' | 'to'): number | undefined => {
    const { first, long } = runs[phrase]!
    const own = heard.slice(first, first + long).flatMap((h) => (h ? [h] : []))
    return side === 'from' ? own[0]?.from : own.at(-1)?.to
  }
  for (const w of out) {
    w.begins = w.from === 0 ? 0 : Math.max(0, (edge(w.from, 'from') ?? 0) - AROUND)
    w.ends = w.to === runs.length ? frames : Math.min(frames, (edge(w.to - 1, 'to') ?? frames) + AROUND)
  }
  return out
}
