import type { Element } from '../lesson/schema'
import { resolve, type Timed } from '../timing'
import { clip, lessonWithTake, takeMedium } from '../testing/lessons'
import { soundPlan } from './index'

const lessonOf = (...elements: Element[]): Timed => {
  const lesson = lessonWithTake()
  lesson.media.take = takeMedium({ sound: true })
  return resolve({ ...lesson, elements })
}

test('a clip is heard from its own frame on, from the place in its medium that it begins with', () => {
  const plan = soundPlan(lessonOf(clip('c', 30, 60, { inUs: 2_000_000, levelDb: -6 })), 0)
  expect(plan).toMatchObject([{ atUs: 1_000_000, longUs: 2_000_000, sourceUs: 2_000_000, speed: 1, stretched: false }])
  expect(plan[0]!.levels[0]!.gain).toBeCloseTo(0.501, 3)
})
test('in a passage that begins within it, it goes on from where it is then, at its own speed', () => {
  const double = { num: 2, den: 1 }
  const [heard] = soundPlan(lessonOf(clip('c', 30, 60, { inUs: 1_000_000, speed: double })), 45, 75)
  // Half a second into the clip, a second has gone by in the medium.
  expect(heard).toMatchObject({ atUs: 0, longUs: 1_000_000, sourceUs: 2_000_000, speed: 2, stretched: true })
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
    stretched: false,
    speed: 30,
  })
  const muted = lessonOf(clip('c', 0, 30))
  muted.lesson.tracks = muted.lesson.tracks.map((t) => ({ ...t, muted: true }))
  expect(soundPlan(muted, 0)).toEqual([])
})
