import { vttOf } from './cues'
import { readingOf } from './departures'
import { readScript } from './script'
import { phonesOf, shortWord } from './sounds'

test('a script of Markdown becomes phrases, its headings chapters, without what is only written', () => {
  const text =
    '# Lend *out*\n\nOpen the **list** of [tools](x), and type — slowly — a part.\n\n- First item\n- Second!\n'
  expect(readScript(text)).toEqual([
    { heading: true, words: ['Lend', 'out'] },
    { heading: false, words: ['Open', 'the', 'list', 'of', 'tools,'] },
    { heading: false, words: ['and', 'type', 'slowly', 'a', 'part.'] },
    { heading: false, words: ['First', 'item'] },
    { heading: false, words: ['Second!'] },
  ])
})
test('sounds of other languages are the nearest of the model; marks change nothing', () => {
  expect(phonesOf('knˈixovɲe', false).join(' ')).toBe('K N IY HH OW V N Y EH')
  expect(phonesOf('tʃɪtˈaː', false).join(' ')).toBe('CH IH T AA')
  expect(phonesOf('bɔ̃', false).join(' ')).toBe('B AO N')
  expect(phonesOf('fˈoːɹɾi', true).join(' ')).toBe('F AO R D IY')
  expect(shortWord('v', 'cs')).toEqual([['V'], ['F']])
  expect(shortWord('kniha', 'cs')).toBeNull()
})
test('captions have a cue a word, with what HTML would take for tags written out', () => {
  expect(vttOf([{ text: 'a<b', fromUs: 1_500_000, toUs: 3_661_002_000 }])).toBe(
    'WEBVTT\n\n00:00:01.500 --> 01:01:01.002\na&lt;b\n',
  )
})
describe('what departs from a script', () => {
  const phrases = [
    { first: 0, long: 4 },
    { first: 4, long: 4 },
    { first: 8, long: 4 },
  ]
  const say = (from: number, ...words: (number | null)[]) =>
    words.map((word, i) => ({ word, from: from + i * 20, to: from + (i + 1) * 20 }))
  test('nothing, where all is said; a phrase that is left out', () => {
    expect(readingOf(say(0, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11), phrases).departures).toEqual([])
    const out = readingOf(say(0, 0, 1, 2, 3, 8, 9, 10, 11), phrases)
    expect(out.departures).toMatchObject([{ kind: 'left out', first: 4, last: 7 }])
    expect(out.said).toEqual([0, 1, 2, 3, 8, 9, 10, 11])
  })
  test('a phrase that is said again counts where it is said last', () => {
    const again = readingOf(say(0, 0, 1, 2, 3, 4, 5, 6, 7, 4, 5, 6, 7, 8, 9, 10, 11), phrases)
    expect(again.departures).toMatchObject([{ kind: 'said again', first: 4, last: 7, from: 80, to: 160 }])
  })
  test('other words in place of some; a single word that was only mumbled is said', () => {
    const other = say(0, 0, 1, 2, 3, 4, null, null, null, null, null, 7, 8, 9, 10, 11)
    expect(readingOf(other, phrases).departures).toMatchObject([{ kind: 'other words', first: 5, last: 6 }])
    const mumbled = readingOf(say(0, 0, 1, 2, 3, 4, null, null, 6, 7, 8, 9, 10, 11), phrases)
    expect(mumbled).toMatchObject({ departures: [], said: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11] })
  })
  test('something beside the script, also where a word or two were heard into it', () => {
    const aside = say(0, 0, 1, 2, 3, null, null, null, null, 5, null, null, null, null, null, 4, 5, 6, 7, 8, 9, 10, 11)
    expect(readingOf(aside, phrases).departures).toMatchObject([{ kind: 'aside', first: 3, from: 80, to: 280 }])
  })
})
