import type { Word } from '../lesson/schema'

export interface Phrase { id: string; text: string; fromUs: number; toUs: number; words: string[] }

const PAUSE_US = 450_000
const MOST_WORDS = 14

/** Words gathered into phrases: a phrase ends at . ! ? , ; : or before a pause of 0.45 s, or after 14 words. Its id is its first word's with `phrase:` in front. */
export function phrases(words: Word[]): Phrase[] {
  const out: Phrase[] = []
  let run: Word[] = []
  words.forEach((word, i) => {
    run.push(word)
    const next = words[i + 1]
    if (next && !/[.!?,;:]$/.test(word.text) && next.fromUs - word.toUs < PAUSE_US && run.length < MOST_WORDS) return
    out.push({ id: `phrase:${run[0]!.id}`, text: run.map((w) => w.text).join(' '), fromUs: run[0]!.fromUs, toUs: word.toUs, words: run.map((w) => w.id) })
    run = []
  })
  return out
}
