/** A number with what it counts: `1 click`, `14 clicks`. */
export const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`
