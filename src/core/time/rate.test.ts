import fc from 'fast-check'
import { frameAtUs, frameStartUs, nearestRate, parseTimecode, secondsToFrames, timecode } from './rate'

const ntsc = { num: 30000, den: 1001 }
const thirty = { num: 30, den: 1 }
test('a frame begins at its own exact fraction of a second', () => {
  expect(frameStartUs(30, thirty)).toBe(1_000_000)
  expect(frameStartUs(30000, ntsc)).toBe(1_001_000_000)
  expect(frameStartUs(1, ntsc)).toBe(33_367)
})
test('a time rounded to microseconds still lands on its own frame, at every rate', () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 400_000 }), fc.constantFrom(thirty, ntsc, { num: 25, den: 1 }, { num: 60000, den: 1001 }, { num: 24000, den: 1001 }), (frame, rate) => frameAtUs(frameStartUs(frame, rate), rate) === frame))
})
test('an instant just before a frame belongs to the frame before it', () => {
  expect(frameAtUs(999_000, thirty)).toBe(29)
  expect(frameAtUs(1_000_000, thirty)).toBe(30)
})
test('timecode counts frames from 00 and shows hours only when there are any', () => {
  expect(timecode(0, thirty)).toBe('00:00:00')
  expect(timecode(30 * 62 + 7, thirty)).toBe('01:02:07')
  expect(timecode(30 * 3600, thirty)).toBe('1:00:00:00')
})
test('times can be typed as timecode, seconds and frames; nonsense is refused', () => {
  expect(parseTimecode('01:02:07', thirty)).toBe(30 * 62 + 7)
  expect(parseTimecode('1:30', thirty)).toBe(2700)
  expect(parseTimecode('2.5s', thirty)).toBe(75)
  expect(parseTimecode('90f', thirty)).toBe(90)
  for (const bad of ['', 'abc', '1:2:30', '1:-2', '1:2:3:4:5']) expect(parseTimecode(bad, thirty)).toBeNull()
})
test('typing a shown timecode leads back to the frame', () => {
  fc.assert(fc.property(fc.integer({ min: 0, max: 500_000 }), (f) => parseTimecode(timecode(f, thirty), thirty) === f))
})
test('a measured rate is taken for the customary one next to it', () => {
  expect(nearestRate(29.97)).toEqual(ntsc)
  expect(nearestRate(30.001)).toEqual(thirty)
  expect(nearestRate(23.98)).toEqual({ num: 24000, den: 1001 })
  expect(nearestRate(37)).toEqual({ num: 37000, den: 1000 })
  expect(secondsToFrames(1.5, thirty)).toBe(45)
})
