import { made } from '@/core/testing/made'
import { lookAs } from '@/core/testing/looks'
import type { Element, Lesson } from '../lesson/schema'
import { timedOf } from '../scene'
import { clip, element, lasting, lessonWithTake, loose, takeMedium } from '../testing/lessons'
import { findingsOf, isInFilm, mendsOf, outsideIn } from '.'

const found = (lesson: Lesson, code: string) => findingsOf(timedOf(lesson)).filter((f) => f.code === code)
const withElements = (...more: ((lesson: Lesson) => Element)[]): Lesson => {
  const lesson = lessonWithTake()
  for (const e of more) lesson.elements.push(e(lesson))
  return lesson
}
/** A zoom to the upper left quarter, from 60 to 200, over ten frames there and back. */
const zoom = (lesson: Lesson): Element => {
  const e = element(lesson, 'zoom', 'zoom', loose(60), loose(200), { x: 480, y: 270, width: 960, height: 540 })
  Object.assign(lookAs(e, 'zoom'), { inFrames: 10, backFrames: 10 })
  return e
}
const box = (x: number, from: number, frames: number) => (lesson: Lesson) =>
  element(lesson, 'shape', 'box', loose(from), lasting(frames), { x, y: 270, width: 200, height: 100 })

test('what a zoom leaves outside the picture is told with its time, and not what it shows', () => {
  expect(found(withElements(zoom, box(400, 0, 300)), 'outside')).toEqual([])
  const lesson = withElements(zoom, box(1500, 0, 300))
  const [one, ...more] = found(lesson, 'outside')
  expect(more).toEqual([])
  expect(isInFilm(one!)).toBe(true)
  const [[from, to]] = outsideIn(timedOf(lesson)).get('box') as [[number, number]]
  // It goes out of the picture as the zoom goes in, and is there again as that goes back.
  expect(from).toBeGreaterThan(60)
  expect(from).toBeLessThan(70)
  expect(to).toBeGreaterThan(190)
  expect(to).toBeLessThanOrEqual(200)
  expect(one!.frame).toBe(from)
  expect(found(withElements(zoom, box(1500, 210, 60)), 'outside')).toEqual([])
})
test('what stands partly beside the frame is told; what waits outside, passes by or is larger is not', () => {
  expect(found(withElements(box(1900, 0, 100)), 'outside')).toHaveLength(1)
  expect(found(withElements(box(2200, 0, 100)), 'outside')).toEqual([])
  expect(found(withElements(box(1900, 0, 10)), 'outside')).toEqual([])
  const wide = (l: Lesson) => Object.assign(box(900, 0, 100)(l), { width: 2400 })
  expect(found(withElements(wide), 'outside')).toEqual([])
})
const voiced = (from: number, frames: number, lasts = 300): Lesson => {
  const lesson = lessonWithTake()
  lesson.elements = [clip('c1', 0, lasts), clip('voice', from, frames, { track: 'sound-1', media: 'voice' })]
  lesson.media.voice = { ...takeMedium({ words: [], moments: [] }), kind: 'sound', durationUs: 60e6 }
  return lesson
}
test('an end at which only something is heard is told, and settled by a press', () => {
  expect(found(voiced(0, 305), 'dark')).toEqual([])
  const lesson = voiced(0, 420)
  const [one] = found(lesson, 'dark')
  expect(one).toMatchObject({ element: 'voice', frame: 300 })
  const [mend] = mendsOf(one!, timedOf(lesson))
  const settled = made(lesson, mend!.change)
  expect(found(settled, 'dark')).toEqual([])
  expect(timedOf(settled).length).toBe(300)
})
test('an end at which nothing is heard any more is told, but for what only chimed or is muted', () => {
  expect(found(voiced(0, 120), 'silent')).toMatchObject([{ element: 'voice', frame: 120 }])
  expect(found(voiced(0, 200), 'silent')).toEqual([])
  expect(found(voiced(0, 60), 'silent')).toEqual([])
  const muted = voiced(0, 120)
  lookAs(muted.elements[1]!, 'sound').muted = true
  expect(found(muted, 'silent')).toEqual([])
})
