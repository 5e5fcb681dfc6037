import { bounded, boundsTold, parseTyped } from './typed'

test('numbers are typed with arithmetic and brackets, and a comma or a point', () => {
  expect(parseTyped('1920/2')).toBe(960)
  expect(parseTyped(' -3 + 2*(4-1) ')).toBe(3)
  expect(parseTyped('1,5')).toBe(1.5)
  expect(parseTyped('.5')).toBe(0.5)
})
test('units are turned into the field’s own', () => {
  expect(parseTyped('50%', { unit: 'px', of: 1920 })).toBe(960)
  expect(parseTyped('960px', { unit: '%', of: 1920 })).toBe(50)
  expect(parseTyped('1.5s + 3', { unit: 'frames', perSecond: 30 })).toBe(48)
  expect(parseTyped('2 turns', { unit: '°' })).toBe(720)
  expect(parseTyped('100px - 10%', { unit: 'px', of: 1000 })).toBe(0)
})
test('what is no number is refused', () => {
  for (const t of ['', 'abc', '5 5', '(3', '3)', '2 +', '4kg', '1/0', '1.5s'])
    expect([t, parseTyped(t, { unit: 'px' })]).toEqual([t, null])
})

test('a number is what it can be, and where that is another than was typed, a sentence says why', () => {
  expect(bounded(23, { min: 24, max: 400 })).toBe(24)
  expect(boundsTold('Block size', 'px', 23, { min: 24, max: 400 })).toBe(
    '“Block size” goes from 24 to 400 px: it is 24 now.',
  )
  expect(bounded(1279, { min: 16, multiple: 2 })).toBe(1280)
  expect(boundsTold('Width', 'px', 1279, { min: 16, max: 7680, multiple: 2 })).toBe(
    '“Width” goes in steps of 2 px: it is 1280 now.',
  )
  expect(boundsTold('Frames', '', -3, { min: 0 })).toBe('“Frames” is 0 or more: it is 0 now.')
  expect(boundsTold('x', 'px', 12.04, { digits: 1 })).toBeNull()
  expect(bounded(12.04, { digits: 1 })).toBe(12)
  expect(bounded(0.1 + 0.2, { digits: 2 })).toBe(0.3)
})
