import type { Arg } from './arg'

export const narrate = {
  narratorWav: (language: Arg) => `Narrator, ${language}.wav`,
  speaking: 'Speaking',
  theNarrator: 'the narrator',
  theNarratorCannotSpeakThis: (n: Arg) => `The narrator cannot speak this: ${n} Nothing was changed.`,
  theNarratorHasSpoken: (amount: Arg) => `The narrator has spoken ${amount}.`,
  theNarratorIsSpeakingThis: 'The narrator is speaking this already. Wait, or cancel that first.',
  theNarratorSpeaks: (language: Arg) => `The narrator speaks ${language}`,
  thereIsNothingToSay: 'There is nothing to say in this script yet. Write it first.',
}
