import type { Arg } from './arg'

export const web = {
  atThisSpeedThereIs: 'At this speed there is no sound.',
  theRequestHoldsNoJson: 'The request holds no JSON.',
  theRequestIsNotOf: (what: Arg, message: Arg) => `The request is not of the right shape: ${what}: ${message}.`,
  theServerCouldNotDo:
    'The server could not do this now: the database may be starting again. Nothing was changed; it is tried again by itself.',
  theServerCouldNotDoThis:
    'The server could not do this: something went wrong that Vivid Vane does not know. Nothing was changed; what it said is in the log.',
  theWorkOnItWas: 'The work on it was ended from outside. Try it again.',
  thereIsNoSuchFile: 'There is no such file.',
  thereIsNoSuchRecording: 'There is no such recording.',
  thereIsNoSuchSample: 'There is no such sample.',
  thisIsMoreThanThe: (most: Arg) => `This is more than the server takes at once (${most} MB). Nothing was changed.`,
  thisIsNestedTooDeeply: 'This is nested too deeply to be read. Nothing was changed.',
}
