import type { Arg } from './arg'

export const captions = {
  lineHasNoTimeOf: (n: Arg) =>
    `Line ${n} has no time of the form 00:01.500 --> 00:03.000. Correct it and bring the file in again.`,
  lineTheCaptionEndsBefore: (n: Arg, text: Arg) =>
    `Line ${n}: the caption ends (${text}) before it starts. Correct it and bring the file in again.`,
  lineTheCaptionHasNo: (n: Arg, text: Arg) =>
    `Line ${n}: the caption has no length (${text}). Correct it and bring the file in again.`,
  lineTheCaptionStandsAt: (n: Arg, text: Arg) =>
    `Line ${n}: the caption stands at ${text}, later than any recording ends. Correct it and bring the file in again.`,
  theCaptionAboveLineHas: (n: Arg, count: Arg, text: Arg, longest: Arg) =>
    `The caption above line ${n} has a word of ${count} letters (“${text}…”); a word may have ${longest} at most. Correct it and bring the file in again.`,
  thereIsNoCaptionIn: 'There is no caption in this file: WebVTT and SRT have lines like 00:01.500 --> 00:03.000.',
}
