import type { HeardWord } from './decode'
import { fitsOf, isSaid, leftOutIn, otherWordsIn, usualIn } from './evident'

/** Five phrases of four words, each word of five sounds, 40 frames long, losing 10 in each frame. */
const runs = [0, 4, 8, 12, 16].map((first) => ({ first, long: 4 }))
const words = (change: (i: number) => { long?: number; off?: number } = () => ({})): HeardWord[] => {
  let at = 0
  return Array.from({ length: 20 }, (_, i) => {
    const { long = 40, off = 10 } = change(i)
    const word = { word: `w${i}`, from: at, to: at + long, score: -off * long }
    at += long
    return word
  })
}
const sounds = () => 5
const fits = (heard: readonly (HeardWord | null)[]) => fitsOf(runs, heard, sounds, usualIn(runs, heard, sounds)!)

test('a phrase that nobody says is squeezed in and fits badly; one of the two is not enough', () => {
  const third = (i: number) => i >= 8 && i < 12
  expect(leftOutIn(fits(words((i) => (third(i) ? { long: 15, off: 30 } : {}))))).toBe(2)
  expect(leftOutIn(fits(words((i) => (third(i) ? { long: 15 } : {}))))).toBe(-1)
  expect(leftOutIn(fits(words((i) => (third(i) ? { off: 30 } : {}))))).toBe(-1)
  expect(leftOutIn(fits(words()))).toBe(-1)
})
test('words in whose place others are said are those that fit badly, three and more in a row', () => {
  const heard = words((i) => (i >= 9 && i < 12 ? { off: 25 } : {}))
  const own = fits(heard)
  const usual = usualIn(runs, heard, sounds)!
  expect(otherWordsIn(runs[2]!, own[2]!, heard, usual)).toEqual({ first: 9, last: 11 })
  expect(otherWordsIn(runs[1]!, own[1]!, heard, usual)).toBeNull()
})
test('words are said where they fit as others do, at a pace that is possible', () => {
  const usual = { pace: 8, off: 10 }
  expect(isSaid(words().slice(0, 4), 20, usual)).toBe(true)
  expect(isSaid(words(() => ({ long: 15 })).slice(0, 4), 20, usual)).toBe(false)
  expect(isSaid(words(() => ({ off: 25 })).slice(0, 4), 20, usual)).toBe(false)
})
test('of few phrases nobody knows what is usual', () => {
  expect(usualIn(runs.slice(0, 3), words(), sounds)).toBeNull()
})
