import type { Arg } from './arg'

export const align = {
  done: 'Done',
  findingTheWords: 'Finding the words',
  inItIsSaidOtherwise: (which: Arg) => ` In ${which} it is said otherwise.`,
  inPlaceOfAnotherRecording: (name: Arg) => `“${name}” in place of another recording`,
  itsWordsAreBeingLooked: 'Its words are being looked for already. Wait, or cancel that first.',
  lookingAtWhatIsSaid: 'Looking at what is said otherwise',
  lookingForOtherWords: 'Looking for other words',
  lookingForWhatIsLeft: 'Looking for what is left out',
  lookingForWhatIsSaid: 'Looking for what is said twice',
  lookingUpHowTheWords: 'Looking up how the words are said',
  noneOfTheWordsOf: (count: Arg, name: Arg) => `None of the ${count} words of the script is spoken in “${name}”.`,
  nothingCanBeHeardIn: (name: Arg) =>
    `Nothing can be heard in “${name}”. Choose a narration, or a recording with sound.`,
  nothingWasChanged: (little: Arg) => `${little} Nothing was changed.`,
  nothingWasReTimed: (little: Arg) => `${little} Nothing was re-timed.`,
  ofWordsHaveTheirTime: (there: Arg, count: Arg, more: Arg) => `${there} of ${count} words have their time.${more}`,
  onePlace: 'one place',
  onlyOfTheWordsOf: (there: Arg, count: Arg, name: Arg) =>
    `Only ${there} of the ${count} words of the script are spoken in “${name}”.`,
  places: (count: Arg) => `${count} places`,
  readingTheSound: 'Reading the sound',
  theSoundOfCannotBe: (file: Arg, message: Arg) => `The sound of ${file} cannot be read: ${message}.`,
  theWordsCouldNotBe: (message: Arg) => `The words could not be found: ${message} Nothing was changed.`,
  theWordsOf: (name: Arg) => `The words of “${name}”`,
  theWordsWereFoundThe: 'The words were found; the sound is not in the lesson any more.',
  thereIsNotAWord: 'There is not a word in the script that could be spoken.',
}
