import { readFile } from 'node:fs/promises'
import type { Departure, PhraseRun } from '@/core/voice/departures'
import { readScript, type WrittenPhrase } from '@/core/voice/script'
import type { HeardWord } from './decode'
import { findLeftOut, findSaidTwice, hearDoubtful } from './departing'
import { perFrame, usualOf } from './doubt'
import { fadedOut, type Loudness } from './edges'
import { pronounced } from './lexicon'
import { findOthersSaid, toCompare } from './othersSaid'
import { Search } from './search'
import { withSpeech } from './sound'
import { dropUnspoken } from './unspoken'
import { inWords } from '../../words/words'

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

const US_PER_FRAME = 10_000

/** The phrases, as runs of words, without headings. */
function runsOf(phrases: readonly WrittenPhrase[]): PhraseRun[] {
  let first = 0
  return phrases
    .filter((p) => !p.heading)
    .map((p) => {
      const run = { first, long: p.words.length }
      first += p.words.length
      return run
    })
}

/** Of how the words fit, how sure their times are. */
function confidenceOf(h: HeardWord, usual: number): number {
  const off = Math.max(0, usual - perFrame(h)) / Math.max(6, Math.abs(usual))
  return Math.round(100 / (1 + (off / 4.5) ** 2)) / 100
}

/** Words spread over the speech of a recording by their letters: what is left when nothing fits. */
function spread(words: readonly string[], { db, stepMs, floor }: Loudness): HeardWord[] {
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
  if (words.length === 0) throw new Error(inWords('align.thereIsNotAWord'))
  const { signal, onStep = () => {} } = doing
  onStep(inWords('align.lookingUpHowTheWords'), 0.02)
  const said = await pronounced(words, language, signal)
  onStep(inWords('align.readingTheSound'), 0.05)
  return withSpeech(
    file,
    async (wav) => {
      const search = new Search(wav, await readFile(wav), { words, runs: runsOf(phrases), said }, signal)
      const found = await alignSpeech(search, language, onStep)
      return { phrases, ...found }
    },
    signal,
  )
}

async function alignSpeech(
  search: Search,
  language: string,
  onStep: NonNullable<Aligning['onStep']>,
): Promise<Pick<Aligned, 'words' | 'departures'>> {
  onStep(inWords('align.findingTheWords'), 0.1)
  const spoken = toCompare(search, language)
  await search.depart([])
  onStep(inWords('align.lookingAtWhatIsSaid'), 0.4)
  await hearDoubtful(search, (share) => onStep(inWords('align.lookingAtWhatIsSaid'), 0.4 + 0.2 * share))
  // What the looser search did not tell, or was not believed in, is told by how fast and how well phrases fit.
  onStep(inWords('align.lookingForWhatIsSaid'), 0.6)
  await findSaidTwice(search)
  onStep(inWords('align.lookingForWhatIsLeft'), 0.65)
  await findLeftOut(search)
  onStep(inWords('align.lookingForOtherWords'), 0.7)
  await findOthersSaid(search, await spoken, language, (share) =>
    onStep(inWords('align.lookingForOtherWords'), 0.7 + 0.25 * share),
  )
  await dropUnspoken(search)
  onStep(inWords('align.done'), 1)
  const { words, loudness, heard, departures } = search
  const us = (frame: number) => Math.round(frame * US_PER_FRAME)
  const nothing = heard.every((h) => h === null) && departures.length === 0
  const ends = nothing ? spread(words, loudness) : fadedOut(heard, loudness)
  const fit = usualOf(heard)
  return {
    words: words.map((text, i) => {
      const h = ends[i]
      if (!h) return { text, fromUs: null, toUs: null, confidence: 0 }
      const confidence = nothing ? 0.05 : confidenceOf(heard[i]!, fit)
      return { text, fromUs: us(h.from), toUs: us(h.to), confidence }
    }),
    departures: departures.map(({ from, to, ...d }) => ({ ...d, fromUs: us(from), toUs: us(to) })),
  }
}
