import { checkLesson } from '../review/check'
import type { Lesson, Medium } from '../lesson/schema'
import { besides, clip, element, lasting, lessonWithTake, on, takeMedium } from '../testing/lessons'
import { resolve } from '../timing'
import { inLanguage, scriptOf } from './inLanguage'

const said = (texts: string[], secondsEach: number): Medium =>
  takeMedium({
    kind: 'sound',
    sound: true,
    moments: [],
    words: texts.map((text, i) => ({
      id: `script/${i + 1}`,
      text,
      fromUs: Math.round(i * secondsEach * 1e6),
      toUs: Math.round((i + 0.8) * secondsEach * 1e6),
    })),
  })
/** Two voices of one script: the second says each word more slowly. */
function spoken(): Lesson {
  const lesson = lessonWithTake()
  lesson.media.english = said(['Lend', 'the', 'drill'], 1)
  lesson.media.german = said(['Verleih', 'den', 'Bohrer'], 2)
  const sound = (id: string, media: string) => clip(id, 0, 300, { track: 'sound-1', media })
  const note = element(lesson, 'callout', 'note', on('script/3'), lasting(30))
  lesson.elements = besides(lesson, [note, sound('en', 'english'), sound('de', 'german')])
  lesson.voices = [
    { id: 'v-en', language: 'en', name: '', takes: ['english'], script: null, texts: {}, otherwise: [] },
    {
      id: 'v-de',
      language: 'de',
      name: '',
      takes: ['german'],
      script: null,
      texts: { note: { 'look.text': 'Zurück am Montag' } },
      otherwise: [],
    },
  ]
  return lesson
}
const from = (lesson: Lesson) => resolve(lesson).spans.get('note')!.from

test('an element that hangs on a word of the script stands where each voice says it, with its own text', () => {
  const lesson = spoken()
  expect(from(inLanguage(lesson, 'en'))).toBe(60)
  expect(from(inLanguage(lesson, 'de'))).toBe(120)
  const note = (l: Lesson) => (l.elements.find((e) => e.id === 'note')!.look as { text: string }).text
  expect(note(inLanguage(lesson, 'de'))).toBe('Zurück am Montag')
  expect(note(inLanguage(lesson, 'en'))).toBe(note(lesson))
})
test('only the voice of that language is heard', () => {
  const heard = (language: string) => resolve(inLanguage(spoken(), language)).clips.map((c) => c.id)
  expect(heard('de')).toEqual(['de', 'c1'])
  expect(heard('en')).toEqual(['en', 'c1'])
})
test('a language that the lesson has not leaves it as it is', () => {
  const lesson = spoken()
  expect(inLanguage(lesson, 'fr')).toBe(lesson)
})
test('without a written one, the script is what is said, by the words’ own ids', () => {
  const lesson = spoken()
  const [script] = scriptOf(lesson, lesson.voices[0]!)
  expect(script!.words).toEqual([1, 2, 3].map((n, i) => ({ id: `script/${n}`, text: ['Lend', 'the', 'drill'][i] })))
})
test('a voice names media that are there', () => {
  const lesson = spoken()
  lesson.voices[0]!.takes = ['gone']
  expect(checkLesson(JSON.parse(JSON.stringify(lesson))).faults.map((f) => f.sentence)).toContain(
    'there is no medium “gone”',
  )
})
test('a lesson in the lesson is heard and read in that language, too', () => {
  const lesson = { ...lessonWithTake(), parts: { p: spoken() } }
  expect(from(inLanguage(lesson, 'de').parts.p!)).toBe(120)
  expect(inLanguage(lesson, 'de')).toBe(inLanguage(lesson, 'de'))
  expect(inLanguage(lesson, 'fr')).toBe(lesson)
})
