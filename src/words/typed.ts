import type { Arg } from './arg'

export const typed = {
  goesFromTo: (min: Arg, max: Arg, u: Arg) => `goes from ${min} to ${max}${u}`,
  goesInStepsOf: (multiple: Arg, u: Arg) => `goes in steps of ${multiple}${u}`,
  isOrLess: (max: Arg, u: Arg) => `is ${max}${u} or less`,
  isOrMore: (min: Arg, u: Arg) => `is ${min}${u} or more`,
  itIsNow: (label: Arg, why: Arg, now: Arg) => `“${label}” ${why}: it is ${now} now.`,
}
