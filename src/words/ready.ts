import type { Arg } from './arg'

export const ready = {
  back: 'Back',
  beginsAtThePlayhead: 'Begins at the playhead.',
  elements: (n: Arg) => `${n} elements`,
  findAReadyThing: 'Find a ready thing',
  hangsOn: (names: Arg) => `Hangs on ${names}.`,
  isKeptAndHangsOn: (name: Arg, moments: Arg) =>
    `“${name}” is kept as a ready thing; it hangs on ${moments} where it is placed.`,
  isKeptAsAReady: (name: Arg) => `“${name}” is kept as a ready thing.`,
  isKeptAsATemplate: (name: Arg) =>
    `“${name}” is kept as a template, without its recordings. Lessons are begun with it in the library.`,
  isNotKeptAnyMore: (name: Arg) => `“${name}” was removed.`,
  letGoOf: (name: Arg) => `Remove “${name}”`,
  noMatchToKeepThings: 'No match. To keep things of your own here, select them and keep them as one.',
  oneElement: 'One element',
  place: (name: Arg) => `Place “${name}”`,
  placeItHere: 'Place it here',
  readyThing: 'Ready thing',
  readyThings: 'Ready things',
  whatLooksLike: (name: Arg) => `What “${name}” looks like`,
}
