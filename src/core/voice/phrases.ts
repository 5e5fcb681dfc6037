import type { Word } from '../lesson/schema'

export interface Phrase {
  id: string
  text: string
  fromUs: number
  toUs: number
  words: string[]
}

const PAUSE_US = 450_000
const LONG_PAUSE_US = 1_000_000
const MOST_WORDS = 14
const FEWEST_WORDS = 4

/**
 * Words gathered into phrases: a phrase ends at . ! ? or before a pause of a second; from its fourth word on also at ,
 * ; : or a pause of 0.45 s, and after 14 words. Its id is its first word's with `phrase:` in front.
 */
export function phrases(words: Word[]): Phrase[] {
  const out: Phrase[] = []
  let run: Word[] = []
  words.forEach((word, i) => {
    run.push(word)
    const next = words[i + 1]
    const ends = /[.!?]$/.test(word.text) || (run.length >= FEWEST_WORDS && /[,;:]$/.test(word.text))
    if (
      next &&
      !ends &&
      next.fromUs - word.toUs < (run.length < FEWEST_WORDS ? LONG_PAUSE_US : PAUSE_US) &&
      run.length < MOST_WORDS
    )
      return
    out.push({
      id: `phrase:${run[0]!.id}`,
      text: run.map((w) => w.text).join(' '),
      fromUs: run[0]!.fromUs,
      toUs: word.toUs,
      words: run.map((w) => w.id),
    })
    run = []
  })
  return out
}
