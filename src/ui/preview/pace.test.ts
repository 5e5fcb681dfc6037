import { Pace } from './pace'

test('while nothing is dropped, the whole picture is painted', () => {
  const pace = new Pace()
  pace.begin()
  for (let i = 0; i < 500; i++) expect(pace.after(0)).toBe(1)
})
test('one frame dropped now and then changes nothing; two within a second take pixels away, down to half', () => {
  const pace = new Pace()
  pace.begin()
  expect(pace.after(1)).toBe(1)
  for (let i = 0; i < 29; i++) expect(pace.after(0)).toBe(1)
  expect(pace.after(1)).toBe(1)
  expect(pace.after(1)).toBe(0.75)
  expect(pace.after(1)).toBe(0.75)
  expect(pace.after(5)).toBe(0.5)
  for (let i = 0; i < 50; i++) expect(pace.after(3)).toBe(0.5)
})
test('what then went easily is tried with more pixels the next time it plays, not in the middle', () => {
  const pace = new Pace()
  pace.begin()
  pace.after(4)
  for (let i = 0; i < 200; i++) expect(pace.after(0)).toBe(0.75)
  pace.begin()
  expect(pace.share).toBe(1)
  pace.after(9)
  pace.begin()
  expect(pace.share).toBe(0.75)
})
