import { resolve } from '../timing'
import { clipsOf, lessonWithTake } from '../testing/lessons'
import { levelBeside, loudestByPeaks, loudestDb, speakingIn, speechDb } from './against'

const words = [
  { fromUs: 1_000_000, toUs: 1_500_000 },
  { fromUs: 1_800_000, toUs: 2_000_000 },
]
test('speech is as loud as it is while words are said, whatever is heard beside them', () => {
  const peaks = new Uint8Array(400).fill(255)
  peaks.fill(0, 150, 180)
  for (const [from, to] of [
    [100, 150],
    [180, 200],
  ] as const)
    peaks.fill(64, from, to)
  expect(speechDb(words, peaks, 100)).toBeCloseTo(20 * Math.log10(64 / 255) - 9, 6)
  expect(speechDb([], peaks, 100)).toBeNull()
  expect(speechDb(words, new Uint8Array(), 100)).toBeNull()
})
test('a short sound is as loud as its loudest twentieth of a second', () => {
  const samples = new Float32Array(48_000)
  samples.fill(0.5, 20_000, 22_400)
  expect(loudestDb(samples, 48_000)).toBeCloseTo(20 * Math.log10(0.5), 3)
  // One half as long comes to half the power.
  samples.fill(0, 21_200, 22_400)
  expect(loudestDb(samples, 48_000)).toBeCloseTo(20 * Math.log10(0.5) - 10 * Math.log10(2), 3)
  expect(loudestByPeaks(Uint8Array.of(10, 255, 3))).toBeCloseTo(-9, 6)
})
test('a quiet click is raised for a loud voice, a loud bell lowered for a quiet one; within bounds', () => {
  expect(levelBeside(-17, -19, -6)).toBe(-2)
  expect(levelBeside(-17, -9, 0)).toBe(-18)
  expect(levelBeside(-3, -40, -6)).toBe(6)
  expect(levelBeside(-60, -3, 0)).toBe(-30)
})
test('the clip that speaks is the one in which most words are heard, on a track that is heard', () => {
  const lesson = lessonWithTake()
  const own = clipsOf(lesson)[0]!
  expect(speakingIn(resolve(lesson))).toBeNull()
  lesson.media[own.media]!.words = [{ id: 'w1', text: 'Open', fromUs: 0, toUs: 200_000 }]
  expect(speakingIn(resolve(lesson))?.id).toBe(own.id)
  lesson.tracks.find((t) => t.id === own.track)!.muted = true
  expect(speakingIn(resolve(lesson))).toBeNull()
})
