export const common = {
  cancel: 'Cancel',
  export: 'Export',
  language: 'Language',
  moments: 'Moments',
  play: 'Play',
  stop: 'Stop',
  thePictureFollowsTheVoice: 'The picture follows the voice',
  undo: 'Undo',
  recordingGone: 'This recording is not in the library any more. Bring it in again.',
  unlinkClips: 'Unlink clips',
}
