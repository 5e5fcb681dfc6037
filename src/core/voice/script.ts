/** A phrase of a script as it is written: what is said in one breath, or a heading, which is not spoken. */
export interface WrittenPhrase {
  heading: boolean
  words: string[]
}

const FEWEST_WORDS = 4
const MOST_WORDS = 14
/** Words of a script may have so many letters. */
const LONGEST = 200

/** Whether there is something to say in a word: a letter, a figure, or a sign that has a name. */
export const isSpoken = (word: string): boolean => /[\p{L}\p{N}%€£$&@+=]/u.test(word)

/** Words with the signs that belong to them: a dash by itself belongs to the word before it. */
function wordsIn(text: string): string[] {
  const out: string[] = []
  for (const token of text.split(/\s+/).filter(Boolean)) {
    if (isSpoken(token)) out.push(token.slice(0, LONGEST))
    else if (out.length > 0 && /[.!?,;:…]/.test(token) && !/[.!?,;:]$/.test(out.at(-1)!)) out[out.length - 1] += token
  }
  return out
}

/** Words gathered into phrases, by their signs: at . ! ?, from the fourth word on also at , ; :, and after 14 words. */
function phrasesIn(words: readonly string[]): string[][] {
  const out: string[][] = []
  let run: string[] = []
  for (const word of words) {
    run.push(word)
    const ends = /[.!?…]["'”’»)\]]*$/.test(word) || (run.length >= FEWEST_WORDS && /[,;:]["'”’»)\]]*$/.test(word))
    if (!ends && run.length < MOST_WORDS) continue
    out.push(run)
    run = []
  }
  if (run.length > 0) out.push(run)
  return out
}

/** Text as it is spoken, without what Markdown adds to it: emphasis, links, code, list marks. */
const plain = (line: string): string =>
  line
    .replace(/!\[[^\]]*\]\([^)]*\)/g, ' ')
    .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/^\s*(?:[-*+]|\d+[.)])\s+/, '')
    .replace(/^\s*>\s?/, '')
    .replace(/[*_`~]{1,3}(\S(?:.*?\S)?)[*_`~]{1,3}/g, '$1')
    .replace(/<!--.*?-->/g, ' ')

/**
 * Reads a script, plain text or Markdown, into phrases: lines that begin with # are headings; a phrase never goes on
 * past an empty line, a list item or a heading.
 */
export function readScript(text: string): WrittenPhrase[] {
  const out: WrittenPhrase[] = []
  let paragraph: string[] = []
  const close = () => {
    for (const words of phrasesIn(wordsIn(paragraph.join(' ')))) out.push({ heading: false, words })
    paragraph = []
  }
  for (const line of text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .split('\n')) {
    const heading = /^\s{0,3}#{1,6}\s+(.*?)\s*#*\s*$/.exec(line)
    if (heading) {
      close()
      const words = wordsIn(plain(heading[1]!))
      if (words.length > 0) out.push({ heading: true, words })
      continue
    }
    if (line.trim() === '' || /^\s*(?:[-*+]|\d+[.)])\s+/.test(line)) close()
    if (!/^\s*(?:---+|\*\*\*+|===+)\s*$/.test(line)) paragraph.push(plain(line))
  }
  close()
  return out
}
