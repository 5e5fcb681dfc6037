import { made } from '@/core/testing/made'
import { resolve } from '../../timing'
import { besides, clip, element, laid, lessonWithTake, loose } from '../../testing/lessons'
import { draggedClip, slipClip, type ClipDrag, type ClipPart } from '..'

/** The take from 30 to 330; a shape from 350 to 400, to whose ends nothing slips; a mark of the lesson at 400. */
const lesson = lessonWithTake()
lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(350), loose(400))])
lesson.elements = laid(lesson, [clip('clip-1', 30, 300)])
lesson.moments = [{ id: 'mark', kind: 'mark', label: 'here', frame: 400 }]
const drag = (part: ClipPart, by: number, more: Partial<ClipDrag> = {}) => {
  const timed = resolve(lesson)
  const how = { by, reach: 5, free: false, other: false, over: false, playhead: -1000, ...more }
  const [c] = resolve(made(lesson, draggedClip(timed, timed.clips[0]!, part, how))).clips
  return [c!.at, c!.at + c!.length]
}

test('the whole clip slips with its start or its end onto what is near, but not where it is dragged freely', () => {
  expect(drag('body', 10)).toEqual([40, 340])
  expect(drag('body', 67)).toEqual([100, 400])
  expect(drag('body', 67, { free: true })).toEqual([97, 397])
  expect(drag('body', -28)).toEqual([0, 300])
})
test('an end slips onto the playhead, where no moment is nearer', () => {
  expect(drag('end', -53, { playhead: 280 })).toEqual([30, 280])
  expect(drag('end', -53, { playhead: 290 })).toEqual([30, 277])
})
test('its own ends and its own moments catch nothing', () => {
  expect(drag('start', 3)).toEqual([33, 330])
  expect(drag('end', -3)).toEqual([30, 327])
})
test('with its footage dragged it stays where it is; by an end its speed changes', () => {
  const timed = resolve(lesson)
  const how = { by: 12, reach: 5, free: false, other: true, over: false, playhead: 0 }
  expect(draggedClip(timed, timed.clips[0]!, 'body', how)).toEqual(slipClip('clip-1', -12))
  expect(drag('end', 30, { other: true })).toEqual([30, 360])
})
test('a clip is dragged onto another track of its kind, where it is free', () => {
  const two = structuredClone(lesson)
  two.tracks.unshift({ id: 'over', kind: 'picture', name: 'Over' })
  const timed = resolve(two)
  const how = { by: 20, reach: 5, free: true, other: false, over: false, playhead: -1000, track: 'over' }
  const [c] = resolve(made(two, draggedClip(timed, timed.clips[0]!, 'body', how))).clips
  expect([c!.track, c!.at]).toEqual(['over', 50])
})
