import type { Arg } from './arg'

export const lessons = {
  duplicate: (name: Arg) => `Duplicate ${name}`,
  fromATemplate: 'From a template',
  isDuplicated: (name: Arg) => `“${name}” is duplicated.`,
  isRemoved: (name: Arg) => `“${name}” is removed.`,
  loadTheDemoLesson: 'Load the demo lesson',
  loadingTheDemo: 'Loading the demo…',
  makeOneAndDropA: 'Make one and drop a screen recording into it; or look at how one is made first.',
  newLesson: 'New lesson',
  noLessonHasInIts: (search: Arg) => `No lesson has “${search}” in its name.`,
  noRecordingYet: 'No recording yet',
  putItBack: 'Put it back',
  remove: (name: Arg) => `Remove ${name}`,
  searchTheLessons: 'Search the lessons',
  thereIsNoLessonYet: 'There is no lesson yet.',
  empty: 'empty',
}
