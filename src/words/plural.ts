import type { Arg } from './arg'

const RULES = new Intl.PluralRules('en')

/** A number with what it counts: “1 frame”, “3 frames”, “2 copies”. */
export const counted = (n: number, one: string, many: string): string =>
  `${n} ${RULES.select(n) === 'one' ? one : many}`
/** What is counted, as a sentence of the catalogue into which the number is filled. */
export const counting =
  (one: string, many = `${one}s`) =>
  (n: Arg): string =>
    counted(Number(n), one, many)
