export const common = {
  cancel: 'Cancel',
  export: 'Export',
  language: 'Language',
  moments: 'Moments',
  play: 'Play',
  stop: 'Stop',
  thePictureFollowsTheVoice: 'The picture follows the voice',
  undo: 'Undo',
}
