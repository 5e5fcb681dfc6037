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

/** A sentence to be stored or sent. */
export function told(what: Said): Told {
  const named = ({ word, filled }: Sentence): Named => ({
    word,
    filled: filled.map((f) => (typeof f === 'object' ? named(f) : f)),
  })
  return { ...named(asSentence(what)), read: toWords(what) }
}

const isKnown = ({ word, filled }: Named): boolean =>
  isWord(word) && filled.every((f) => typeof f !== 'object' || isKnown(f))

/** What was told, in the language of the interface; as it read then, where its name is not known any more. */
export function read(what: Told): string {
  if (typeof what === 'string') return what
  return isKnown(what) ? toWords(what as Sentence) : what.read
}
/** The same to be filled into a sentence, or said again. */
export const retold = (what: Told): Sentence =>
  typeof what !== 'string' && isKnown(what)
    ? { word: (what as Sentence).word, filled: (what as Sentence).filled }
    : asIs(read(what))
