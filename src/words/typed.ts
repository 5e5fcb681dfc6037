import type { Arg } from './arg'

export const typed = {
  goesFromTo: (min: Arg, max: Arg, unit: Arg) => `goes from ${min} to ${max}${unit}`,
  goesInStepsOf: (multiple: Arg, unit: Arg) => `goes in steps of ${multiple}${unit}`,
  isOrLess: (max: Arg, unit: Arg) => `is ${max}${unit} or less`,
  isOrMore: (min: Arg, unit: Arg) => `is ${min}${unit} or more`,
  itIsNow: (label: Arg, why: Arg, now: Arg) => `“${label}” ${why}: it is ${now} now.`,
}
