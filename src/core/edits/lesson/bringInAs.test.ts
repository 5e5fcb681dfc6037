import { made } from '@/core/testing/made'
import { clipEnd } from '../../lesson/clips'
import { emptyLesson } from '../../lesson/make'
import type { Lesson, Medium } from '../../lesson/schema'
import { posedAt } from '../../motion'
import { timedOf } from '../../scene'
import { lessonWithTake, takeMedium } from '../../testing/lessons'
import { bringInAs, homeOf, idsFrom, mediumIdOf, narrationIn, takeOut, type Edit } from '..'

let n = 0
const after = (lesson: Lesson, edit: Edit): Lesson => made(lesson, edit, idsFrom(`b${++n}`))
const sound = (letter: string, seconds: number): Medium => ({
  kind: 'sound',
  name: `${letter}.wav`,
  sha256: letter.repeat(64),
  file: `media/${letter.repeat(64)}/sound.wav`,
  durationUs: seconds * 1e6,
  moments: [],
  words: [],
})
const spans = (lesson: Lesson) =>
  timedOf(lesson).clips.map((c) => [c.id, lesson.tracks.find((t) => t.id === c.element.track)!.name, c.at, clipEnd(c)])

test('music lies under everything, as long as the lesson, and ends with it when that is cut', () => {
  const long = after(lessonWithTake(), bringInAs(sound('d', 60), 'bed', 'music', 0))
  expect(timedOf(long).length).toBe(300)
  expect(spans(long)).toContainEqual(['bed', 'Music', 0, 300])
  const cut = after(long, takeOut(['takes-1'], 100, 200, true))
  expect(timedOf(cut).length).toBe(200)
  const short = after(lessonWithTake(), bringInAs(sound('d', 4), 'bed', 'music', 0))
  expect(timedOf(short).length).toBe(300)
})
test('a narration is from the start, on a track that is free there, and is not laid twice', () => {
  const chimed = after(lessonWithTake(), bringInAs(sound('c', 1), 'ding', 'sound', 0))
  const said = after(chimed, bringInAs(sound('d', 8), 'voice', 'narration', 0))
  const at = timedOf(said).clips.find((c) => c.id === 'voice')!
  expect(at.at).toBe(0)
  expect(at.element.track).not.toBe(timedOf(said).clips.find((c) => c.id === 'ding')!.element.track)
  const other = after(said, bringInAs(sound('e', 8), 'take', 'take', 0))
  expect(timedOf(other).clips).toHaveLength(3)
  expect(Object.keys(other.media)).toHaveLength(4)
  const bed = after(other, bringInAs(sound('b', 60), 'bed', 'music', 0))
  const take = mediumIdOf(bed, 'e'.repeat(64))
  expect(bed.media[narrationIn(timedOf(bed), take)!]!.name).toBe('d.wav')
  expect(narrationIn(timedOf(lessonWithTake()), take)).toBeNull()
})
test('a camera stands small in a corner from the start, and the lesson is no longer for it', () => {
  const camera = takeMedium({ sha256: 'f'.repeat(64), durationUs: 20e6, frames: 600, name: 'Camera.mp4', moments: [] })
  const lesson = after(lessonWithTake(), bringInAs(camera, 'cam', 'camera', 0))
  const timed = timedOf(lesson)
  expect(timed.length).toBe(300)
  const e = posedAt(
    timed,
    lesson.elements.find((x) => x.id === 'cam')!,
    10,
  )!
  expect(e.space).toBe('fixed')
  expect(e.width * e.scale.x).toBeCloseTo(lesson.frame.width * 0.26, 0)
  expect(e.x).toBeGreaterThan(lesson.frame.width / 2)
})
test('a text belongs to the narration, not to the music that came after it', () => {
  const said = after(lessonWithTake(), bringInAs(sound('d', 8), 'voice', 'narration', 0))
  const lesson = after(said, bringInAs(sound('e', 30), 'bed', 'music', 0))
  const home = homeOf(lesson, { name: 'script.txt', kind: 'captions', mates: [], selected: [] })
  expect(lesson.media[home!]!.name).toBe('d.wav')
})
test('music that comes into an empty lesson waits on a track of its own', () => {
  const lesson = after(emptyLesson('New'), bringInAs(sound('d', 10), 'bed', 'music', 0))
  expect(spans(lesson)).toEqual([['bed', 'Music', 0, 300]])
})
