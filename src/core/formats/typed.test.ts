import { parseTyped } from './typed'

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
