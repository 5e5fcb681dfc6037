import fc from 'fast-check'
import { frameAtUs, frameStartUs, lengthText, nearestRate, parseTimecode, secondsToFrames, timecode } from './rate'

const ntsc = { num: 30000, den: 1001 }
const thirty = { num: 30, den: 1 }
test('a frame begins at its own exact fraction of a second', () => {
  expect(frameStartUs(30, thirty)).toBe(1_000_000)
  expect(frameStartUs(30000, ntsc)).toBe(1_001_000_000)
  expect(frameStartUs(1, ntsc)).toBe(33_367)
})
test('a time rounded to microseconds still lands on its own frame, at every rate', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 400_000 }),
      fc.constantFrom(thirty, ntsc, { num: 25, den: 1 }, { num: 60000, den: 1001 }, { num: 24000, den: 1001 }),
      (frame, rate) => frameAtUs(frameStartUs(frame, rate), rate) === frame,
    ),
  )
})
test('an instant just before a frame belongs to the frame before it', () => {
  expect(frameAtUs(999_000, thirty)).toBe(29)
  expect(frameAtUs(1_000_000, thirty)).toBe(30)
})
test('timecode is HH:MM:SS:FF, frames counted from 00', () => {
  expect(timecode(0, thirty)).toBe('00:00:00:00')
  expect(timecode(30 * 71, thirty)).toBe('00:01:11:00')
  expect(timecode(30 * 62 + 7, thirty)).toBe('00:01:02:07')
  expect(timecode(30 * 3600, thirty)).toBe('01:00:00:00')
})
test('at 29.97 and 59.94 it drops frame numbers, so that it keeps to the clock', () => {
  // SMPTE ST 12-1: after 00:00:59;29 comes 00:01:00;02; ten minutes are 17982 frames, an hour 107892.
  expect([1799, 1800, 17_981, 17_982, 107_892].map((f) => timecode(f, ntsc))).toEqual([
    '00:00:59;29',
    '00:01:00;02',
    '00:09:59;29',
    '00:10:00;00',
    '01:00:00;00',
  ])
  expect([3599, 3600].map((f) => timecode(f, { num: 60_000, den: 1001 }))).toEqual(['00:00:59;59', '00:01:00;04'])
  expect(parseTimecode('00:01:00;00', ntsc)).toBeNull()
  expect(parseTimecode('00:01:00;02', ntsc)).toBe(1800)
})
test('lengths are said as people say them', () => {
  expect([62, 30 * 71, 30 * 3731].map((f) => lengthText(f, thirty))).toEqual(['2.07 s', '1:11', '1:02:11'])
})
test('times can be typed as timecode, by the clock, in seconds and frames; nonsense is refused', () => {
  expect(parseTimecode('00:01:02:07', thirty)).toBe(30 * 62 + 7)
  expect(parseTimecode('1:11', thirty)).toBe(30 * 71)
  expect(parseTimecode('1:02:11', thirty)).toBe(30 * 3731)
  expect(parseTimecode('2.5s', thirty)).toBe(75)
  expect(parseTimecode('2.07 s', thirty)).toBe(62)
  expect(parseTimecode('90f', thirty)).toBe(90)
  for (const bad of ['', 'abc', '00:00:02:30', '1:-2', '1:2:3:4:5', '1:75', '+', '-x'])
    expect(parseTimecode(bad, thirty)).toBeNull()
})
test('with + or - in front it is so much later or earlier', () => {
  expect(parseTimecode('+3s', thirty, 100)).toBe(190)
  expect(parseTimecode('-10f', thirty, 100)).toBe(90)
  expect(parseTimecode('-10s', thirty, 100)).toBe(0)
})
test('typing a shown timecode leads back to the frame, at every rate', () => {
  const rates = fc.constantFrom(
    thirty,
    ntsc,
    { num: 25, den: 1 },
    { num: 60_000, den: 1001 },
    { num: 24_000, den: 1001 },
  )
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 500_000 }), rates, (f, rate) => parseTimecode(timecode(f, rate), rate) === f),
  )
})
test('a measured rate is taken for the customary one next to it', () => {
  expect(nearestRate(29.97)).toEqual(ntsc)
  expect(nearestRate(30.001)).toEqual(thirty)
  expect(nearestRate(23.98)).toEqual({ num: 24000, den: 1001 })
  expect(nearestRate(37)).toEqual({ num: 37000, den: 1000 })
  expect(secondsToFrames(1.5, thirty)).toBe(45)
})
