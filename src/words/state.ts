import type { Arg } from './arg'

export const state = {
  anotherWindowChangedThisLesson: (label: Arg) => `Another window changed this lesson: ${label}.`,
  anotherWindowChangedThisLessonToo: 'Another window changed this lesson too; your change stands on top of it.',
  changedOutOfSightHere: (which: Arg) => `${which} changed, out of sight here.`,
  doneAgain: (label: Arg) => `Redone: ${label}`,
  elements: (count: Arg) => `${count} elements`,
  fetchingEarlierSteps: 'Fetching earlier steps…',
  fetchingLaterSteps: 'Fetching later steps…',
  goBackToItsOwn: 'Go back to its own',
  goThere: 'Go there',
  inAnotherLanguageOnlyTexts:
    'In another language only texts are changed. What is placed and timed is one for all languages.',
  notKeptItIsListed: (nameOf: Arg, why: Arg) =>
    `Not kept: ${nameOf}. ${why} It is listed at the top, to look at and copy.`,
  redo: (label: Arg) => `Redo: ${label}`,
  theLessonWasChangedElsewhere: (clash: Arg) => `The lesson was changed elsewhere meanwhile, and ${clash}.`,
  theLessonWasChangedElsewhereMeanwhile: (refused: Arg) => `The lesson was changed elsewhere meanwhile. ${refused}`,
  thereIsNoRoomIn:
    'There is no room in this browser to keep what is not saved yet. Leave this window open until it is.',
  thisLessonWasChangedElsewhere: 'This lesson was changed elsewhere; this window shows it as it is now.',
  undo: (label: Arg) => `Undo: ${label}`,
  undone: (label: Arg) => `Undone: ${label}`,
  whatWasNotSavedYet: 'What was not saved yet is saved now.',
}
