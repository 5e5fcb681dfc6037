import type { Arg } from './arg'

export const pointer = {
  cancelled: 'Cancelled.',
  findThePointer: 'Find the pointer',
  itCouldNotBeFollowed: 'It could not be followed. Try again.',
  itCouldNotBeSearched: 'It could not be searched. Try again.',
  looking: 'Looking',
  noPointerWasSeenIn: 'No pointer was seen in this take.',
  nothingWasChanged: (name: Arg, n: Arg) => `“${name}”: ${n} Nothing was changed.`,
  readingTheTrace: 'reading the trace',
  thePointerCouldNotBe: (why: Arg) => `The pointer could not be looked for: ${why}. Try again.`,
  thePointerWasFoundThe: 'The pointer was found; the recording is not in the lesson any more.',
  theRecordingCannotBeRead: 'the recording cannot be read',
  thereIsTooLittleIn:
    'There is too little in this place to hold on to. Pin it to something with an edge: a word, a line, a button.',
}
