import { hearCleaned, layUnder, loopToEnd, lowerBetween, phraseAt, shiftLevel, switchCleaned, tightenPauses } from '..'
import { playing } from '../../kinds/looks'
import type { Lesson, Medium } from '../../lesson/schema'
import { newVoice } from '../../lesson/voices'
import { soundPlan } from '../../sound'
import { gainAt } from '../../sound/levels'
import { clip, element, lessonWithTake, on, takeMedium } from '../../testing/lessons'
import { resolve } from '../../timing'
import { madeAll as made } from '../../testing/made'

const sound = (more: Partial<Medium> = {}): Medium =>
  takeMedium({ kind: 'sound', sound: true, moments: [], sha256: 'e'.repeat(64), durationUs: 10_000_000, ...more })
/** Ten seconds of a recording, and a sound over them. */
const heardOver = (frames: number, more: Partial<Medium> = {}): Lesson => {
  const lesson = lessonWithTake()
  lesson.media.voice = sound(more)
  lesson.elements = [clip('c1', 0, 300), clip('s', 0, frames, { media: 'voice', track: 'sound-1' })]
  return lesson
}
const gain = (lesson: Lesson, frame: number): number => {
  const at = (frame * 1e6) / 30
  const own = soundPlan(resolve(lesson), 0).filter(
    (h) => h.clip.media === 'voice' && h.atUs <= at && at < h.atUs + h.longUs,
  )
  return own.reduce(
    (sum, h) =>
      sum +
      gainAt(
        h.levels.map((l) => ({ at: l.atUs, gain: l.gain })),
        at - h.atUs,
      ),
    0,
  )
}
test('a sound is lowered for a while in one act, with ramps down and up; louder and quieter it goes as a whole', () => {
  const lowered = made(heardOver(300), lowerBetween('s', 100, 150, 12, 10))
  expect(gain(lowered, 50)).toBeCloseTo(1, 2)
  expect(gain(lowered, 90)).toBeCloseTo(1, 2)
  for (const f of [100, 125, 150]) expect(gain(lowered, f)).toBeCloseTo(10 ** (-12 / 20), 2)
  expect(gain(lowered, 160)).toBeCloseTo(1, 2)
  expect(gain(lowered, 250)).toBeCloseTo(1, 2)
  const quieter = made(lowered, shiftLevel('s', -6))
  for (const f of [50, 125, 250]) expect(gain(quieter, f)).toBeCloseTo(gain(lowered, f) * 10 ** (-6 / 20), 2)
})
test('music begins anew until all else ends: it fades into itself evenly, and out at the end', () => {
  const looped = made(heardOver(70), loopToEnd('s'))
  const clips = resolve(looped).clips.filter((c) => c.media === 'voice')
  expect(clips.at(0)!.at).toBe(0)
  expect(clips.at(-1)!.at + clips.at(-1)!.length).toBe(300)
  // Within the crossfade both together are as loud as one.
  for (let f = 5; f < 235; f += 3) expect([f, Math.abs(gain(looped, f) - 1) < 0.12]).toEqual([f, true])
  expect(gain(looped, 298)).toBeLessThan(0.25)
})
describe('pauses', () => {
  const word = (n: number, from: number, to: number, text: string) => ({
    id: `voice/word-${n}`,
    text,
    fromUs: from * 1e6,
    toUs: to * 1e6,
  })
  const words = [word(1, 0.5, 1, 'Find'), word(2, 1.1, 1.5, 'it.'), word(3, 4.5, 5, 'Lend'), word(4, 5.1, 5.6, 'it.')]
  const narrated = () => {
    const lesson = heardOver(300, { words })
    lesson.voices = [{ ...newVoice('v', 'en', ['voice']), script: null }]
    lesson.elements = [
      ...lesson.elements,
      element(lesson, 'callout', 'note', on('voice/word-3'), on('voice/word-4', 30)),
    ]
    return lesson
  }
  test('are cut down to a length, what hangs on words goes along', () => {
    const tight = made(narrated(), tightenPauses('s', 0.6, false))
    const timed = resolve(tight)
    const [a, b] = ['voice/word-2', 'voice/word-3'].map((id) => timed.moments.get(id)!)
    expect(b!.frame! - a!.untilFrame!).toBeGreaterThanOrEqual(16)
    expect(b!.frame! - a!.untilFrame!).toBeLessThanOrEqual(20)
    expect(timed.spans.get('note')!.from).toBe(b!.frame)
    expect(() => made(tight, tightenPauses('s', 0.6, false))).toThrow()
  })
})
describe('pauses that are shortened', () => {
  const said = (n: number, from: number) => ({
    id: `voice/word-${n}`,
    text: `word${n}.`,
    fromUs: from * 1e6,
    toUs: (from + 0.5) * 1e6,
  })
  const lesson = () => {
    const own = heardOver(300, { words: [said(1, 0.5), said(2, 4), said(3, 8)] })
    own.voices = [newVoice('v', 'en', ['voice'])]
    return own
  }
  const where = (l: Lesson, n: number) => resolve(l).moments.get(`voice/word-${n}`)!.frame
  test('with the picture after them no word is lost, and the recording is as long as the voice', () => {
    const tight = made(lesson(), tightenPauses('s', 0.4, true))
    expect([1, 2, 3].map((n) => where(tight, n))).toEqual([15, 42, 69])
    const take = resolve(tight).clips.find((c) => c.id === 'c1')!
    expect(take.length).toBeLessThan(150)
  })
  test('the level goes on as it did, and it fades only where it did', () => {
    const keyed = structuredClone(made(lesson(), lowerBetween('s', 115, 140, 6, 10)))
    keyed.elements[1]!.arrival = { ...keyed.elements[1]!.arrival, how: 'fade', frames: 10 }
    const tight = made(keyed, tightenPauses('s', 0.4, false))
    const level = (l: Lesson, n: number) => 20 * Math.log10(gain(l, where(l, n)! + 8))
    for (const n of [1, 2, 3]) expect(level(tight, n)).toBeCloseTo(level(keyed, n), 1)
    expect(level(tight, 2)).toBeCloseTo(-6, 1)
    const pieces = tight.elements.filter((e) => playing(e.look)?.media === 'voice')
    expect(pieces.map((e) => e.arrival.how)).toEqual(['fade', 'none', 'none'])
  })
})
test('music is laid under everything in one act: on a track of its own, to the end, lowered under speech', () => {
  const lesson = lessonWithTake()
  lesson.media.voice = sound()
  lesson.elements = [clip('c1', 0, 300), clip('s', 300, 90, { media: 'voice', track: 'sound-1' })]
  const under = made(lesson, layUnder('s', 'music'))
  expect(under.tracks.filter((t) => t.kind === 'sound').map((t) => t.name)).toContain('Music')
  const clips = resolve(under).clips.filter((c) => c.media === 'voice')
  expect(clips.every((c) => c.track === 'music')).toBe(true)
  expect([Math.min(...clips.map((c) => c.at)), Math.max(...clips.map((c) => c.at + c.length))]).toEqual([0, 300])
  expect(clips.every((c) => (c.element.look as { duckDb: number }).duckDb === -12)).toBe(true)
  // What is longer is cut, and fades out.
  lesson.elements = [clip('c1', 0, 200), clip('s', 200, 290, { media: 'voice', track: 'sound-1' })]
  const long = made(lesson, layUnder('s', 'music'))
  expect(resolve(long).clips.find((c) => c.id === 's')).toMatchObject({ at: 0, length: 200 })
  expect(long.elements.find((e) => e.id === 's')!.departure.how).toBe('fade')
})
test('the phrase that is said at a frame is known', () => {
  const lesson = heardOver(300, { words: [{ id: 'voice/word-1', text: 'Lend.', fromUs: 1e6, toUs: 2e6 }] })
  expect(phraseAt(resolve(lesson), 45)).toMatchObject({ from: 30, to: 60 })
  expect(phraseAt(resolve(lesson), 75)).toBeNull()
})
test('a cleaned sound is heard in the place of what it was, and that again', () => {
  const after = sound({ sha256: 'f'.repeat(64), file: `media/${'f'.repeat(64)}/sound.flac` })
  const clean = made(heardOver(300), hearCleaned('voice', after, { rumble: true, noise: false }))
  expect(clean.media.voice).toMatchObject({ sha256: after.sha256, cleaned: { heard: true, rumble: true } })
  const back = made(clean, switchCleaned('voice', false))
  expect(back.media.voice!.sha256).toBe('e'.repeat(64))
  expect(made(back, switchCleaned('voice', true)).media.voice!.file).toBe(after.file)
  expect(playing(back.elements[1]!.look)!.media).toBe('voice')
})
