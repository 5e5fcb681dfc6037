import { readFile } from 'node:fs/promises'
import { phonesOf, shortWord } from '@/core/voice/sounds'
import { run } from '../run'

/** The acoustic model and its dictionary, from Debian's pocketsphinx-en-us. */
export const MODEL = '/usr/share/pocketsphinx/model/en-us/en-us'
const DICTIONARY = '/usr/share/pocketsphinx/model/en-us/cmudict-en-us.dict'

/** The ways in which a word is said: phones of the model, the usual way first. */
export type Pronunciations = string[][]

let english: Promise<Map<string, Pronunciations>> | null = null
async function readDictionary(): Promise<Map<string, Pronunciations>> {
  const out = new Map<string, Pronunciations>()
  for (const line of (await readFile(DICTIONARY, 'utf8')).split('\n')) {
    const [, word, phones] = /^(\S+?)(?:\(\d+\))?\s+(.+)$/.exec(line) ?? []
    if (!word || !phones) continue
    const said = out.get(word)
    if (said) said.push(phones.trim().split(/\s+/))
    else out.set(word, [phones.trim().split(/\s+/)])
  }
  return out
}
const dictionary = (): Promise<Map<string, Pronunciations>> => (english ??= readDictionary())

/** A word without the signs around it, in small letters. */
export const bare = (word: string): string =>
  word
    .normalize('NFC')
    .toLowerCase()
    .replace(/[’‘]/g, "'")
    .replace(/^[^\p{L}\p{N}%€£$&@+=]+|[^\p{L}\p{N}%€£$&@+=]+$/gu, '')

/** A word as it can be handed to the speaking program on a line of its own: signs that end a sentence are none. */
const asLine = (word: string): string =>
  word
    .replace(/(\d)[.,](?=\d)/g, '$1·')
    .replace(/[.,:;!?…()[\]{}"“”«»/\\|_~*#<>^]+/g, ' ')
    .replace(/·/g, '.')
    .trim()

/** Whether a tag of a language is that which the acoustic model knows. */
export const isEnglish = (language: string): boolean => /^(en|und)\b/i.test(language)
/** The voice that speaks a language, by its tag. */
export const voiceFor = (language: string): string =>
  isEnglish(language) ? (/^en-gb/i.test(language) ? 'en-gb' : 'en-us') : language.toLowerCase()

/** What a speaking program says of words, each in the International Phonetic Alphabet. */
async function inIpa(words: readonly string[], language: string, signal?: AbortSignal): Promise<string[]> {
  const say = async (lines: readonly string[], voice: string) => {
    const ran = await run('espeak-ng', ['-q', '--ipa', '-v', voice], {
      input: `${lines.join('\n')}\n`,
      limit: 60,
      ...(signal && { signal }),
    })
    return ran.code === 0
      ? ran.stdout
          .toString('utf8')
          .split('\n')
          .map((l) => l.trim())
      : null
  }
  const voice = voiceFor(language)
  const voices = [voice, voice.split('-')[0]!, 'en-us']
  for (const one of voices) {
    const all = await say(words.map(asLine), one)
    if (!all) continue
    const lines = all.filter((l, i) => l !== '' || i < all.length - 1)
    if (lines.length === words.length) return lines
    // A word that is said in several lines is asked for by itself.
    const out: string[] = []
    for (const word of words) out.push(((await say([asLine(word)], one)) ?? []).join(' '))
    return out
  }
  throw new Error('espeak-ng is missing, which tells how words are said. Install it: apt-get install espeak-ng')
}

/** Ways to say an English word that is none of the dictionary: its parts, where it has a hyphen. */
function ofParts(word: string, known: Map<string, Pronunciations>): Pronunciations | null {
  const parts = word.split(/[-–—/]/).filter(Boolean)
  if (parts.length < 2) return null
  const said = parts.map((p) => known.get(p)?.[0])
  return said.every((s) => s !== undefined) ? [said.flat() as string[]] : null
}

/**
 * How the words of a script are said, in a language.
 *
 * @returns by word, as `bare` gives it; a word that nothing can be said for has no way to be said
 */
export async function pronounced(
  words: readonly string[],
  language: string,
  signal?: AbortSignal,
): Promise<Map<string, Pronunciations>> {
  const known = isEnglish(language) ? await dictionary() : new Map<string, Pronunciations>()
  const out = new Map<string, Pronunciations>()
  const asked: string[] = []
  for (const word of new Set(words.map(bare))) {
    const own = shortWord(word, language) ?? known.get(word) ?? ofParts(word, known)
    if (own) out.set(word, own)
    else if (word !== '') asked.push(word)
  }
  if (asked.length > 0) {
    const ipa = await inIpa(asked, language, signal)
    asked.forEach((word, i) => {
      const phones = phonesOf(ipa[i]!, isEnglish(language))
      out.set(word, phones.length > 0 ? [phones] : [])
    })
  }
  return out
}

/** Whether anything is known of how a language is spoken, by its tag. */
export async function isSpoken(language: string): Promise<boolean> {
  if (isEnglish(language)) return true
  const { stdout } = await run('espeak-ng', ['--voices'], { limit: 60 })
  const tags = stdout
    .toString('utf8')
    .split('\n')
    .map((l) => l.trim().split(/\s+/)[1]?.toLowerCase().split('-')[0])
  const base = language.toLowerCase().split('-')[0]!
  return tags.includes(base === 'zh' ? 'cmn' : base === 'no' ? 'nb' : base)
}
