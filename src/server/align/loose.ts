import type { Pronunciations } from './lexicon'
import { bare } from './lexicon'
import { decode, WIDEST, type HeardWord, type Net } from './decode'

/** Sounds that stand for whatever else is said: of each sort some. */
const OTHER = ['AA', 'AH', 'EH', 'IH', 'IY', 'OW', 'UW', 'M', 'N', 'S', 'T', 'K', 'L', 'R', 'D', 'Z']
const isOther = (word: string): boolean => word.startsWith('x')

/** Something is said again from so many phrases back at the most. */
const AGAIN_FROM = 4

/** How likely it is that a phrase is left out, said again, or that something else is said: per phrase, per sound. */
export interface Odds {
  skip: number
  again: number
  enter: number
  sound: number
}
export const ODDS: Odds = { skip: 1e-12, again: 1e-12, enter: 1e-8, sound: 0.02 }

/**
 * The net of a script from which its speaker may depart: phrases may be left out or said again, and anything else may
 * be said beside or in place of each word.
 *
 * @param phrases  how many words each phrase has
 */
export function looseNet(
  words: readonly string[],
  phrases: readonly number[],
  said: ReadonlyMap<string, Pronunciations>,
  odds: Odds = ODDS,
): Net {
  const own = new Map<string, Pronunciations>(OTHER.map((phone, i) => [`x${i}`, [[phone]]]))
  const n = words.length
  const arcs: { from: number; to: number; share: number; word: string | null }[] = []
  // States 0 to n-1 lie before the words, n+1 … beside them; the last one is the end.
  const end = 2 * n + 1
  const beside = (i: number) => n + i
  const at = (i: number) => (i === n ? end : i)
  words.forEach((word, i) => {
    const ways = said.get(bare(word)) ?? []
    if (ways.length > 0) own.set(`w${i}`, ways)
    arcs.push({ from: at(i), to: at(i + 1), share: 1, word: ways.length > 0 ? `w${i}` : null })
  })
  for (let i = 0; i <= n; i++) {
    const loop = beside(i)
    arcs.push({ from: at(i), to: loop, share: odds.enter, word: null })
    OTHER.forEach((_, k) => arcs.push({ from: loop, to: loop, share: odds.sound, word: `x${k}` }))
    arcs.push({ from: loop, to: at(i), share: 1, word: null })
    if (i < n) arcs.push({ from: loop, to: at(i + 1), share: 1, word: null })
  }
  let first = 0
  const starts: number[] = []
  for (const long of phrases) {
    arcs.push({ from: at(first), to: at(first + long), share: odds.skip, word: null })
    starts.push(first)
    first += long
    // A sentence is said again from its beginning, which may lie some phrases back.
    for (const start of starts.slice(-AGAIN_FROM))
      if (first > start) arcs.push({ from: at(first), to: at(start), share: odds.again, word: null })
  }
  return { states: end + 1, arcs, said: own }
}

/** What is to be said: words, how many of them each phrase has, and how they sound. */
interface LooseScript {
  words: readonly string[]
  phrases: readonly number[]
  said: ReadonlyMap<string, Pronunciations>
}
export async function hearLoosely(
  wav: string,
  { words, phrases, said }: LooseScript,
  signal?: AbortSignal,
  odds?: Odds,
): Promise<HeardWord[] | null> {
  const net = looseNet(words, phrases, said, odds)
  const search = { beam: '1e-80', wordBeam: '1e-60', phoneBeam: '1e-80', most: 3000, weight: '1.0' }
  const heard = (await decode(wav, net, search, signal)) ?? (await decode(wav, net, { ...WIDEST, most: 6000 }, signal))
  return heard?.filter((h) => /^[wx]\d/.test(h.word) || isOther(h.word)) ?? null
}
