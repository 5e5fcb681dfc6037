import type { Arg } from './arg'

export const findings = {
  aMoveAsItWas: 'A move as it was before',
  aMoveAsItsPanel: 'A move as its panel says',
  andMore: (n: Arg, which: Arg) => `, and ${n} more ${which}`,
  areFindings: (n: Arg) => `are ${n} findings`,
  asItWasBefore: 'As it was before',
  asLongAsAllOf: 'As long as all of it',
  endTheSoundThere: 'End the sound there',
  frameItAnew: 'Frame it anew',
  fromThereNothingIsHeard: (at: Arg) => `From ${at} to the end nothing is heard.`,
  fromThereNothingIsSeen: (at: Arg, name: Arg) => `From ${at} to the end nothing is seen: “${name}” goes on alone.`,
  goesOnAfterTheLesson: (name: Arg, gone: Arg) =>
    `“${name}” goes on after the lesson has ended. ${gone}: make the lesson longer, or end it earlier.`,
  hangsOnAMomentThat: (which: Arg) => `${which} hangs on a moment that is`,
  inTheLessonThereGo: (name: Arg, which: Arg) => `In the lesson “${name}” there ${which}: go into it.`,
  isAFinding: 'is a finding',
  isPartlyOutsideThePicture: (name: Arg, from: Arg, to: Arg, more: Arg) =>
    `“${name}” is partly outside the picture from ${from} to ${to}${more}.`,
  itIsNotSeenAt: 'It is not seen at all',
  itIsRightSo: 'It is right as it is',
  itsLastFrameIsNot: 'Its last frame is not seen',
  itsLastFramesAreNot: (late: Arg) => `Its last ${late} frames are not seen`,
  itsMoveToPoseBegins: (name: Arg, n: Arg, from: Arg, was: Arg) =>
    `“${name}”: its move to pose ${n} begins at frame ${from} for all that it changes, as its panel says. In an older version a part of it set out at frame ${was}.`,
  itsMoveToPoseHangs: (name: Arg, n: Arg, until: Arg) =>
    `“${name}”: its move to pose ${n} hangs on a moment that is no longer in the lesson. It keeps its place ${until}`,
  itsNoLongerInThe: (name: Arg, which: Arg, until: Arg) =>
    `“${name}”: its ${which} no longer in the lesson. It keeps its place ${until}`,
  startAndEndHangOn: 'start and end hang on moments that are',
  theLessonLastsAsLong: 'The lesson lasts as long as all',
  theSoundEndsWithThePicture: 'The sound ends with the picture',
  untilYouTieItAgain: 'until you tie it again or the moment comes back.',
  whatItIsPinnedTo: (name: Arg, from: Arg, to: Arg, more: Arg) =>
    `“${name}”: what it is pinned to is out of sight from ${from} to ${to}${more}. It is not shown meanwhile.`,
  wouldEndBeforeItStarts: (name: Arg) =>
    `“${name}” would end before it starts. It is shown for one frame; move one of its ends.`,
}
