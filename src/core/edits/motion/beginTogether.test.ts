import { clip, lessonWithTake } from '../../testing/lessons'
import { made } from '../../testing/made'
import { resolve } from '../../timing'
import { beginTogether } from '..'

test('what was recorded at once begins where the first does, each where it has room, and is taken together', () => {
  const base = lessonWithTake()
  const lesson = {
    ...base,
    elements: [clip('screen', 30, 90), clip('camera', 120, 90), clip('other', 300, 20)],
  }
  const after = made(lesson, beginTogether(['camera', 'screen'], 'g'))
  const { clips } = resolve(after)
  const at = (id: string) => clips.find((c) => c.id === id)!
  expect([at('screen').at, at('camera').at, at('other').at]).toEqual([30, 30, 300])
  expect([at('screen').length, at('camera').length]).toEqual([90, 90])
  expect(at('camera').track).not.toBe(at('screen').track)
  // In front of the first.
  const order = after.tracks.map((t) => t.id)
  expect(order.indexOf(at('camera').track)).toBeLessThan(order.indexOf(at('screen').track))
  expect(after.elements.map((e) => e.group)).toEqual(['g', 'g', null])
})
test('what begins there already stays where it is', () => {
  const lesson = { ...lessonWithTake(), elements: [clip('screen', 30, 90), clip('other', 300, 20)] }
  const after = made(lesson, beginTogether(['screen'], 'g'))
  expect(after.tracks).toEqual(lesson.tracks)
})
