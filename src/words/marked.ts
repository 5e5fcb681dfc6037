const PLAIN = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz'
const MARKED = 'ȺɃȻĐɆꞘǤĦƗɈꝀŁⱮꞤØⱣꝖɌꟅŦɄꝞꝠӾɎƵⱥƀȼđɇꞙǥħɨɉꝁłɱꞥøᵽꝗɍꞩŧʉꝟⱳӿɏƶ'
const MARK = new Map([...PLAIN].map((letter, i) => [letter, [...MARKED][i]!]))

/**
 * A sentence in the made-up language, in which every letter bears a mark: what is seen without one did not come from
 * the catalogue. What is filled in is left as it is.
 */
export function marked(sentence: string, filled: readonly (string | number)[]): string {
  const whole = filled.map(String).filter((f) => /[A-Za-z]/.test(f))
  const kept = whole.length > 0 ? new RegExp(`(${whole.map((f) => f.replace(/[^\w]/g, '\\$&')).join('|')})`) : null
  const parts = kept ? sentence.split(kept) : [sentence]
  return parts.map((p, i) => (i % 2 === 1 ? p : [...p].map((letter) => MARK.get(letter) ?? letter).join(''))).join('')
}
