import { counted } from './counted'

test('one of a thing is named otherwise than several, and than none', () => {
  expect([0, 1, 2, 1.5].map((n) => counted(n, 'frame'))).toEqual(['0 frames', '1 frame', '2 frames', '1.5 frames'])
  expect(counted(2, 'copy', 'copies')).toBe('2 copies')
})
