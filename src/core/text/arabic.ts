/**
 * The joined forms of Arabic letters: isolated, final, initial, medial, by their code points in the block of
 * presentation forms (Unicode 16, Arabic Presentation Forms-A and -B); letters with two join to the one before only.
 */
const FORMS: Record<string, readonly [first: number, forms: 1 | 2 | 4]> = {
  ء: [0xfe80, 1],
  آ: [0xfe81, 2],
  أ: [0xfe83, 2],
  ؤ: [0xfe85, 2],
  إ: [0xfe87, 2],
  ئ: [0xfe89, 4],
  ا: [0xfe8d, 2],
  ب: [0xfe8f, 4],
  ة: [0xfe93, 2],
  ت: [0xfe95, 4],
  ث: [0xfe99, 4],
  ج: [0xfe9d, 4],
  ح: [0xfea1, 4],
  خ: [0xfea5, 4],
  د: [0xfea9, 2],
  ذ: [0xfeab, 2],
  ر: [0xfead, 2],
  ز: [0xfeaf, 2],
  س: [0xfeb1, 4],
  ش: [0xfeb5, 4],
  ص: [0xfeb9, 4],
  ض: [0xfebd, 4],
  ط: [0xfec1, 4],
  ظ: [0xfec5, 4],
  ع: [0xfec9, 4],
  غ: [0xfecd, 4],
  ف: [0xfed1, 4],
  ق: [0xfed5, 4],
  ك: [0xfed9, 4],
  ل: [0xfedd, 4],
  م: [0xfee1, 4],
  ن: [0xfee5, 4],
  ه: [0xfee9, 4],
  و: [0xfeed, 2],
  ى: [0xfeef, 2],
  ي: [0xfef1, 4],
  پ: [0xfb56, 4],
  چ: [0xfb7a, 4],
  ژ: [0xfb8a, 2],
  ک: [0xfb8e, 4],
  گ: [0xfb92, 4],
  ی: [0xfbfc, 4],
}
/** A lam and the alef after it are one letter: isolated, and one after it final. */
const LAM_ALEF: Record<string, number> = { آ: 0xfef5, أ: 0xfef7, إ: 0xfef9, ا: 0xfefb }
/** Marks above and below letters: they do not stand between them. */
const isMark = (ch: string) => /[\u064B-\u0652\u0670]/.test(ch)
const KASHIDA = 'ـ'

const JOINER = '\u200D'
/** The joined forms of letters by their code points, each with the text that is shaped to it. */
export const arabicForms = (): { form: string; shaped: string; letters: string }[] => [
  ...Object.entries(FORMS).flatMap(([letter, [first, count]]) =>
    [letter, JOINER + letter, letter + JOINER, JOINER + letter + JOINER].slice(0, count).map((shaped, n) => ({
      form: String.fromCodePoint(first + n),
      shaped,
      letters: letter,
    })),
  ),
  ...Object.entries(LAM_ALEF).flatMap(([alef, first]) =>
    [`ل${alef}`, `${JOINER}ل${alef}`].map((shaped, n) => ({
      form: String.fromCodePoint(first + n),
      shaped,
      letters: `ل${alef}`,
    })),
  ),
]

/** A letter as it is drawn, and where it stands in the text. */
export interface DrawnLetter {
  ch: string
  at: number
}
/** Letters with those of Arabic in the forms in which they join each other, in the order of the text. */
export function joined(text: string): DrawnLetter[] {
  const letters: DrawnLetter[] = []
  let at = 0
  for (const ch of text) {
    letters.push({ ch, at })
    at += ch.length
  }
  const beside = (i: number, step: 1 | -1): string => {
    for (let j = i + step; letters[j]; j += step) if (!isMark(letters[j]!.ch)) return letters[j]!.ch
    return ''
  }
  const joinsOn = (ch: string) => ch === KASHIDA || FORMS[ch]?.[1] === 4
  const joins = (ch: string) => ch === KASHIDA || (FORMS[ch]?.[1] ?? 1) > 1
  const out: DrawnLetter[] = []
  for (let i = 0; i < letters.length; i++) {
    const { ch, at: place } = letters[i]!
    const form = FORMS[ch]
    if (!form) {
      out.push(letters[i]!)
      continue
    }
    const before = joinsOn(beside(i, -1)) && joins(ch)
    const next = letters[i + 1]?.ch ?? ''
    if (ch === 'ل' && LAM_ALEF[next] !== undefined) {
      out.push({ ch: String.fromCodePoint(LAM_ALEF[next] + (before ? 1 : 0)), at: place })
      i++
      continue
    }
    const after = form[1] === 4 && joins(beside(i, 1))
    // In the block: isolated, final, initial, medial.
    const n = after ? (before ? 3 : 2) : before ? 1 : 0
    out.push({ ch: String.fromCodePoint(form[0] + n), at: place })
  }
  return out
}
