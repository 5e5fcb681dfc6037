import type { Element } from '../lesson/schema'

type Reading = Element['reads'][string]
/** Reads a gauge as it is. */
export const readingOf = (gauge: string, step = 0): Reading => ({
  gauge,
  from: [0, 100],
  to: [0, 100],
  step,
  steps: [],
})
/** Seen only until a value of the gauge is reached, or only from it on. */
export const seenUntil = (gauge: string, at: number): Reading => switching(gauge, at, 1, 0)
export const seenFrom = (gauge: string, at: number): Reading => switching(gauge, at, 0, 1)
const switching = (gauge: string, at: number, before: number, after: number): Reading => ({
  gauge,
  from: [0, 100],
  to: [0, 1],
  step: 0,
  steps: [
    { from: -1e6, value: before },
    { from: at, value: after },
  ],
})
