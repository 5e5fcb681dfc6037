import type { SpokenWords } from '@/core/edits'
import type { Aligned } from './align'
import { inWords } from '../../words/words'

/** Phrases of a script with the times of their words. */
export function spokenOf({ phrases, words }: Aligned): SpokenWords {
  let next = 0
  return phrases.map(({ heading, words: own }) => ({
    heading,
    words: own.map((text) => {
      const found = heading ? null : words[next++]!
      return { text, fromUs: found?.fromUs ?? null, toUs: found?.toUs ?? null }
    }),
  }))
}

/** A script of which less than so much is spoken in a recording is hardly that recording's. */
const FEW = 0.5
/** What there is to say of a recording in which little of a script is spoken; null where enough is. */
export function littleOf({ words }: Aligned, name: string): string | null {
  const there = words.filter((w) => w.fromUs !== null).length
  if (there >= FEW * words.length) return null
  return there === 0
    ? inWords('align.noneOfTheWordsOf', words.length, name)
    : inWords('align.onlyOfTheWordsOf', there, words.length, name)
}
