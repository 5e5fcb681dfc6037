import { guessUses, usesOf } from './fileUse'

const nothing = { recording: false, narration: false }
test('a recording with its trace, its narration and captions needs no question', () => {
  expect(guessUses(['desk.mp4', 'desk.jsonl', 'voice.wav', 'voice.vtt'], nothing)).toEqual({
    uses: ['recording', 'trace', 'narration', 'captions'],
    sure: true,
  })
  expect(guessUses(['a.png', 'b.svg', 'script.txt'], nothing)).toEqual({
    uses: ['picture', 'picture', 'script'],
    sure: true,
  })
})
test('music, sounds, a camera, a second take and a second recording are told, and asked about', () => {
  const names = ['screen.mp4', 'webcam-1.mp4', 'voice.wav', 'voice take 2.wav', 'soft_music.mp3', 'ding.wav']
  expect(guessUses(names, nothing)).toEqual({
    uses: ['recording', 'camera', 'narration', 'take', 'music', 'sound'],
    sure: false,
  })
  expect(guessUses(['more.mp4'], { recording: true, narration: false })).toEqual({ uses: ['recording'], sure: false })
  expect(guessUses(['again.wav'], { recording: true, narration: true })).toEqual({ uses: ['take'], sure: false })
  // A camera alone is the recording of its lesson.
  expect(guessUses(['camera.mov'], nothing)).toEqual({ uses: ['recording'], sure: true })
})
test('what a file can be goes by what it is', () => {
  expect(usesOf('x.flac')).toEqual(['narration', 'take', 'music', 'sound', 'spare'])
  expect(usesOf('x.MKV')).toEqual(['recording', 'camera', 'spare'])
  expect(usesOf('notes.md')).toEqual(['script'])
})
