import { lostWords, moveWordEdge, speakAnew, speakScript, takeAnew, type SpokenWords } from '..'
import type { Lesson } from '../../lesson/schema'
import { resolve } from '../../timing'
import { madeAll as made } from '../../testing/made'
import { matedWords } from '../../voice/matching'
import { besides, clip, element, lessonWithTake, on } from '../../testing/lessons'

const emptySound = () => ({
  kind: 'sound' as const,
  name: 'Voice.wav',
  sha256: 'b'.repeat(64),
  file: `media/${'b'.repeat(64)}/voice.wav`,
  durationUs: 10_000_000,
  moments: [],
  words: [],
})
/** A script whose words take half a second each, from a time on; those in brackets are not spoken. */
const spoken = (text: string, fromS = 1): SpokenWords => {
  let at = fromS * 1e6
  return text.split(' / ').map((line) => {
    const heading = line.startsWith('# ')
    const words = line.replace(/^# /, '').split(' ')
    return {
      heading,
      words: words.map((w) => {
        if (heading || w.startsWith('(')) return { text: w.replace(/[()]/g, ''), fromUs: null, toUs: null }
        at += 500_000
        return { text: w, fromUs: at - 500_000, toUs: at }
      }),
    }
  })
}
const narrated = (): Lesson => {
  const lesson = lessonWithTake()
  lesson.media.voice = emptySound()
  lesson.elements = [clip('c1', 0, 300), clip('n', 0, 300, { media: 'voice', track: 'sound-1' })]
  return made(lesson, speakScript('voice', spoken('# Lend / Find the tool. / Click lend out.'), 'en', []))
}
const words = (lesson: Lesson) => lesson.media.voice!.words.map((w) => `${w.id.slice(-1)}:${w.text}`)
test('the words of a script stand where they are spoken; headings are chapters', () => {
  const lesson = narrated()
  expect(words(lesson)).toEqual(['1:Find', '2:the', '3:tool.', '4:Click', '5:lend', '6:out.'])
  expect(lesson.voices[0]).toMatchObject({ language: 'en', takes: ['voice'] })
  expect(lesson.media.voice!.moments).toMatchObject([{ kind: 'chapter', label: 'Lend', fromUs: 1_000_000 }])
})
test('another recording of another wording moves what hangs on words, and proposes one for what is lost', () => {
  const lesson = structuredClone(narrated()) as Lesson
  const note = (id: string, word: string) => element(lesson, 'callout', id, on(word), { on: 'length', frames: 30 })
  lesson.elements = besides(lesson, [note('kept', 'voice/word-5'), note('lost', 'voice/word-3')])
  const anew = made(
    lesson,
    takeAnew('voice', { ...emptySound(), name: 'Anew.wav', durationUs: 20_000_000 }),
    speakScript('voice', spoken('# Lend / Look for a drill. / Then click lend out.', 3), 'en', []),
  )
  expect(words(anew)).toEqual(['7:Look', '8:for', '9:a', '0:drill.', '1:Then', '4:click', '5:lend', '6:out.'])
  const { spans } = resolve(anew)
  // “lend” is spoken 6 s in now.
  expect(spans.get('kept')!.from).toBe(180)
  expect(spans.get('n')).toMatchObject({ from: 0, to: 600 })
  expect(lostWords(anew)).toMatchObject([
    { element: 'lost', side: 'start', word: 'voice/word-3', text: 'Find the tool.', instead: { text: 'click' } },
  ])
})
test('the longest row of words that both texts have, runs before single ones', () => {
  const mates = (a: string, b: string) => matedWords(a.split(' '), b.split(' '))
  expect(mates('click the box and click the lid', 'click the lid')).toEqual([4, 5, 6])
  expect(mates('one two three', 'One, two and three!')).toEqual([0, 1, -1, 2])
  expect(mates('a b', 'c d')).toEqual([-1, -1])
  // A phrase that stands elsewhere is the same phrase.
  expect(mates('open the list now then find the tool', 'then find the tool open the list now')).toEqual([
    4, 5, 6, 7, 0, 1, 2, 3,
  ])
})

test('the picture follows: clicks stay with the words that were said to them, undone in one step', () => {
  const lesson = narrated()
  // “Click” is said at 2.5 s, and the first click comes at 2 s, the second at 4 s.
  const slow = spoken('# Lend / Find the tool. / Click lend out.', 4)
  const long = { ...emptySound(), name: 'Slow.wav', durationUs: 14_000_000 }
  const anew = made(lesson, speakAnew('voice', long, slow, 'en', [], true))
  const { moments, length, clips } = resolve(anew)
  expect(moments.get('voice/word-4')!.frame).toBe(165)
  const before = resolve(lesson).moments
  const after = (id: string) => moments.get(id)!.frame! - before.get(id)!.frame!
  // All comes three seconds later once the voice has begun three seconds later.
  expect(Math.abs(after('take/click-2') - 90)).toBeLessThanOrEqual(3)
  expect(clips.find((c) => c.id === 'c1')!.length).toBe(length)
  const stays = made(lesson, speakAnew('voice', long, slow, 'en', [], false))
  expect(resolve(stays).moments.get('take/click-2')!.frame).toBe(before.get('take/click-2')!.frame)
})
describe('words corrected by hand', () => {
  const word = (lesson: Lesson, n: number) => lesson.media.voice!.words[n]!
  const fourth = () => word(narrated(), 3).id
  test('a border is moved, the word that it touches goes along; none is shorter than 20 ms', () => {
    const moved = made(narrated(), moveWordEdge('voice', fourth(), 'start', 2_300_000))
    expect([word(moved, 2).toUs, word(moved, 3).fromUs]).toEqual([2_300_000, 2_300_000])
    const far = made(narrated(), moveWordEdge('voice', fourth(), 'start', 0))
    expect([word(far, 2).toUs, word(far, 3).fromUs]).toEqual([2_020_000, 2_020_000])
    const end = made(narrated(), moveWordEdge('voice', fourth(), 'end', 9_000_000))
    expect([word(end, 3).toUs, word(end, 4).fromUs, word(end, 4).toUs]).toEqual([3_480_000, 3_480_000, 3_500_000])
  })
  test('it stays so when the words are looked for again in the same recording, and not in another one', () => {
    const moved = made(narrated(), moveWordEdge('voice', fourth(), 'start', 2_300_000))
    const again = made(moved, speakScript('voice', spoken('# Lend / Find the tool. / Click lend it out.'), 'en', []))
    expect([word(again, 2).toUs, word(again, 3).fromUs]).toEqual([2_300_000, 2_300_000])
    const other = { ...emptySound(), sha256: 'c'.repeat(64) }
    const anew = made(moved, speakAnew('voice', other, spoken('Find the tool. / Click lend out.'), 'en', [], false))
    expect([word(anew, 2).toUs, word(anew, 3).fromUs]).toEqual([2_500_000, 2_500_000])
  })
})
test('a heading that names a chapter that is there makes no second one', () => {
  const lesson = structuredClone(narrated())
  lesson.moments.push({ id: 'mine', kind: 'chapter', label: 'Goodbye', frame: 200 } as Lesson['moments'][number])
  const again = made(
    lesson,
    speakScript('voice', spoken('# Lend / Find the tool. / # Goodbye / Click lend out.'), 'en', []),
  )
  expect(again.media.voice!.moments.map((m) => m.label)).toEqual(['Lend'])
})
