import type { Arg } from './arg'

export const jobs = {
  cancelled: 'Cancelled.',
  cancelledStep: 'Cancelled',
  couldNotBeWorkedOn: (name: Arg) =>
    `“${name}” could not be worked on: something went wrong that Vivid Vane does not know. Try again; what it said is in the log.`,
  failed: 'Failed',
  ready: 'Ready',
  sending: 'Sending',
  theWorkOnItWas: (name: Arg, tries: Arg) =>
    `“${name}”: the work on it was ended from outside, ${tries} times: the machine may be short of memory. Try again when it is less busy.`,
  thisIsNotInThe: 'This is not in the list any more.',
  waiting: 'Waiting',
  wasBegunByAnotherVersion: (name: Arg) => `“${name}” was begun by another version of the program. Begin it again.`,
}
