import type { Arg } from './arg'

export const texts = {
  chapter: 'Chapter',
  itDoesNotFitInto: 'it does not fit into the frame.',
  thereAreFramesToRead: (from: Arg, needs: Arg) => `there are ${from} frames to read it in; it takes ${needs}.`,
}
