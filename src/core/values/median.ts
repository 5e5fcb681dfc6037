/** The middle of a list of numbers, the higher of two; NaN where there is none. */
export const median = (list: readonly number[]): number => list.toSorted((a, b) => a - b)[list.length >> 1] ?? NaN
