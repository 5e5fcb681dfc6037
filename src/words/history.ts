import type { Arg } from './arg'

export const history = {
  removed: 'Remove the lesson',
  aStepFailed: 'A step failed',
  anotherWindowChangedThisLesson: 'Another window changed this lesson in the meantime.',
  copy: (name: Arg) => `${name} copy`,
  putBack: 'put back',
  thereIsNothingToDo: 'There is nothing to do again.',
  thereIsNothingToUndo: 'There is nothing to undo.',
  thisChangeDoesNotFit: 'This change does not fit the lesson. Load the page again.',
  thisChangeWasNotKept: 'This change was not kept: it cannot be made on this lesson.',
  thisChangeWasNotKeptAtSentence: (at: Arg, sentence: Arg) => `This change was not kept: ${at}: ${sentence}.`,
  thisChangeWasNotKeptLoad: (message: Arg) => `This change was not kept: ${message}. Load the page again.`,
  thisLessonIsNotIn: 'This lesson is not in the library any more. Go back to the lessons and choose another.',
  thisLessonWasKeptBy: 'This lesson was kept by a newer Vivid Vane. Update this one to open it; nothing was changed.',
  thisTemplateIsNotKept: 'This template is not kept any more. Choose another.',
  vividVaneHasBeenUpdated:
    'Vivid Vane has been updated: load this page again to go on. What you did is kept until then.',
  wasTakenOutOfThe: (name: Arg) => `“${name}” was taken out of the library in the meantime. Bring the file in again.`,
}
