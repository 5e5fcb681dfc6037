import type { Element } from '../lesson/schema'
import { resolve, type Timed } from '../timing'
import { clip, lessonWithTake, takeMedium } from '../testing/lessons'
import { placeLesson, setElements } from '../edits'
import { emptyLesson } from '../lesson/make'
import { made } from '../testing/made'
import { legsText, madeKey, partOf, soundPlan, type Leg } from './index'

const lessonOf = (...elements: Element[]): Timed => {
  const lesson = lessonWithTake()
  lesson.media.take = takeMedium({ sound: true })
  return resolve({ ...lesson, elements })
}

test('a clip is heard from its own frame on, from the place in its medium that it begins with', () => {
  const plan = soundPlan(lessonOf(clip('c', 30, 60, { inUs: 2_000_000, levelDb: -6 })), 0)
  expect(plan).toMatchObject([{ atUs: 1_000_000, longUs: 2_000_000, sourceUs: 2_000_000, speed: 1, made: null }])
  expect(plan[0]!.levels[0]!.gain).toBeCloseTo(0.501, 3)
})
test('in a passage that begins within it, it goes on from where it is then, at its own speed', () => {
  const double = { num: 2, den: 1 }
  const [heard] = soundPlan(lessonOf(clip('c', 30, 60, { inUs: 1_000_000, speed: double })), 45, 75)
  // Half a second into the clip, a second has gone by in the medium.
  expect(heard).toMatchObject({ atUs: 0, longUs: 1_000_000, sourceUs: 2_000_000, speed: 2, made: { atUs: 1_000_000 } })
})
test('what is muted, frozen, over or not begun is not heard; far too fast, its pitch goes with its speed', () => {
  const silent = [
    clip('a', 0, 30, { muted: true }),
    clip('b', 30, 30, { freeze: true }),
    clip('c', 60, 30),
    clip('d', 200, 30),
  ]
  expect(soundPlan(lessonOf(...silent), 90, 200)).toEqual([])
  expect(soundPlan(lessonOf(clip('a', 0, 9, { speed: { num: 30, den: 1 } })), 0)[0]).toMatchObject({
    made: null,
    speed: 30,
  })
  const muted = lessonOf(clip('c', 0, 30))
  muted.lesson.tracks = muted.lesson.tracks.map((t) => ({ ...t, muted: true }))
  expect(soundPlan(muted, 0)).toEqual([])
})

test('while it changes its speed it is heard as well: from a sound of its own that begins with the change', () => {
  const fast = { num: 2, den: 1 }
  const own = clip('c', 0, 90)
  own.look = {
    ...own.look,
    stretches: [
      { toUs: 1_000_000, speed: { num: 1, den: 1 } },
      { toUs: 2_500_000, speed: { num: 1, den: 1 }, ramp: fast },
      { toUs: null, speed: fast },
    ],
  } as Element['look']
  const plan = soundPlan(lessonOf(own), 0)
  const one = { num: 1, den: 1 }
  // What stays as fast is made by whole minutes, so that it is there when an end is moved.
  const legs: Leg[] = [
    { fromUs: 0, toUs: 1_000_000, first: one, last: one },
    { fromUs: 1_000_000, toUs: 2_500_000, first: one, last: fast },
    { fromUs: 2_500_000, toUs: 60_000_000, first: fast, last: fast },
  ]
  expect(plan).toMatchObject([
    { atUs: 0, longUs: 1_000_000, made: { legs, atUs: 0 } },
    { atUs: 1_000_000, longUs: 1_000_000, sourceUs: 1_000_000, made: { legs, atUs: 1_000_000 } },
    { atUs: 2_000_000, longUs: 1_000_000, sourceUs: 2_500_000, made: { legs, atUs: 2_000_000 } },
  ])
  // Begun within it, it goes on from there: half a second in, 625 ms of the medium have gone by.
  const [begun] = soundPlan(lessonOf(own), 45)
  expect(begun).toMatchObject({ longUs: 500_000, made: { legs, atUs: 1_500_000 } })
  expect(begun!.sourceUs).toBeCloseTo(1_625_000, 3)
  expect(new Set(plan.map((h) => madeKey(h.clip, h.made!))).size).toBe(1)
})
test('what a split has parted goes on from its first part, to the sample; what is taken elsewhere does not', () => {
  const [one, faster] = [
    { num: 1, den: 1 },
    { num: 3, den: 2 },
  ]
  const at = (id: string, from: number, inUs: number, speed = one, long = 31) => clip(id, from, long, { inUs, speed })
  const begins = (...elements: Element[]) => soundPlan(lessonOf(...elements), 0).map((h) => partOf(h).begins)
  const samples = (frames: number, speed = 1) => Math.round(frames * 1600 * speed)
  // Times of frames are whole microseconds: 31 frames are 1,033,333.3.
  expect(begins(at('a', 0, 7), at('b', 31, 1_033_340), at('c', 62, 2_066_674))).toEqual([0, samples(31), samples(62)])
  const faded = soundPlan(lessonOf(at('a', 0, 0), at('b', 31, 1_033_333, faster), at('c', 62, 2_583_333)), 0)
  expect(faded.map(({ made }) => legsText(made!.legs))).toEqual(
    Array(3).fill('0-1033333-1-1-1-1,1033333-2583334-3-2-3-2,2583334-60000000-1-1-1-1'),
  )
  expect(faded.map((h) => partOf(h).begins)).toEqual([0, samples(31), samples(62)])
  const apart = soundPlan(lessonOf(at('a', 0, 0), at('b', 31, 3_000_000, faster)), 0)
  expect(apart.map(({ made }) => made && legsText(made.legs))).toEqual([null, '0--3-2-3-2'])
})
test('where a clip stands still it is silent, and sound begins and ends there without a click', () => {
  const own = clip('c', 0, 90)
  own.look = {
    ...own.look,
    stretches: [
      { toUs: 1_000_000, speed: { num: 1, den: 1 } },
      { hold: 30 },
      { toUs: null, speed: { num: 1, den: 1 } },
    ],
  } as Element['look']
  const plan = soundPlan(lessonOf(own), 0)
  expect(plan.map(({ levels }) => levels.map((l) => [l.atUs, l.gain]))).toEqual([
    [
      [0, 1],
      [995_000, 1],
      [1_000_000, 0],
    ],
    [
      [0, 0],
      [5000, 1],
      [1_000_000, 1],
    ],
  ])
})

describe('a lesson in a lesson', () => {
  const fade = { how: 'fade', from: 'left', frames: 30, easing: 'linear' } as const
  const placed = (...clips: Element[]) =>
    made({ ...emptyLesson('Outer'), length: 900 }, placeLesson('p', 'e', lessonOf(...clips).lesson, 30))
  const heard = (values: Record<string, unknown>, from = 0, to?: number, ...clips: Element[]) => {
    const lesson = placed(...(clips.length > 0 ? clips : [clip('c', 30, 60, { inUs: 1_000_000 })]))
    return soundPlan(
      resolve(Object.keys(values).length > 0 ? made(lesson, setElements(['e'], values)) : lesson),
      from,
      to,
    )
  }
  test('is heard as it would be alone, from where it stands, by the way to its media', () => {
    const [piece, ...more] = heard({})
    expect(more).toEqual([])
    expect(piece).toMatchObject({ atUs: 2_000_000, longUs: 2_000_000, sourceUs: 1_000_000, made: null })
    expect(piece!.clip.media).toBe('p>take')
    expect(heard({}, 75, 90)[0]).toMatchObject({ atUs: 0, longUs: 500_000, sourceUs: 1_500_000 })
  })
  test('cut off at its beginning, it begins with what comes after that', () =>
    expect(heard({ 'look.inFrames': 45 })[0]).toMatchObject({
      atUs: 1_000_000,
      longUs: 1_500_000,
      sourceUs: 1_500_000,
    }))
  test('that goes slower is stretched by as much; one that rests is silent at its end', () => {
    // 90 frames in 180.
    const slower = { end: { on: 'length', frames: 180 }, 'look.longer': 'slower' }
    expect(heard(slower)[0]).toMatchObject({
      atUs: 3_000_000,
      longUs: 4_000_000,
      sourceUs: 1_000_000,
      speed: 0.5,
      pace: { num: 1, den: 2 },
      made: { atUs: 2_000_000 },
    })
    expect(heard(slower, 120, 150)[0]).toMatchObject({ atUs: 0, longUs: 1_000_000, sourceUs: 1_500_000 })
    expect(heard({ end: { on: 'length', frames: 180 } }, 120, 200)).toEqual([])
  })
  test('is as loud as its level and its fades make it, and silent when it or its track is muted', () => {
    expect(heard({ 'look.levelDb': -6 })[0]!.levels).toEqual([{ atUs: 0, gain: expect.closeTo(0.501, 3) as number }])
    const whole = clip('c', 0, 90)
    const [faded] = heard({ arrival: fade }, 0, undefined, whole)
    const gainAt = (us: number) => faded!.levels.findLast((l) => l.atUs <= us)!.gain
    expect([gainAt(0), gainAt(500_000), gainAt(1_500_000)]).toEqual(
      [0, 0.5, 1].map((g) => expect.closeTo(g, 1) as number),
    )
    expect(heard({ 'look.muted': true })).toEqual([])
    expect(heard({ hidden: true })).toEqual([])
  })
})
