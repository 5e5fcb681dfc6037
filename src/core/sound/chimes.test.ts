import { besides, element, lessonWithTake, loose, takeMedium } from '../testing/lessons'
import type { Lesson } from '../lesson/schema'
import { resolve } from '../timing'
import { INTERFACE_SOUNDS, interfaceSound, soundPlan, SYNTH_RATE, VARIANTS, type InterfaceSound } from '.'
import { variantsFor } from './chimes'

function withChime(look: object, change: (lesson: Lesson) => void = () => {}): Lesson {
  const lesson = lessonWithTake()
  lesson.media.tick = takeMedium({
    kind: 'sound',
    sound: true,
    moments: [],
    sha256: 'd'.repeat(64),
    durationUs: 800_000,
  })
  const chime = element(lesson, 'chime', 'ticks', loose(0), loose(300))
  Object.assign(chime.look, { media: 'tick', variants: 8, ...look })
  lesson.elements = besides(lesson, [chime])
  change(lesson)
  return lesson
}
const heard = (lesson: Lesson, from = 0, to?: number) =>
  soundPlan(resolve(lesson), from, to).filter((h) => h.clip.id === 'ticks')

test('a sound is heard at every click of its span, each time a variant of it, the same one in every passage', () => {
  const lesson = withChime({ at: 'click' })
  const clicks = [...resolve(lesson).moments.values()].filter((m) => m.kind === 'click' && m.frame !== null)
  expect(clicks.length).toBeGreaterThan(0)
  const all = heard(lesson)
  expect(all.map((h) => Math.round((h.atUs * 30) / 1e6))).toEqual(clicks.map((m) => m.frame).sort((a, b) => a! - b!))
  for (const h of all) expect([h.longUs, h.sourceUs % 100_000]).toEqual([100_000, 0])
  const first = clicks[0]!.frame!
  const [own] = heard(lesson, first, first + 30)
  expect(own!.sourceUs).toBe(all[0]!.sourceUs)
  expect(all[0]!.levels).toEqual([{ atUs: 0, gain: 10 ** (-10 / 20) }])
})
test('it goes by one element as that comes, moves and goes, and by all that stand on the picture', () => {
  const with2 = (look: object) =>
    heard(
      withChime(look, (l) => {
        const box = element(l, 'shape', 'box', loose(50), loose(120))
        box.departure = { ...box.departure, how: 'fade', frames: 10 }
        l.elements.push(box, element(l, 'gauge', 'unseen', loose(60), loose(90)))
      }),
    ).map((h) => Math.round((h.atUs * 30) / 1e6))
  expect(with2({ at: 'arrives' })).toEqual([50])
  expect(with2({ at: 'leaves', of: 'box' })).toEqual([110])
  expect(with2({ at: 'moves', of: 'box' })).toEqual([])
  expect(with2({ at: 'arrives', of: 'gone' })).toEqual([])
})
test('muted, hidden or with its track it is silent', () => {
  expect(heard(withChime({ at: 'click', muted: true }))).toEqual([])
})
test('variants come by chance, never the same twice in a row, the same ones for the same chance', () => {
  const some = variantsFor(200, { variants: 8, chance: 3 })
  expect(some.every((v, i) => v >= 0 && v < 8 && v !== some[i - 1])).toBe(true)
  expect(new Set(some).size).toBe(8)
  expect(variantsFor(200, { variants: 8, chance: 3 })).toEqual(some)
  expect(variantsFor(9, { variants: 1, chance: 3 })).toEqual([0, 0, 0, 0, 0, 0, 0, 0, 0])
})
test.each(Object.keys(INTERFACE_SOUNDS) as InterfaceSound[])(
  'the sound “%s” is heard at once, fades out, and varies',
  (name) => {
    const samples = interfaceSound(name)
    const slot = Math.round(INTERFACE_SOUNDS[name].seconds * SYNTH_RATE)
    expect(samples).toHaveLength(slot * VARIANTS)
    const loud = (from: number, to: number) => Math.max(...samples.subarray(from, to).map(Math.abs))
    for (let n = 0; n < VARIANTS; n++) {
      expect(loud(n * slot, (n + 1) * slot)).toBeCloseTo(0.8, 3)
      expect(loud((n + 1) * slot - 20, (n + 1) * slot)).toBeLessThan(0.02)
    }
    expect(samples.subarray(0, slot)).not.toEqual(samples.subarray(slot, 2 * slot))
    expect(interfaceSound(name)).toEqual(samples)
  },
)
