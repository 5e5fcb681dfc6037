import type { Arg } from './arg'

export const clean = {
  cleaning: 'Cleaning',
  couldNotBeCleanedNothing: (name: Arg, message: Arg) =>
    `“${name}” could not be cleaned: ${message}. Nothing was changed.`,
  isNotASoundOf: (name: Arg) => `“${name}” is not a sound of its own. Only narrations and other sounds are cleaned.`,
  sayWhatIsToBe: 'Say what is to be taken out of the sound: rumble, noise, or both.',
  takeOutOf: (said: Arg, name: Arg) => `Take ${said} out of “${name}”`,
  theSoundThatWasTo: 'The sound that was to be cleaned is not in the lesson any more.',
  thisSoundIsBeingCleaned: 'This sound is being cleaned already. Wait, or cancel that first.',
  takenOut: (what: Arg) => `Taken out: ${what}.`,
}
