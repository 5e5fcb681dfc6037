import { counting } from './plural'
import { inWords } from './words'
test('one of a thing is named otherwise than several, and than none', () => {
  expect([0, 1, 2, 1.5].map((n) => inWords('counts.frame', n))).toEqual([
    '0 frames',
    '1 frame',
    '2 frames',
    '1.5 frames',
  ])
  expect(counting('copy', 'copies')(2)).toBe('2 copies')
})
