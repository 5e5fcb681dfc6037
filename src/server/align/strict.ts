import type { Pronunciations } from './lexicon'
import { bare } from './lexicon'
import { decode, USUAL, WIDEST, type HeardWord, type Net } from './decode'

/** The net of words that are said one after the other, and nothing else. */
export function lineNet(words: readonly string[], said: ReadonlyMap<string, Pronunciations>): Net {
  const own = new Map<string, Pronunciations>()
  const arcs = words.map((word, i) => {
    const ways = said.get(bare(word)) ?? []
    if (ways.length > 0) own.set(`w${i}`, ways)
    return { from: i, to: i + 1, share: 1, word: ways.length > 0 ? `w${i}` : null }
  })
  return { states: words.length + 1, arcs, said: own }
}

/** Where each word of a line is heard, in frames of the model; null for those that nothing can be said for. */
export async function alignLine(
  wav: string,
  words: readonly string[],
  said: ReadonlyMap<string, Pronunciations>,
  signal?: AbortSignal,
): Promise<(HeardWord | null)[] | null> {
  const net = lineNet(words, said)
  if (net.said.size === 0) return null
  const heard = (await decode(wav, net, USUAL, signal)) ?? (await decode(wav, net, WIDEST, signal))
  if (!heard) return null
  const byWord = new Map(heard.map((h) => [h.word, h]))
  return words.map((_, i) => byWord.get(`w${i}`) ?? null)
}
