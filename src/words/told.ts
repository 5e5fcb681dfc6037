import type { Arg } from './arg'
import { asIs, asSentence, isWord, toWords, type Said, type Sentence } from './words'

/** A sentence as it is stored or sent: plain data, whose names another version of the program may not know. */
interface Named {
  word: string
  filled: (Arg | Named)[]
}
/**
 * What is said where it is read and not where it was made: a sentence by its name, with how it read when it was told.
 * What was stored before there were names is the text itself.
 */
export type Told = string | (Named & { read: string })

/** The longest text that is told as it is, and the longest that a whole sentence reads. */
export const LONGEST_TOLD = { filled: 400, read: 2000 }
const cut = (text: string, most: number): string => (text.length > most ? `${text.slice(0, most - 1)}…` : text)
const filledIn = (f: Arg): Arg =>
  typeof f === 'string' ? cut(f, LONGEST_TOLD.filled) : Number.isFinite(f) ? f : String(f)

/** A sentence to be stored or sent; what is filled into it is cut where it is longer than anybody reads in a list. */
export function told(what: Said): Told {
  const named = ({ word, filled }: Sentence): Named => ({
    word,
    filled: filled.map((f) => (typeof f === 'object' ? named(f) : filledIn(f))),
  })
  return { ...named(asSentence(what)), read: cut(toWords(what), LONGEST_TOLD.read) }
}

const isKnown = ({ word, filled }: Named): boolean =>
  isWord(word) && filled.every((f) => typeof f !== 'object' || isKnown(f))

/** What was told, in the language of the interface; as it read then, where its name is not known any more. */
export function toldInWords(what: Told): string {
  if (typeof what === 'string') return what
  return isKnown(what) ? toWords(what as Sentence) : what.read
}
/** The same to be filled into a sentence, or said again. */
export const retold = (what: Told): Sentence =>
  typeof what !== 'string' && isKnown(what)
    ? { word: (what as Sentence).word, filled: (what as Sentence).filled }
    : asIs(toldInWords(what))
