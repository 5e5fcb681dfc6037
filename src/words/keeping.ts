import type { Arg } from './arg'

export const keeping = {
  aMediumInItIs: 'a medium in it is not what it says',
  aTypefaceInItIs: 'a typeface in it is not what it says',
  isNoTypefaceThatCould: (name: Arg) =>
    `“${name}” is no typeface that could be read. Bring in a TTF, OTF, WOFF or WOFF2 file. Nothing was changed.`,
  itHasAFileNamed: (text: Arg) => `it has a file named “${text}”`,
  itHasNoLetters: 'it has no letters',
  itsMakerDoesNotAllow: 'Its maker does not allow it to be embedded. ',
  itsMediaAreMoreThan: (most: Arg) => `Its media are more than ${most} MB together. Give the files on by themselves.`,
  theSoundOfAtAnother: (name: Arg) => `The sound of “${name}” at another speed`,
  theSoundOfCannotBe: (name: Arg, message: Arg) =>
    `The sound of “${name}” cannot be made faster or slower: ${message}.`,
  theTypefaceCannotBeRead: (file: Arg) => `The typeface ${file} cannot be read; its texts are set in another one.`,
  thereIsNoPictureAt: 'There is no picture at this time of the recording.',
  thisFileIsDamagedNothing: (what: Arg) => `This file is damaged: ${what}. Nothing was kept of it.`,
  thisFileIsNotInThe: 'This file is not in the library any more.',
  thisFileIsUsedBy: 'This file is used by now. It stays in the library.',
  thisIsNotKeptAny: 'This is not kept any more: it was let go of in another window.',
  wasChangedInAnotherWindow: (name: Arg) =>
    `“${name}” was changed in another window. Load the page again to go on from there.`,
}
