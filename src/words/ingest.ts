import type { Arg } from './arg'

export const ingest = {
  isAScriptButNothingIsSaid: (name: Arg) =>
    `“${name}” is a script, but nothing is spoken in this lesson yet. Bring in the narration with it, or bring the text in under “Script and languages”.`,
  isAnEmptyScript: (name: Arg) => `“${name}” is a script without words.`,
  itsWordsAreLookedForIn: (name: Arg) => `Its words are looked for in “${name}”.`,
  liesThereAlready: (name: Arg) => `“${name}” lies there already.`,
  spareIsInTheLesson: (name: Arg) => `“${name}” is among the lesson’s files.`,
  takeIsInTheLesson: (name: Arg) => `“${name}” is in the lesson, but not heard yet.`,
  aFileWithoutAName: 'A file without a name is not taken. Give it a name, and bring it in again.',
  andFrameRate: ' and frame rate.',
  asksForMoreThanA: (seconds: Arg, megabytes: Arg) =>
    `asks for more than a picture may: it was not drawn within ${seconds} seconds and ${megabytes} MB. Save it without filters and repeated parts, or as a PNG.`,
  bringIn: (name: Arg) => `Bring in “${name}”`,
  cannotBeDrawnGiveIt: 'cannot be drawn. Give it a width and a height, or save it as a PNG.',
  cannotBeReadItIs:
    'cannot be read: it is broken, cut off before its end, or not what its name says. Play it where it was made, and save it again.',
  cannotBeTakenSaveIt: (message: Arg) => `cannot be taken: ${message}. Save it again as an MP4, or record it again.`,
  cannotBeTakenSaveItAgain: (message: Arg) => `cannot be taken: ${message}. Save it again as WAV.`,
  checking: 'Checking',
  couldNotBeBroughtTo: 'could not be brought to a constant frame rate. Save it again as an MP4.',
  eachIsLookedForIn: (said: Arg) => `${said} Each is looked for in the sound now.`,
  endsWithoutItsLastPage: (name: Arg, seconds: Arg) =>
    `“${name}” ends without its last page, so it is cut off: ${seconds} s of it are there.`,
  filmStrip: 'Film strip',
  found: (n: Arg, amount: Arg) => `${n} found: ${amount}.`,
  foundN: (n: Arg) => `${n} found.`,
  hasMoreFramesASecond: (name: Arg, rate: Arg) =>
    `“${name}” has more frames a second than a lesson can have; it is taken at ${rate}.`,
  holdsCaptionsButThereIs: (name: Arg) =>
    `“${name}” holds captions, but there is no sound or take to give them to. Bring in the narration first.`,
  holdsNoPicturesThatCan: 'holds no pictures that can be read. Record it again, or save it in another format.',
  holdsNoSoundRecordIt: 'holds no sound. Record it again.',
  holdsPicturesButNothingCan:
    'holds pictures, but nothing can be told of them: its head is damaged. Copy it again from where it was recorded.',
  isAPictureThatCannot: (message: Arg) => `is a picture that cannot be read to its end: ${message}. Save it again.`,
  isAPlaylistWhichOnly: 'is a playlist, which only names other files. Bring in the recording itself.',
  isATraceButThere: (name: Arg) =>
    `“${name}” is a trace, but there is no take to give it to. Bring in its recording first.`,
  isAnAnimatedWebpWhich:
    'is an animated WebP, which is not taken. Save it as a GIF or a video to have it move, or as a PNG to have it stand.',
  isCutOffOfIts: (name: Arg, seconds: Arg, all: Arg) =>
    `“${name}” is cut off: ${seconds} of its ${all} s are there. It is taken as far as it goes; bring in the whole file if there is one.`,
  isCutOffOfItsFrames: (count: Arg, all: Arg) =>
    `is cut off: ${count} of its ${all} frames are there. Copy it again from where it was recorded.`,
  isDamagedInWhatCould: (name: Arg, which: Arg) =>
    `“${name}” is damaged in ${which}: what could be read there is shown. Copy it again from where it was recorded, if you can.`,
  isEmpty0BytesRecord: 'is empty (0 bytes). Record or export it again.',
  isEncryptedOnlyWhoHas:
    'is encrypted: only who has its key can see it. Save it without protection, or record it again.',
  isFittedIntoTheLessons: (name: Arg, width: Arg, height: Arg, size: Arg, which: Arg) =>
    `“${name}” (${width} × ${height}) is fitted into the lesson’s ${size}${which}. The lesson’s details offer its own size.`,
  isHoursLongRecordingsMay: (n: Arg, hours: Arg) =>
    `is ${n} hours long; recordings may be ${hours} hours long at most. Cut it into parts first.`,
  isInTheLessonAdd: (name: Arg) => `“${name}” is in the lesson: add it with “Still picture”.`,
  isLargerThan1Gb: (name: Arg) => `“${name}” is larger than 1 GB; traces and captions may have 1 GB at most.`,
  isLargerThan20Mb: (name: Arg) => `“${name}” is larger than 20 MB; captions may have 20 MB at most. Split the file.`,
  isNotAVideoA:
    'is not a video, a sound or a picture that Vivid Vane knows by its contents, whatever its name ends in. It takes MP4, MOV, WebM, MKV, GIF, PNG, JPEG, WebP, SVG, WAV, MP3, M4A, OGG and FLAC.',
  isNotTakenSaveIt: (fault: Arg) => `is not taken: ${fault}. Save it as a plain SVG, or as a PNG.`,
  isNotTakenWhoeverSends: (name: Arg) =>
    `“${name}” is not taken: whoever sends it does not say how long it is. Send it whole.`,
  isPixelsMillionPicturesMay: (width: Arg, height: Arg, n: Arg, pictureMegapixels: Arg) =>
    `is ${width} × ${height} pixels, ${n} million; pictures may have ${pictureMegapixels} million at most. Make it smaller first.`,
  isPixelsPicturesMayHave: (width: Arg, height: Arg, pictureSide: Arg) =>
    `is ${width} × ${height} pixels; pictures may have ${pictureSide} on a side at most. Make it smaller first.`,
  isPixelsRecordingsMayHave: (width: Arg, height: Arg, takeSide: Arg) =>
    `is ${width} × ${height} pixels; recordings may have ${takeSide} on a side at most. Make it smaller first.`,
  itDeclaresEntitiesWhichCan: 'it declares entities, which can be used to read other files',
  itHoldsTheScriptHandler: (key: Arg) => `it holds the script handler ${key}`,
  itHoldsWhichCanRun: (name: Arg) => `it holds <${name}>, which can run scripts`,
  itLoadsAStyleSheet: 'it loads a style sheet from elsewhere',
  itNamesADocumentType: 'it names a document type that is kept elsewhere',
  itRefersToAnotherFile: 'it refers to another file',
  itRefersToSomethingOutside: 'it refers to something outside itself',
  itsStylesReferToSomething: 'its styles refer to something outside it',
  liesOnTheTimeline: (name: Arg) => `“${name}” lies on the timeline.`,
  ofItsMomentsAreLater: (name: Arg, past: Arg, count: Arg, take: Arg, seconds: Arg) =>
    `“${name}”: ${past} of its ${count} moments are later than the end of “${take}” (${seconds} s). Is it the trace of another recording?`,
  onePlace: 'one place',
  oneSample: 'one sample',
  places: (damaged: Arg) => `${damaged} places`,
  preparing: 'Preparing',
  preparingThePreview: 'Preparing the preview',
  readTheCaptions: (name: Arg) => `Read the captions “${name}”`,
  readTheTrace: (name: Arg) => `Read the trace “${name}”`,
  reading: 'Reading',
  samples: (count: Arg) => `${count} samples`,
  saysThatItHasA: (which: Arg, count: Arg) =>
    `says that it has ${which} a second: its head is damaged, or it is not what it says. Save it again where it was made, at ${count}.`,
  setsTheLessonsSize: (name: Arg, width: Arg, height: Arg, which: Arg) =>
    `“${name}” sets the lesson’s size (${width} × ${height})${which}`,
  stopped: 'Stopped',
  theLessonThatWasBrought: (name: Arg) =>
    `The lesson that “${name}” was brought into is gone. Bring it into another one.`,
  theServerCannotTakeThis: 'The server cannot take this now; it is tried again by itself.',
  theUploadOfIsNot: (name: Arg) => `The upload of “${name}” is not there any more. Bring the file in again.`,
  wasNotSentToIts: (name: Arg) =>
    `“${name}” was not sent to its end within a day; what had come was removed. Bring the file in again.`,
  waveform: 'Waveform',
  whichWasSetByHand: ', which was set by hand',
}
