const RULES = new Intl.PluralRules('en')

/** A number with what it counts: “1 frame”, “3 frames”, “2 copies”. */
export const counted = (n: number, one: string, many = `${one}s`): string =>
  `${n} ${RULES.select(n) === 'one' ? one : many}`
