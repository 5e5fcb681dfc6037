import { lostWords, rewrite, speakScript, type SpokenWords } from '..'
import type { Lesson } from '../../lesson/schema'
import { besides, clip, element, lasting, lessonWithTake, on, takeMedium } from '../../testing/lessons'
import { made } from '../../testing/made'
import { resolve } from '../../timing'

const IDS = [1, 2, 3].map((n) => `voice/word-${n}`)
/** “Find the tool. Click lend out.”, half a second a word, from 1 s on. */
const narrated = (): Lesson => {
  const lesson = lessonWithTake()
  lesson.media.voice = takeMedium({ kind: 'sound', sound: true, moments: [], words: [], sha256: 'b'.repeat(64) })
  const note = element(lesson, 'callout', 'note', on('voice/word-3'), lasting(30))
  lesson.elements = [clip('c1', 0, 300), clip('n', 0, 300, { media: 'voice', track: 'sound-1' })]
  let at = 500_000
  const spoken: SpokenWords = ['Find the tool.', 'Click lend out.'].map((line) => ({
    heading: false,
    words: line.split(' ').map((text) => ({ text, fromUs: (at += 500_000), toUs: at + 500_000 })),
  }))
  const said = made(lesson, speakScript('voice', spoken, 'en', []))
  return { ...said, elements: besides(said, [note]) }
}
const script = (lesson: Lesson) => lesson.voices[0]!.script!.map((p) => p.words.map((w) => w.text).join(' '))
const words = (lesson: Lesson) => lesson.media.voice!.words.map((w) => `${w.text} ${w.fromUs / 1e6}`)
const told = (lesson: Lesson) => lesson.voices[0]!.otherwise.map((o) => [o.kind, o.fromUs / 1e6, o.toUs / 1e6])

test('a word that is written otherwise keeps its time and what hangs on it; that it is said otherwise is told', () => {
  const now = made(narrated(), rewrite('voice', IDS, 'Find the drill.'))
  expect(script(now)).toEqual(['Find the drill.', 'Click lend out.'])
  expect(words(now).slice(0, 3)).toEqual(['Find 1', 'the 1.5', 'drill. 2'])
  expect(resolve(now).spans.get('note')!.from).toBe(60)
  expect(told(now)).toEqual([['other words', 2, 2.5]])
})
test('other commas and capitals are nothing that is said otherwise', () => {
  const now = made(narrated(), rewrite('voice', IDS, 'find, the tool!'))
  expect(words(now)[0]).toBe('find, 1')
  expect(told(now)).toEqual([])
})
test('words that come in have no time until they are recorded; those that stay keep theirs', () => {
  const now = made(narrated(), rewrite('voice', IDS, 'Find the right tool.'))
  expect(script(now)[0]).toBe('Find the right tool.')
  expect(words(now).slice(0, 3)).toEqual(['Find 1', 'the 1.5', 'tool. 2'])
  expect(told(now)).toEqual([['left out', 0, 0]])
})
test('words that go are said and written no more; what hung on one is told, with a proposal', () => {
  const now = made(narrated(), rewrite('voice', IDS, 'Find the'))
  expect(words(now).slice(0, 3)).toEqual(['Find 1', 'the 1.5', 'Click 2.5'])
  expect(told(now)).toEqual([
    ['aside', 2, 2.5],
    ['gone', 0, 0],
  ])
  expect(lostWords(now)).toMatchObject([{ element: 'note', text: 'tool.', instead: { text: 'the' } }])
  const none = made(narrated(), rewrite('voice', IDS, ''))
  expect(script(none)).toEqual(['Click lend out.'])
})
test('what is rewritten again is told once', () => {
  const twice = made(made(narrated(), rewrite('voice', IDS, 'Find the drill.')), rewrite('voice', IDS, 'Find the saw.'))
  expect(told(twice)).toEqual([['other words', 2, 2.5]])
  // Another comma leaves it told.
  expect(told(made(twice, rewrite('voice', IDS, 'Find, the saw.')))).toEqual([['other words', 2, 2.5]])
})
