import type { Arg } from './arg'

export const review = {
  aLessonInALesson: 'a lesson in a lesson has the rate of the one that it is in',
  aNumber: 'a number',
  aTakeHasARate: 'a take has a rate and a number of frames',
  aTakeOrAPicture: 'a take or a picture has a width and a height',
  aWholeNumber: 'a whole number',
  anElementOfTheKind: (kindName: Arg, path: Arg) => `an element of the kind “${kindName}” has no value “${path}”`,
  anElementOfTheKindHas: (kindName: Arg, path: Arg) =>
    `an element of the kind “${kindName}” has no property “${path}” that can be keyed`,
  eachTimeItBeginsAnew: (by: Arg) =>
    `${by} each time it starts over. Make its last pose like its first, or let it go there and back.`,
  isSuddenlyMoreOrLess: 'is suddenly more or less to be seen.',
  isThereAtTheBeginning: 'is there at the beginning and not at the end.',
  isThereAtTheEnd: 'is there at the end and not at the beginning.',
  itJumps: 'It jumps',
  itJumpsByPx: (px: Arg) => `It jumps by ${px} px`,
  itTakesAColour: 'it takes a colour',
  itTakesANumber: 'it takes a number',
  itTakesFromToNot: (kind: Arg, min: Arg, max: Arg, value: Arg) =>
    `it takes ${kind} from ${min} to ${max}, not ${value}`,
  jumpsByPx: (far: Arg) => `jumps by ${far} px.`,
  looksOtherwise: 'looks otherwise.',
  noMoreThanLessonsStand: (deepest: Arg) => `no more than ${deepest} lessons stand in each other`,
  onlyTheStartOfA: 'only the start of a move can follow straight on',
  showsSomethingElseAtIts: 'shows something else at its end than at its beginning.',
  takeOrPicture: 'take or picture',
  theFile: 'the file',
  theIdIsAlreadyUsed: (id: Arg, first: Arg) => `the id “${id}” is already used at ${first}`,
  theIdIsAlreadyUsedIn: (id: Arg) => `the id “${id}” is already used in this element`,
  theStartAndTheEnd: 'the start and the end are both given as a length; one of them needs a place in time',
  theStartAndTheEndOf:
    'the start and the end of the move are both given as a length; one of them needs a place in time',
  thereIsNo: (which: Arg, medium: Arg) => `there is no ${which} “${medium}”`,
  thereIsNoElement: (element: Arg) => `there is no element “${element}”`,
  thereIsNoElementFirst: (first: Arg) => `there is no element “${first}”`,
  thereIsNoElementId: (id: Arg) => `there is no element “${id}”`,
  thereIsNoElementOn: (on: Arg) => `there is no element “${on}”`,
  thereIsNoGauge: (gauge: Arg) => `there is no gauge “${gauge}”`,
  thereIsNoInThis: (key: Arg) => `there is no “${key}” in this format`,
  thereIsNoLessonIn: (part: Arg) => `there is no lesson “${part}” in “parts”`,
  thereIsNoMedium: (take: Arg) => `there is no medium “${take}”`,
  thereIsNoTake: (media: Arg) => `there is no take “${media}”`,
  thereIsNoTrackFor: (which: Arg, track: Arg) => `there is no track for ${which} “${track}”`,
  thisLessonWasWrittenBy: (version: Arg, ours: Arg) =>
    `This lesson was written by a newer Vivid Vane (format ${version}; this one reads ${ours}). Update the program.`,
}
