import { guessLanguage } from './guess'
import { readCaptions } from './captions'
import { quietestNear, speechIn } from './speech'
import { withinCues } from './withinCues'

/** Peaks, a hundred a second: noise all the time, and speech in some stretches of seconds. */
const peaks = (seconds: number, noise: number, speech: [number, number][], loud = 120): Uint8Array =>
  Uint8Array.from({ length: seconds * 100 }, (_, i) => {
    const s = i / 100
    const wobble = (i * 7919) % 5
    // Words dip for a moment.
    return speech.some(([a, b]) => s >= a && s < b) && i % 13 > 1 ? loud - wobble * 8 : noise + wobble
  })
const seconds = (list: { fromUs: number; toUs: number }[]) => list.map((r) => [r.fromUs / 1e6, r.toUs / 1e6])

test('where somebody speaks is found over silence, and over noise', () => {
  const spoken: [number, number][] = [
    [1, 2.5],
    [3, 4.2],
    [6, 9],
  ]
  for (const noise of [0, 12, 30]) {
    const found = seconds(speechIn(peaks(10, noise, spoken), 100))
    expect(found).toHaveLength(3)
    found.forEach(([from, to], i) => {
      expect(Math.abs(from! - spoken[i]![0])).toBeLessThanOrEqual(0.08)
      expect(Math.abs(to! - spoken[i]![1])).toBeLessThanOrEqual(0.08)
    })
  }
  expect(speechIn(peaks(5, 20, []), 100)).toEqual([])
  expect(speechIn(new Uint8Array(), 100)).toEqual([])
})
test('the language of a text is told by its short words', () => {
  expect(guessLanguage('Open the cordless drill, and then click Lend out when it is ready.')).toBe('en')
  expect(guessLanguage('Klikněte do pole a pak se na to podívejte, když je vrtačka v pořádku.')).toBe('cs')
  expect(guessLanguage('Öffnen Sie die Bohrmaschine und klicken Sie auf den Knopf, wenn sie da ist.')).toBe('de')
  expect(guessLanguage('Откройте дрель и нажмите кнопку.')).toBe('ru')
  expect(guessLanguage('Loanbench Larkfield')).toBeNull()
})
test('words that are looked for by captions stay within their cues', () => {
  const vtt = 'WEBVTT\n\n00:01.000 --> 00:03.000\nOpen the drill.\n\n00:05.000 --> 00:06.000\nLend it.\n'
  const read = readCaptions(vtt, 'm')
  if ('error' in read) throw new Error(read.error)
  expect(read.stamped).toBe(false)
  expect(read.cues).toEqual([
    { fromUs: 1_000_000, toUs: 3_000_000 },
    { fromUs: 5_000_000, toUs: 6_000_000 },
  ])
  const at = (text: string, s: number) => ({ text, fromUs: s * 1e6, toUs: (s + 0.3) * 1e6 })
  const found = [
    at('Open', 1.2),
    at('the', 1.5),
    at('drill.', 4.5),
    { text: 'Lend', fromUs: null, toUs: null },
    at('it.', 5.6),
  ]
  const held = withinCues(found, read.cues, read.words)
  expect(held.map((w) => w.fromUs)).toEqual([1.2e6, 1.5e6, read.words[2]!.fromUs, read.words[3]!.fromUs, 5.6e6])
  const stamped = readCaptions('WEBVTT\n\n00:01.000 --> 00:03.000\nOpen <00:02.000>it.\n', 'm')
  expect('stamped' in stamped && stamped.stamped).toBe(true)
})

describe('the quietest time near one', () => {
  // A hundred peaks a second: a dip at 0.50 s, a deeper one far off at 0.60 s.
  const peaks = Uint8Array.from({ length: 100 }, (_, i) => (i === 49 || i === 50 ? 20 : i === 60 ? 0 : 120))
  test('is where the sound dips within 45 ms', () => {
    expect(quietestNear(480_000, peaks, 100)).toBe(500_000)
    expect(quietestNear(530_000, peaks, 100)).toBe(500_000)
  })
  test('is that time itself where nothing near is quieter, or nothing is known', () => {
    expect(quietestNear(403_000, peaks, 100)).toBe(403_000)
    expect(quietestNear(403_000, null, 100)).toBe(403_000)
    expect(quietestNear(403_000, new Uint8Array(), 100)).toBe(403_000)
  })
})
