import { readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { readingOf, type Departure, type Run } from '@/core/voice/departures'
import { readScript, type WrittenPhrase } from '@/core/voice/script'
import { backgroundOf, withBackground } from './background'
import { fitsOf, isSaid, leftOutIn, otherWordsIn, usualIn } from './evident'
import { fadedOut, loudnessOf, type Loudness } from './edges'
import type { Heard } from './decode'
import { bare, pronounced, type Said } from './lexicon'
import { hearLoosely } from './loose'
import { RATE, withSpeech } from './sound'
import { alignLine } from './strict'

/** A word of a script as it is spoken; without times where it is not. Microseconds. */
export interface AlignedWord {
  text: string
  fromUs: number | null
  toUs: number | null
  /** How sure it is, 0 to 1. */
  confidence: number
}
export interface Aligned {
  phrases: WrittenPhrase[]
  /** The words of all phrases but headings, in order. */
  words: AlignedWord[]
  departures: (Omit<Departure, 'from' | 'to'> & { fromUs: number; toUs: number })[]
}

const WAV_HEAD = 44
const US_PER_FRAME = 10_000
/** A phrase is looked at again when it fits so much worse than what fits usually, by the model's own measure. */
const DOUBT = { times: 1.6, more: 5 }
/** So much worse, and it was not said. */
const UNSAID = { times: 2.5, more: 5 }
/** Frames for each sound of a word: beyond this something else is in it. */
const LONGEST_SOUND = 36

const perFrame = (h: Heard): number => h.score / Math.max(1, h.to - h.from)

/** How well words fit as a rule: what the better quarter of them comes to. */
function usualOf(heard: readonly (Heard | null)[]): number {
  const all = heard.flatMap((h) => (h ? [perFrame(h)] : [])).sort((a, b) => b - a)
  return all[Math.floor(all.length / 4)] ?? -10
}

/** What fits worse than this does not fit so well, or not at all. */
const leastOf = (heard: readonly (Heard | null)[], how = DOUBT): number => how.times * usualOf(heard) - how.more

/**
 * Whether the words of the script fit what was said after all: where a looser search heard something else in them, as
 * it does in echo and in languages that the model does not know.
 */
function fitsAnyway(d: Departure, heard: readonly (Heard | null)[]): boolean {
  const own = heard.slice(d.first, d.last + 1)
  const inSpan = (h: Heard) => Math.max(0, Math.min(h.to, d.to) - Math.max(h.from, d.from))
  const fits = (list: readonly Heard[], least: number) => {
    const frames = list.reduce((sum, h) => sum + h.to - h.from, 0)
    return frames > 0 && list.reduce((sum, h) => sum + h.score, 0) / frames >= least
  }
  const covers = (list: readonly Heard[]) => list.reduce((sum, h) => sum + inSpan(h), 0) >= COVERED * (d.to - d.from)
  // Other words of the script are said there.
  const others = heard.flatMap((h, i) => (h && (i < d.first || i > d.last) && inSpan(h) > 0 ? [h] : []))
  if (d.to > d.from && fits(others, leastOf(heard)) && covers(others)) return true
  if (d.kind === 'said again' || d.kind === 'aside') return false
  const there = own.flatMap((h) => (h ? [h] : []))
  return there.length === own.length && fits(there, leastOf(heard, UNSAID))
}
/** Of what was taken for something else so much is covered by other words that fit. */
const COVERED = 0.4

/** The phrases, as runs of words, without headings. */
function runsOf(phrases: readonly WrittenPhrase[]): Run[] {
  let first = 0
  return phrases
    .filter((p) => !p.heading)
    .map((p) => {
      const run = { first, long: p.words.length }
      first += p.words.length
      return run
    })
}

/** Which phrases do not fit: by how well their words do, and how long these are. */
function doubtful(
  runs: readonly Run[],
  heard: readonly (Heard | null)[],
  words: readonly string[],
  said: ReadonlyMap<string, Said>,
): boolean[] {
  const least = leastOf(heard)
  return runs.map(({ first, long }) => {
    const own = heard.slice(first, first + long).map((h, i) => ({ h, word: words[first + i]! }))
    const there = own.flatMap(({ h }) => (h ? [h] : []))
    if (there.length === 0) return true
    const frames = there.reduce((sum, h) => sum + h.to - h.from, 0)
    const score = there.reduce((sum, h) => sum + h.score, 0) / Math.max(1, frames)
    const stretched = own.some(({ h, word }) => {
      const sounds = Math.min(...(said.get(bare(word)) ?? [[]]).map((s) => s.length))
      return h && (h.to - h.from) / Math.max(1, sounds) > LONGEST_SOUND
    })
    return score < least || stretched
  })
}

/** Where somebody speaks for so many frames and more, and no word was found. */
const UNHEARD = { frames: 55, share: 0.5, aboveDb: 18 }
/** A pause between words in which it is as loud as speech: the word before it, -1 before the first; its frames. */
interface Unheard {
  word: number
  from: number
  to: number
}
function unheardSpeech(heard: readonly (Heard | null)[], { db, stepMs, floor }: Loudness, frames: number): Unheard[] {
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
const nextTo = ({ first, long }: Run, pauses: readonly Unheard[]): boolean =>
  pauses.some(({ word }) => word >= first - 1 && word < first + long)

interface Speech {
  wav: string
  head: Buffer
  samples: Int16Array
  /** How loud the faint background is with which it is heard. */
  background: number
}
/** A recording, a part of it, or one with some of it silenced, as the model is to hear it: a file beside it. */
async function written(speech: Speech, samples: Int16Array, name: string): Promise<string> {
  const file = path.join(path.dirname(speech.wav), `${name}.wav`)
  const heard = withBackground(samples, speech.background)
  const data = Buffer.from(heard.buffer, heard.byteOffset, heard.byteLength)
  const head = Buffer.from(speech.head)
  head.writeUInt32LE(36 + data.length, 4)
  head.writeUInt32LE(data.length, 40)
  await writeFile(file, Buffer.concat([head, data]))
  return file
}
const PER_FRAME = RATE / 100
/** A recording with stretches silenced: frames, [from, to). */
function silenced(samples: Int16Array, spans: readonly { from: number; to: number }[]): Int16Array {
  const out = Int16Array.from(samples)
  for (const { from, to } of spans) out.fill(0, Math.round(from * PER_FRAME), Math.round(to * PER_FRAME))
  return out
}

/** Around what is doubtful so much of the sound is looked at with it, in frames. */
const AROUND = 25
/** A sentence of more phrases is looked at from so far back. */
const FARTHEST = 5

interface Window {
  /** Indices of phrases, [from, to). */
  from: number
  to: number
  /** Frames. */
  begins: number
  ends: number
}
/** Stretches of doubtful phrases with what is beside them. */
function windowsOf(
  doubt: readonly boolean[],
  runs: readonly Run[],
  heard: readonly (Heard | null)[],
  frames: number,
  words: readonly string[],
): Window[] {
  const begins = (phrase: number) => phrase === 0 || /[.!?…]["'”’»)\]]*$/.test(words[runs[phrase]!.first - 1]!)
  const out: Window[] = []
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

/** Of how the words fit, how sure their times are. */
function confidenceOf(h: Heard, usual: number): number {
  const off = Math.max(0, usual - perFrame(h)) / Math.max(6, Math.abs(usual))
  return Math.round(100 / (1 + (off / 4.5) ** 2)) / 100
}

/** Words spread over the speech of a recording by their letters: what is left when nothing fits. */
function spread(words: readonly string[], samples: Int16Array): (Heard | null)[] {
  const { db, stepMs, floor } = loudnessOf(samples, RATE)
  const loud = Array.from(db, (v, i) => (v > floor + 12 ? i : -1)).filter((i) => i >= 0)
  const [first, last] = [loud[0] ?? 0, loud.at(-1) ?? db.length]
  const letters = words.map((w) => w.length + 1)
  const total = letters.reduce((a, b) => a + b, 0)
  const at = (n: number) => Math.round(((first + ((last - first) * n) / total) * stepMs) / 10)
  let gone = 0
  return letters.map((n, i) => {
    const h = { word: `w${i}`, from: at(gone), to: at(gone + n), score: -1000 * n }
    gone += n
    return h
  })
}

export interface Aligning {
  signal?: AbortSignal
  /** What is being done, and how far it has come, 0 to 1. */
  onStep?: (step: string, share: number) => void
}

/**
 * Finds when each word of a script is spoken in a recording, offline; and where what is said departs from the script.
 * The acoustic model is English; how words of other languages are said is mapped to its sounds.
 *
 * @param file      any sound or video file with a sound
 * @param script    text or Markdown; headings are not spoken
 * @param language  BCP 47: `en`, `it`, `cs`
 * @throws Error with a sentence: the script is empty, the file has no sound, a program is missing
 */
export async function align(file: string, script: string, language: string, doing: Aligning = {}): Promise<Aligned> {
  const phrases = readScript(script)
  const words = phrases.flatMap((p) => (p.heading ? [] : p.words))
  if (words.length === 0) throw new Error('There is not a word in the script that could be spoken.')
  const { signal, onStep = () => {} } = doing
  onStep('Looking up how the words are said', 0.02)
  const said = await pronounced(words, language, signal)
  onStep('Reading the sound', 0.05)
  return withSpeech(
    file,
    async (wav) => {
      const bytes = await readFile(wav)
      const data = bytes.subarray(WAV_HEAD)
      const samples = new Int16Array(data.buffer.slice(data.byteOffset, data.byteOffset + (data.length & ~1)))
      const speech: Speech = { wav, head: bytes.subarray(0, WAV_HEAD), samples, background: backgroundOf(samples) }
      const found = await alignSpeech(speech, words, runsOf(phrases), said, { ...doing, onStep })
      return { phrases, ...found }
    },
    signal,
  )
}

/** So many phrases can be left out before nobody knows any more what the recording is of. */
const MOST_LEFT_OUT = 40
/** What may be said twice around a pause: the phrases before it and after it, one or two of them. */
function nearRuns(runs: readonly Run[], word: number): (readonly [number, number])[] {
  const before = runs.findLastIndex((r) => r.first + r.long - 1 <= word)
  const after = runs.findIndex((r) => r.first > word)
  const pairs = [
    [before - 1, before],
    [before, before],
    [after, after + 1],
    [after, after],
  ] as const
  return pairs.filter(([a, b]) => a >= 0 && b < runs.length)
}

async function alignSpeech(
  speech: Speech,
  words: readonly string[],
  runs: readonly Run[],
  said: ReadonlyMap<string, Said>,
  { signal, onStep = () => {} }: Aligning,
): Promise<Pick<Aligned, 'words' | 'departures'>> {
  onStep('Finding the words', 0.1)
  const { samples } = speech
  const frames = Math.floor(samples.length / PER_FRAME)
  const loudness = loudnessOf(withBackground(samples, speech.background), RATE)
  const line = (wav: string, which: readonly number[]) =>
    alignLine(
      wav,
      which.map((i) => words[i]!),
      said,
      signal,
    )
  const soundsOf = (i: number) => Math.min(...(said.get(bare(words[i]!)) ?? [['']]).map((p) => p.length))
  const all = words.map((_, i) => i)
  let heard: (Heard | null)[] = (await line(await written(speech, samples, 'whole'), all)) ?? words.map(() => null)
  let departures: Departure[] = []
  /** What is known to depart so far: words that are not said, and the sound without what does not count. */
  const lost = () =>
    new Set(
      departures.flatMap((d) =>
        d.kind === 'left out' || d.kind === 'other words' ? all.slice(d.first, d.last + 1) : [],
      ),
    )
  const left = () =>
    silenced(
      samples,
      departures.filter((d) => d.to > d.from),
    )
  /** With more that departs the rest is found once more; where that leads nowhere, it does not depart. */
  const depart = async (more: readonly Departure[]): Promise<boolean> => {
    if (more.length === 0) return false
    const before = departures
    departures = [...departures, ...more]
    const gone = lost()
    const kept = all.filter((i) => !gone.has(i))
    const again = await line(await written(speech, left(), 'kept'), kept)
    if (!again) {
      departures = before
      return false
    }
    heard = words.map(() => null)
    kept.forEach((i, k) => {
      heard[i] = again[k] ?? null
    })
    return true
  }
  const usually = () => usualIn(runs, heard, soundsOf)
  const isLoud = () =>
    unheardSpeech(heard, loudness, frames).filter((u) => !departures.some((d) => d.from < u.to && u.from < d.to))

  const unheard = isLoud()
  const gone = lost()
  const doubt = doubtful(runs, heard, words, said).map(
    (is, n) => !gone.has(runs[n]!.first) && (is || nextTo(runs[n]!, unheard)),
  )
  if (doubt.some(Boolean)) {
    onStep('Looking at what is said otherwise', 0.5)
    const windows = windowsOf(doubt, runs, heard, frames, words)
    const more: Departure[] = []
    const sound = left()
    for (const [n, w] of windows.entries()) {
      const own = runs.slice(w.from, w.to).filter((r) => !gone.has(r.first))
      const which = own.flatMap((r) => all.slice(r.first, r.first + r.long))
      const part = sound.subarray(Math.round(w.begins * PER_FRAME), Math.round(w.ends * PER_FRAME))
      const cut = await written(speech, part, `window-${n}`)
      const lengths = own.map((r) => r.long)
      const texts = which.map((i) => words[i]!)
      const loose = await hearLoosely(cut, texts, lengths, said, signal)
      onStep('Looking at what is said otherwise', 0.5 + (0.35 * (n + 1)) / windows.length)
      if (!loose) continue
      const items = loose.map((h) => ({
        word: h.word.startsWith('w') ? which[Number(h.word.slice(1))]! : null,
        from: h.from + w.begins,
        to: h.to + w.begins,
      }))
      const reading = readingOf(items, own, (i) => words[i]!.length)
      more.push(...reading.departures.filter((d) => !fitsAnyway(d, heard)))
    }
    onStep('Finding the words that are said', 0.85)
    await depart(more)
  }
  // What the looser search did not tell, or was not believed in, is told by how fast and how well phrases fit.
  for (const u of isLoud()) {
    const usual = usually()
    if (!usual) break
    for (const [a, b] of nearRuns(runs, u.word)) {
      const which = all.slice(runs[a]!.first, runs[b]!.first + runs[b]!.long)
      // With the phrases beside them, heard as if they were said twice: both readings fit, or it is something else.
      const [p, n] = [runs[a - 1], runs[b + 1]].map((r) => (r ? all.slice(r.first, r.first + r.long) : []))
      const around = [...p!, ...which, ...n!]
      const there = around.flatMap((i) => heard[i] ?? [])
      if (there.length < around.length) continue
      const begins = Math.max(0, Math.min(u.from, there[0]!.from) - AROUND)
      const ends = Math.min(frames, Math.max(u.to, there.at(-1)!.to) + AROUND)
      const part = left().subarray(Math.round(begins * PER_FRAME), Math.round(ends * PER_FRAME))
      const own = await line(await written(speech, part, 'twice'), [...p!, ...which, ...which, ...n!])
      if (!own) continue
      const sounds = which.reduce((sum, i) => sum + soundsOf(i), 0)
      const readings = [0, 1].map((k) =>
        own.slice(p!.length + k * which.length, p!.length + (k + 1) * which.length).flatMap((h) => h ?? []),
      )
      if (!readings.every((r) => r.length === which.length && isSaid(r, sounds, usual))) continue
      // The last reading counts.
      const [first] = readings as [Heard[]]
      const span = { from: begins + first[0]!.from, to: begins + first.at(-1)!.to }
      await depart([{ kind: 'said again', first: which[0]!, last: which.at(-1)!, ...span }])
      break
    }
  }
  for (let n = 0; n < MOST_LEFT_OUT; n++) {
    const usual = usually()
    const out = usual ? leftOutIn(fitsOf(runs, heard, soundsOf, usual)) : -1
    if (out < 0) break
    const { first, long } = runs[out]!
    const at = heard[first]!.from
    if (!(await depart([{ kind: 'left out', first, last: first + long - 1, from: at, to: at }]))) break
  }
  const usual = usually()
  if (usual) {
    const told = (r: Run) => departures.some((d) => d.first < r.first + r.long && d.last >= r.first)
    const fits = fitsOf(runs, heard, soundsOf, usual)
    const more = runs.flatMap((r, n): Departure[] => {
      const own = fits[n] && !told(r) ? otherWordsIn(r, fits[n], heard, usual) : null
      return own ? [{ kind: 'other words', ...own, from: heard[own.first]!.from, to: heard[own.last]!.to }] : []
    })
    await depart(more)
  }
  const nothing = heard.every((h) => h === null)
  if (nothing) heard = spread(words, samples)
  const ends = nothing ? heard : fadedOut(heard, loudness)
  const fit = usualOf(heard)
  onStep('Done', 1)
  return {
    words: words.map((text, i) => {
      const h = ends[i]
      if (!h) return { text, fromUs: null, toUs: null, confidence: 0 }
      const us = (frame: number) => Math.round(frame * US_PER_FRAME)
      return { text, fromUs: us(h.from), toUs: us(h.to), confidence: nothing ? 0.05 : confidenceOf(heard[i]!, fit) }
    }),
    departures: departures.map(({ from, to, ...d }) => ({
      ...d,
      fromUs: Math.round(from * US_PER_FRAME),
      toUs: Math.round(to * US_PER_FRAME),
    })),
  }
}
