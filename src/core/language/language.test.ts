import { whyNot } from '@/core/testing/made'
import { findingsOf } from '../findings'
import { checkLesson } from '../review/check'
import type { Lesson, Medium } from '../lesson/schema'
import { besides, clip, element, lasting, lessonWithTake, on, takeMedium } from '../testing/lessons'
import { resolve } from '../timing'
import { newVoice } from '../lesson/voices'
import { scriptOf } from '../voice'
import {
  addLanguage,
  applyEdit,
  idsFrom,
  linkWord,
  removeLanguage,
  sayIn,
  sayText,
  translate,
  type Edit,
} from '../edits'
import { inLanguage, textsOf, tooLong, wordMates } from '.'

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
    newVoice('v-en', 'en', ['english']),
    { ...newVoice('v-de', 'de', ['german']), texts: { note: { 'look.text': 'Zurück am Montag' } } },
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

describe('another language', () => {
  /** A narration of two phrases over ten seconds of a recording, and a callout on the word “drill”. */
  function english(): Lesson {
    const lesson = lessonWithTake()
    lesson.media.english = said(['Find', 'the', 'drill.', 'Then', 'lend', 'it.'], 1)
    const note = element(lesson, 'callout', 'note', on('script/3'), lasting(30))
    const second = element(lesson, 'callout', 'second', on('phrase:script/4'), lasting(30))
    lesson.elements = besides(lesson, [note, second, clip('en', 0, 300, { track: 'sound-1', media: 'english' })])
    lesson.voices = [newVoice('v-en', 'en', ['english'])]
    return lesson
  }
  const made = (lesson: Lesson, ...edits: Edit[]): Lesson =>
    edits.reduce((l, e, i) => {
      const out = applyEdit(l, e, idsFrom(`e${i}`))
      if (!('edited' in out)) throw new Error(whyNot(out) ?? 'nothing changed')
      return out.edited.lesson
    }, lesson)
  const czech = (lesson = english()) => {
    const with1 = made(lesson, addLanguage('cs'))
    const v = with1.voices[1]!.id
    return made(
      with1,
      translate(v, 'phrase:script/1', 'Najděte si vrtačku.'),
      translate(v, 'phrase:script/4', 'Pak ji půjčte.'),
      sayText(v, 'note', 'look.text', 'Tady je vrtačka'),
    )
  }
  const narration = (): Medium => ({ ...said([], 1), name: 'Czech.wav', sha256: 'c'.repeat(64), durationUs: 14e6 })
  const at = (i: number, each = 2) => ({ fromUs: i * each * 1e6, toUs: (i + 0.8) * each * 1e6 })
  const spokenCs = ['Najděte si vrtačku.', 'Pak ji půjčte.'].map((p, n) => ({
    heading: false,
    words: p.split(' ').map((text, i) => ({ text, ...at(n * 3 + i) })),
  }))

  test('its script is written phrase by phrase beside the first one; what is missing is known', () => {
    const lesson = czech()
    expect(lesson.voices[1]!.script!.map((p) => [p.id, p.words.length])).toEqual([
      ['phrase:script/1', 3],
      ['phrase:script/4', 3],
    ])
    expect(textsOf(lesson).map((t) => `${t.of} ${t.path}`)).toEqual(['note look.text', 'second look.text'])
    expect(checkLesson(JSON.parse(JSON.stringify(lesson))).faults).toEqual([])
  })
  test('its recording is heard in the place of the first one, and all that hangs on words goes along', () => {
    const lesson = czech()
    const spoken = made(lesson, sayIn(lesson.voices[1]!.id, narration(), spokenCs, 'cs', []))
    const timed = resolve(inLanguage(spoken, 'cs'))
    expect(timed.clips.filter((c) => c.media === 'english')).toHaveLength(1)
    expect(timed.lesson.media.english!.name).toBe('Czech.wav')
    // “drill.” is the third word of its phrase, as “vrtačku.” is; the second phrase begins at 6 s.
    expect(timed.spans.get('note')!.from).toBe(120)
    expect(timed.spans.get('second')!.from).toBe(180)
    expect(findingsOf(timed)).toEqual([])
    expect(resolve(inLanguage(spoken, 'en')).spans.get('note')!.from).toBe(60)
    // The picture waits for it: what was shown as the second phrase began is shown then.
    const shown = timed.clips.find((c) => c.media === 'take')!
    expect(shown.map.stretches.length).toBeGreaterThan(1)
  })
  test('which word stands for which can be said', () => {
    const lesson = czech()
    const [, voice] = lesson.voices
    const [word] = voice!.script![0]!.words
    const linked = made(lesson, linkWord(voice!.id, 'script/3', word!.id))
    expect(wordMates(linked, linked.voices[0]!, linked.voices[1]!).get(word!.id)).toBe('script/3')
    const spoken = made(linked, sayIn(voice!.id, narration(), spokenCs, 'cs', []))
    expect(resolve(inLanguage(spoken, 'cs')).spans.get('note')!.from).toBe(0)
  })
  test('a word that is written otherwise loses its time, the others keep theirs', () => {
    const lesson = czech()
    const v = lesson.voices[1]!.id
    const spoken = made(lesson, sayIn(v, narration(), spokenCs, 'cs', []))
    const anew = made(spoken, translate(v, 'phrase:script/4', 'Potom ji půjčte.'))
    const [take] = anew.voices[1]!.takes
    expect(anew.media[take!]!.words.map((w) => w.text)).toEqual(['Najděte', 'si', 'vrtačku.', 'ji', 'půjčte.'])
    // The phrase begins with its first word that has a time.
    expect(resolve(inLanguage(anew, 'cs')).spans.get('second')!.from).toBe(240)
  })
  test('a text that grows too long is found', () => {
    const lesson = structuredClone(czech())
    const [note] = lesson.elements.filter((e) => e.id === 'note')
    Object.assign(note!.look, { fitText: false })
    note!.height = 120
    const v = lesson.voices[1]!.id
    const long = made(lesson, sayText(v, 'note', 'look.text', 'Velmi dlouhý popis vrtačky '.repeat(12)))
    expect(tooLong(long, 'cs').map((t) => t.element)).toEqual(['note'])
    expect(tooLong(lesson, 'cs')).toEqual([])
  })
  test('a language goes with its recording', () => {
    const lesson = czech()
    const spoken = made(lesson, sayIn(lesson.voices[1]!.id, narration(), spokenCs, 'cs', []))
    const without = made(spoken, removeLanguage(spoken.voices[1]!.id))
    expect(Object.keys(without.media)).toEqual(Object.keys(lesson.media))
    expect(without.voices).toHaveLength(1)
  })
  test('a narration that was not there yet comes with its words and a track', () => {
    const lesson = lessonWithTake()
    const spoken = made(lesson, sayIn(null, narration(), spokenCs, 'cs', []))
    expect(spoken.voices.map((v) => v.language)).toEqual(['cs'])
    const sound = resolve(spoken).clips.find((c) => spoken.media[c.media]!.kind === 'sound')!
    expect(sound.at).toBe(0)
    expect(spoken.media[sound.media]!.words).toHaveLength(6)
  })
})
