import { besides, clip, element, lessonWithTake, loose, takeMedium } from '../testing/lessons'
import { resolve } from '../timing'
import { soundPlan } from '.'
import { gainAt } from './levels'

const word = (n: number, fromS: number, toS: number) => ({
  id: `voice/word-${n}`,
  text: `w${n}`,
  fromUs: fromS * 1e6,
  toUs: toS * 1e6,
})
function withMusic(duckDb: number) {
  const lesson = lessonWithTake()
  const sound = { kind: 'sound' as const, sound: true, moments: [], durationUs: 20_000_000 }
  lesson.media.voice = takeMedium({ ...sound, words: [word(1, 2, 2.5), word(2, 2.7, 3), word(3, 6, 6.5)] })
  lesson.media.music = takeMedium({ ...sound, sha256: 'c'.repeat(64) })
  const music = element(lesson, 'sound', 'music', loose(0), loose(300), { track: 'sound-1' })
  Object.assign(music.look, { media: 'music', duckDb, duckInMs: 100, duckOutMs: 500 })
  lesson.elements = besides(lesson, [clip('voice-1', 0, 300, { media: 'voice', track: 'sound-1' }), music])
  const plan = soundPlan(resolve(lesson), 0)
  const own = plan.find((h) => h.clip.id === 'music')!
  return (s: number) =>
    gainAt(
      own.levels.map((l) => ({ at: l.atUs, gain: l.gain })),
      s * 1e6,
    )
}

test('music is lowered while words are spoken, by their own times; between words that are near it stays so', () => {
  const gain = withMusic(-12)
  const low = 10 ** (-12 / 20)
  expect([0, 1.89, 5, 9].map(gain)).toEqual([1, 1, 1, 1])
  for (const s of [2, 2.3, 2.6, 2.95, 6.2]) expect(gain(s)).toBeCloseTo(low, 6)
  // Halfway down and halfway back.
  expect(gain(1.95)).toBeCloseTo((1 + low) / 2, 6)
  expect(gain(3.25)).toBeCloseTo((1 + low) / 2, 6)
})
test('nothing lowers it unless that is wanted', () => {
  const gain = withMusic(0)
  expect([0, 2.3, 6.2].map(gain)).toEqual([1, 1, 1])
})
