import type { Arg } from './arg'

export const traced = {
  theEndOf: (name: Arg) => `the end of ${name}`,
  theEndOfTheLesson: 'the end of the lesson',
  theStartOf: (name: Arg) => `the start of ${name}`,
  theStartOfTheLesson: 'the start of the lesson',
  types: (text: Arg) => `types “${text}”`,
}
