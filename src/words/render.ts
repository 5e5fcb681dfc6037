import type { Arg } from './arg'

export const render = {
  aSoundCannotBeRead: 'A sound cannot be read: its file may be damaged. Bring it in again.',
  cannotBeReadToIts: (name: Arg) =>
    `“${name}” cannot be read to its end: its file may be damaged. Bring the recording in again.`,
  givesNoPictureForIts: (name: Arg, n: Arg) =>
    `“${name}” gives no picture for its frame ${n}: its file may be damaged. Bring the recording in again.`,
  noMorePipesCanBe: 'No more pipes can be opened: too many files are open.',
  theEncoder: 'the encoder',
  theReadingOfASound: 'the reading of a sound',
  theSoundCannotBeMade: (message: Arg) => `The sound cannot be made faster or slower: ${message}.`,
  theVideoCouldNotBe:
    'The video could not be written to its end: the encoder stopped. Look whether its folder can be written to, and try again.',
  thereIsNothingToExport: (from: Arg, to: Arg, n: Arg) =>
    `There is nothing to export between frame ${from} and frame ${to}: the lesson has ${n}.`,
  tooManyLargeTakesLie: 'Too many large takes lie over each other in one frame.',
}
