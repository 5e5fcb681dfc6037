import { placeIn, scriptIn, scriptText } from './script'
import { lessonWithTake, takeMedium } from '@/core/testing/lessons'
import { newVoice } from '@/core/lesson/voices'

test('a script is brought in as it is; of captions what is said, a line a sentence', () => {
  expect(scriptIn('# Lend\n\nFind the tool.')).toBe('# Lend\n\nFind the tool.')
  const srt = '1\n00:00:01,000 --> 00:00:02,000\nFind the\n\n2\n00:00:02,100 --> 00:00:03,000\ntool. Lend it.\n'
  expect(scriptIn(srt)).toBe('Find the tool.\nLend it.')
  expect(scriptIn('1\n00:00:xx --> 00:01\nFind\n')).toBeNull()
  expect(scriptIn('\uFEFFWEBVTT\n\n')).toBeNull()
})
test('words are found in the text of their script', () => {
  const lesson = lessonWithTake()
  lesson.media.voice = takeMedium({ kind: 'sound' })
  const words = ['Find', 'the', 'tool.'].map((text, i) => ({ id: `w${i}`, text }))
  lesson.voices = [{ ...newVoice('v', 'en', ['voice']), script: [{ id: 'p', words }] }]
  expect(placeIn(lesson, 'voice', ['w1', 'w2'])).toEqual({ from: 5, to: 14 })
  expect(placeIn(lesson, 'voice', ['gone'])).toBeNull()
})
test('where no script was written, it is what is said', () => {
  const lesson = lessonWithTake()
  const words = ['Find', 'it.'].map((text, i) => ({ id: `w${i}`, text, fromUs: i * 1e6, toUs: i * 1e6 + 5e5 }))
  lesson.media.voice = takeMedium({ kind: 'sound', words })
  expect(scriptText(lesson, 'voice')).toBe('Find it.')
})
