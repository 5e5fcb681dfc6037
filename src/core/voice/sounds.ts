/** All phones of the acoustic model. */
export const PHONES: readonly string[] =
  'AA AE AH AO AW AY B CH D DH EH ER EY F G HH IH IY JH K L M N NG OW OY P R S SH T TH UH UW V W Y Z ZH'.split(' ')

/**
 * Sounds of the International Phonetic Alphabet as phones of the acoustic model (ARPAbet, as the CMU Pronouncing
 * Dictionary has them): the nearest there is. Longest first.
 */
const SOUNDS: readonly (readonly [ipa: string, phones: string])[] = (
  [
    ['tʃ', 'CH'],
    ['dʒ', 'JH'],
    ['tɕ', 'CH'],
    ['dʑ', 'JH'],
    ['tʂ', 'CH'],
    ['dʐ', 'JH'],
    ['ts', 'T S'],
    ['dz', 'D Z'],
    ['pf', 'P F'],
    ['r̝', 'R ZH'],
    ['r̝̊', 'R SH'],
    ['aʊ', 'AW'],
    ['aʊə', 'AW AH'],
    ['aɪ', 'AY'],
    ['aɪə', 'AY AH'],
    ['aɪɚ', 'AY ER'],
    ['ai', 'AY'],
    ['au', 'AW'],
    ['eɪ', 'EY'],
    ['ei', 'EY'],
    ['oʊ', 'OW'],
    ['əʊ', 'OW'],
    ['ou', 'OW'],
    ['ɔɪ', 'OY'],
    ['oi', 'OY'],
    ['ɔø', 'OY'],
    ['ɔʏ', 'OY'],
    ['ɪə', 'IH AH'],
    ['eə', 'EH AH'],
    ['ʊə', 'UH AH'],
    ['iə', 'IY AH'],
    ['oːɹ', 'AO R'],
    ['ɔːɹ', 'AO R'],
    ['ɑːɹ', 'AA R'],
    ['ɛɹ', 'EH R'],
    ['ɪɹ', 'IH R'],
    ['ʊɹ', 'UH R'],
    ['ɜː', 'ER'],
    ['ɝ', 'ER'],
    ['ɚ', 'ER'],
    ['ɑ', 'AA'],
    ['ɒ', 'AA'],
    ['æ', 'AE'],
    ['a', 'AA'],
    ['ɐ', 'AH'],
    ['ʌ', 'AH'],
    ['ə', 'AH'],
    ['ɘ', 'AH'],
    ['ɵ', 'UH'],
    ['ɤ', 'AH'],
    ['ɔ', 'AO'],
    ['o', 'OW'],
    ['ɛ', 'EH'],
    ['e', 'EH'],
    ['ɜ', 'ER'],
    ['ø', 'ER'],
    ['œ', 'EH'],
    ['ɶ', 'AE'],
    ['ɪ', 'IH'],
    ['ᵻ', 'IH'],
    ['ɨ', 'IH'],
    ['i', 'IY'],
    ['y', 'IY'],
    ['ʏ', 'IH'],
    ['ʊ', 'UH'],
    ['ʉ', 'UW'],
    ['u', 'UW'],
    ['ɯ', 'UW'],
    ['b', 'B'],
    ['β', 'V'],
    ['d', 'D'],
    ['ɖ', 'D'],
    ['ð', 'DH'],
    ['f', 'F'],
    ['ɸ', 'F'],
    ['ɡ', 'G'],
    ['g', 'G'],
    ['ɣ', 'G'],
    ['ɢ', 'G'],
    ['h', 'HH'],
    ['ɦ', 'HH'],
    ['x', 'HH'],
    ['χ', 'HH'],
    ['ħ', 'HH'],
    ['ç', 'HH'],
    ['j', 'Y'],
    ['ʝ', 'Y'],
    ['ɥ', 'Y'],
    ['k', 'K'],
    ['q', 'K'],
    ['c', 'K'],
    ['l', 'L'],
    ['ɫ', 'L'],
    ['ɬ', 'L'],
    ['ɭ', 'L'],
    ['ʎ', 'L Y'],
    ['m', 'M'],
    ['ɱ', 'M'],
    ['n', 'N'],
    ['ɳ', 'N'],
    ['ɲ', 'N Y'],
    ['ŋ', 'NG'],
    ['ɴ', 'NG'],
    ['p', 'P'],
    ['ɹ', 'R'],
    ['ɻ', 'R'],
    ['r', 'R'],
    ['ɽ', 'R'],
    ['ʀ', 'R'],
    ['ʁ', 'R'],
    ['ʕ', 'AA'],
    ['ʔ', ''],
    ['s', 'S'],
    ['ʃ', 'SH'],
    ['ʂ', 'SH'],
    ['ɕ', 'SH'],
    ['t', 'T'],
    ['ʈ', 'T'],
    ['θ', 'TH'],
    ['v', 'V'],
    ['ʋ', 'V'],
    ['w', 'W'],
    ['ʍ', 'W'],
    ['ɰ', 'W'],
    ['z', 'Z'],
    ['ʑ', 'ZH'],
    ['ʐ', 'ZH'],
    ['ʒ', 'ZH'],
    ['ɟ', 'D Y'],
  ] as const
).toSorted((a, b) => b[0].length - a[0].length)

const NASAL = '\u0303'

/**
 * The phones of a word that is written in the International Phonetic Alphabet; a flap is a tap of the tongue as in
 * English between vowels, a trill's in other languages.
 */
export function phonesOf(ipa: string, english: boolean): string[] {
  // The language a word is taken from stands in brackets.
  const text = ipa
    .normalize('NFD')
    .replace(/\([a-z-]+\)/g, '')
    .replace(/c\u0327/g, 'ç')
  const out: string[] = []
  for (let at = 0; at < text.length;) {
    const rest = text.slice(at)
    if (rest[0] === NASAL) {
      out.push('N')
      at++
      continue
    }
    if (rest[0] === 'ɾ') {
      out.push(english ? 'D' : 'R')
      at++
      continue
    }
    const found = SOUNDS.find(([sound]) => rest.startsWith(sound))
    if (!found) {
      // Marks of stress, length and the like change no phone; a sign that nobody knows is passed over as well.
      at += Array.from(rest)[0]!.length
      continue
    }
    if (found[1]) out.push(...found[1].split(' '))
    at += found[0].length
  }
  return out
}

/** Words of one consonant, as they are said within a sentence: by language, with the ways in which that is heard. */
const SHORT: Record<string, Record<string, string[]>> = {
  ru: { в: ['V', 'F'], с: ['S', 'Z'], к: ['K', 'G'], б: ['B', 'P'], ж: ['ZH', 'SH'], л: ['L'] },
  uk: { в: ['V', 'UW'], з: ['Z', 'S'], й: ['Y'] },
  be: { у: ['UW', 'W'], з: ['Z', 'S'], к: ['K', 'G'] },
  cs: { v: ['V', 'F'], s: ['S', 'Z'], z: ['Z', 'S'], k: ['K', 'G'] },
  sk: { v: ['V', 'F'], s: ['S', 'Z'], z: ['Z', 'S'], k: ['K', 'G'] },
  pl: { w: ['V', 'F'], z: ['Z', 'S'] },
  sl: { v: ['V', 'UW'], s: ['S', 'Z'], z: ['Z', 'S'], k: ['K', 'HH'], h: ['HH'] },
  bg: { в: ['V', 'F'], с: ['S', 'Z'] },
  hr: { s: ['S', 'Z'], k: ['K'] },
}
/** How a word of one consonant is said in a language; null for any other word. */
export const shortWord = (word: string, language: string): string[][] | null =>
  SHORT[language.split('-')[0]!.toLowerCase()]?.[word]?.map((phone) => [phone]) ?? null
