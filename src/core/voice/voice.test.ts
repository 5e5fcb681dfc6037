import { readCaptions } from './captions'
import { phrases } from './phrases'

test('WebVTT words with their own times are read to the millisecond', () => {
  const read = readCaptions(
    'WEBVTT\n\nNOTE a note\nwith --> in it\n\n1\n00:01.500 --> ' +
      '00:03.000\nOpen <00:02.000>the <00:02.250>drill &amp; go\n',
    'v',
  )
  expect('words' in read && read.words.map((w) => [w.id, w.text])).toEqual([
    ['v/word-1', 'Open'],
    ['v/word-2', 'the'],
    ['v/word-3', 'drill&'],
    ['v/word-4', 'go'],
  ])
  if ('words' in read) {
    expect(read.words.slice(0, 3).map((w) => w.fromUs)).toEqual([1_500_000, 2_000_000, 2_250_000])
    expect(read.words.at(-1)!.toUs).toBe(3_000_000)
  }
})
test('SubRip cues share their time among their words by length', () => {
  const read = readCaptions(
    '1\r\n00:00:01,000 --> 00:00:02,000\r\nab <i>cd</i>\r\n\r\n2\r\n00:00:05,000 --> 00:00:06,000\r\nend\r\n',
    'v',
  )
  expect('words' in read && read.words.map((w) => [w.text, w.fromUs, w.toUs])).toEqual([
    ['ab', 1e6, 1.5e6],
    ['cd', 1.5e6, 2e6],
    ['end', 5e6, 6e6],
  ])
})
test('a mark that stands alone belongs to the word before it', () => {
  const read = readCaptions('WEBVTT\n\n00:01.000 --> 00:02.000\nThat is all <00:01.800>. Done ? !\n', 'v')
  expect('words' in read && read.words.map((w) => w.text)).toEqual(['That', 'is', 'all.', 'Done?'])
})
test('captions at fault are refused with their line', () => {
  expect(readCaptions('WEBVTT\n', 'v')).toMatchObject({ error: expect.stringContaining('no caption') })
  expect(readCaptions('WEBVTT\n\n00:03.000 --> 00:01.000\nx', 'v')).toMatchObject({
    error: expect.stringContaining('Line 3'),
  })
  expect(readCaptions('WEBVTT\n\nsoon --> later\nx', 'v')).toMatchObject({ error: expect.stringContaining('Line 3') })
})
test('tags out of order or outside their cue never give a word that ends before it starts', () => {
  const read = readCaptions(
    'WEBVTT\n\n00:01.000 --> 00:03.000\nOne <00:02.500>two <00:01.200>three <00:09.000>four\n',
    'v',
  )
  if (!('words' in read)) throw new Error(read.error)
  expect(read.words.map((w) => w.text)).toEqual(['One', 'two', 'three', 'four'])
  for (const w of read.words) {
    expect(w.toUs).toBeGreaterThanOrEqual(w.fromUs)
    expect(w.toUs).toBeLessThanOrEqual(3e6)
  }
})
test('a word of 300 letters is refused with its line', () => {
  expect(readCaptions(`WEBVTT\n\n00:01.000 --> 00:03.000\n${'a'.repeat(300)}\n`, 'v')).toMatchObject({
    error: expect.stringMatching(/word of 300 letters .* 200 at most/),
  })
})
test('phrases end with sentences and with pauses', () => {
  const w = (text: string, from: number, to: number) => ({ id: text, text, fromUs: from * 1e6, toUs: to * 1e6 })
  const found = phrases([
    w('First,', 0, 0.3),
    w('find', 0.35, 0.6),
    w('it.', 0.65, 1),
    w('Then', 1.2, 1.5),
    w('wait', 3, 3.2),
  ])
  expect(found.map((p) => p.text)).toEqual(['First, find it.', 'Then', 'wait'])
  expect(found[0]).toMatchObject({ id: 'phrase:First,', fromUs: 0, toUs: 1e6 })
})
