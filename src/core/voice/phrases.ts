import type { Word } from '../lesson/schema'

export interface SpokenPhrase {
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
 * Where words say which phrase they begin, that is so.
 */
export function phrases(words: Word[]): SpokenPhrase[] {
  const out: SpokenPhrase[] = []
  let run: Word[] = []
  const known = words.some((w) => w.phrase !== undefined)
  words.forEach((word, i) => {
    run.push(word)
    const next = words[i + 1]
    const ends = /[.!?]$/.test(word.text) || (run.length >= FEWEST_WORDS && /[,;:]$/.test(word.text))
    const long = run.length < FEWEST_WORDS ? LONG_PAUSE_US : PAUSE_US
    const goesOn = known
      ? next?.phrase === undefined
      : !ends && run.length < MOST_WORDS && (next?.fromUs ?? 0) - word.toUs < long
    if (next && goesOn) return
    out.push({
      id: run[0]!.phrase ?? `phrase:${run[0]!.id}`,
      text: run.map((w) => w.text).join(' '),
      fromUs: run[0]!.fromUs,
      toUs: word.toUs,
      words: run.map((w) => w.id),
    })
    run = []
  })
  return out
}
