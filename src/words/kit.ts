export const kit = {
  close: 'Close',
  exports: 'Exports',
  houseStyles: 'House styles',
  lessons: 'Lessons',
  library: 'Library',
  searchByName: 'Search by name',
  theAnswerBrokeOff: 'the answer broke off',
  theServerCannotBeReached:
    'The server cannot be reached. It is tried again by itself; your work is kept in this window.',
  theServerCouldNotDo: 'The server could not do this. Try again.',
  veryLight: 'very light',
  vividVane: 'Vivid Vane',
}
