import { Cepstra, difference } from './cepstra'

const RATE = 16_000
const FRAMES = 100
/** The two resonances of each sound of a word, in Hz. */
type Word = readonly (readonly [number, number])[]
const LEDGER: Word = [
  [350, 1100],
  [550, 1900],
  [300, 2400],
  [500, 1400],
]
const DRAWER: Word = [
  [300, 1900],
  [650, 1000],
  [350, 800],
  [600, 1300],
]
/** Words as a throat says them whose sounds lie so much higher, at a pace, one after the other. */
function said(words: readonly Word[], { higher = 1, seconds = 0.12, pitch = 110 } = {}): Int16Array {
  const sounds = words.flat()
  const near = (hz: number, at: number) => 1 / (1 + ((hz - at * higher) / 90) ** 2)
  return Int16Array.from({ length: Math.round(sounds.length * seconds * RATE) }, (_, i) => {
    const t = i / RATE
    const at = Math.min(sounds.length - 1, t / seconds)
    const [a, b] = [sounds[Math.floor(at)]!, sounds[Math.min(sounds.length - 1, Math.floor(at) + 1)]!]
    const share = at % 1
    const [low, high] = [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share]
    let sum = 0
    for (let hz = pitch; hz < 5000; hz += pitch)
      sum += Math.sin(2 * Math.PI * hz * t) * (near(hz, low) + near(hz, high))
    return Math.round(2500 * sum)
  })
}
function heard(samples: Int16Array, higher = 1): Cepstra {
  const out = new Cepstra(samples, higher)
  out.look({ from: 0, to: out.frames })
  out.settle()
  return out
}
/** The first and the second of two words. */
const first = (seconds = 0.12) => ({ from: 0, to: Math.round(4 * seconds * FRAMES) })
const second = (seconds = 0.12) => ({ from: first(seconds).to, to: 2 * first(seconds).to })

test('a word is like itself however fast it is said, and unlike another', () => {
  const own = heard(said([LEDGER, DRAWER]))
  const slow = heard(said([LEDGER, DRAWER], { seconds: 0.2, pitch: 125 }))
  const same = difference(own, first(), slow, first(0.2))
  expect(same).toBeLessThan(0.6 * difference(own, first(), slow, second(0.2)))
  expect(difference(own, first(), own, first())).toBe(0)
})
test('a smaller throat says the same once its sounds are taken as higher', () => {
  const own = heard(said([LEDGER, DRAWER]))
  const samples = said([LEDGER, DRAWER], { higher: 1.22 })
  const apart = (higher: number) => difference(heard(samples, higher), first(), own, first())
  expect(apart(1.22)).toBeLessThan(0.75 * apart(1))
})
test('nothing is compared where nothing is', () => {
  const own = heard(said([LEDGER]))
  expect(difference(own, { from: 5, to: 5 }, own, first())).toBe(Infinity)
  expect(heard(new Int16Array(100)).frames).toBe(0)
})
