import { chances } from '../chance'
import { Speechlike } from './speechlike'

const RATE = 16_000
const sound = (seconds: number, at: (t: number) => number): Int16Array =>
  Int16Array.from({ length: seconds * RATE }, (_, i) => Math.round(12_000 * at(i / RATE)))
const sine = (hz: number, t: number) => Math.sin(2 * Math.PI * hz * t)
const all = (samples: Int16Array) =>
  new Speechlike(samples, RATE).over([{ from: 0, to: (samples.length * 100) / RATE }])
/** Harmonics of a voice through two resonances that go from one sound to the next, a hiss at times between them. */
function voice(seconds: number): Int16Array {
  const next = chances(5)
  const sounds = Array.from({ length: seconds * 8 }, () => ({
    a: 250 + next() * 600,
    b: 900 + next() * 1800,
    hiss: next(),
  }))
  const near = (hz: number, at: number) => 1 / (1 + ((hz - at) / 120) ** 2)
  return sound(seconds, (t) => {
    const s = sounds[Math.floor(t * 8)]!
    if (s.hiss > 0.75) return (next() - 0.5) * 0.6
    let sum = 0
    for (let n = 1; n < 30; n++) sum += sine(130 * n, t) * (near(130 * n, s.a) + near(130 * n, s.b))
    return sum / 6
  })
}

test('a voice changes its sound all the time', () => expect(all(voice(3))).toBe('spoken'))
test.each<[string, (t: number) => number]>([
  ['a tone', (t) => sine(440, t)],
  ['beeps', (t) => (t % 0.5 < 0.3 ? sine(1000, t) : 0)],
  ['a hum', (t) => (sine(50, t) + sine(150, t) / 2 + sine(250, t) / 3) / 2],
  ['a chord', (t) => (sine(262, t) + sine(330, t) + sine(392, t)) / 3],
  ['silence', () => 0],
])('%s does not', (_, at) => expect(all(sound(3, at))).toBe('something else'))
test('noise does not', () => {
  const next = chances(3)
  expect(all(sound(3, () => (next() - 0.5) * 0.8))).toBe('something else')
})
test('of a moment nothing can be told, and where nothing is heard nobody speaks', () => {
  const said = voice(1)
  const speech = new Speechlike(said, RATE)
  expect(speech.over([{ from: 10, to: 18 }])).toBe('too short to tell')
  const faint = Int16Array.from({ length: 3 * RATE }, (_, i) => (i < RATE ? said[i]! : 0))
  expect(new Speechlike(faint, RATE).over([{ from: 120, to: 280 }])).toBe('something else')
})
