import type { Arg } from './arg'

export const ready = {
  back: 'Back',
  beginsAtThePlayhead: 'Begins at the playhead.',
  elements: (n: Arg) => `${n} elements`,
  findAReadyThing: 'Find a ready thing',
  hangsOn: (map: Arg) => `Hangs on ${map}.`,
  isKeptAsAReady: (name: Arg) => `“${name}” is kept as a ready thing`,
  isKeptAsATemplate: (name: Arg) =>
    `“${name}” is kept as a template, without its recordings. Lessons are begun with it in the library.`,
  isNotKeptAnyMore: (name: Arg) => `“${name}” is not kept any more.`,
  itHangsOnWhereIt: (which: Arg) => `; it hangs on ${which} where it is placed.`,
  letGoOf: (name: Arg) => `Let go of “${name}”`,
  moments: (hangs: Arg) => `${hangs} moments`,
  noMatchToKeepThings: 'No match. To keep things of your own here, select them and keep them as one.',
  oneElement: 'One element',
  oneMoment: 'one moment',
  place: (name: Arg) => `Place “${name}”`,
  placeItHere: 'Place it here',
  readyThing: 'Ready thing',
  readyThings: 'Ready things',
  whatLooksLike: (name: Arg) => `What “${name}” looks like`,
}
