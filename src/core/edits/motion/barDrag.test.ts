import { made } from '@/core/testing/made'
import { resolve } from '../../timing'
import { besides, element, lessonWithTake, loose } from '../../testing/lessons'
import { draggedBar, type BarDrag } from '..'

/** A shape from 100 to 160; the take's clicks are at 60, 120 and 240. */
const lesson = lessonWithTake()
lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(100), loose(160))])
const timed = resolve(lesson)
const drag = (part: Parameters<typeof draggedBar>[2], by: number, more: Partial<BarDrag> = {}) => {
  const { change, hit } = draggedBar(timed, 'box', part, {
    by,
    reach: 5,
    loose: false,
    pushes: false,
    selected: [],
    ...more,
  })
  const span = resolve(made(lesson, change)).spans.get('box')!
  return [span.from, span.to, hit?.moment.id ?? null]
}

test('an end that comes near a moment is tied to it; farther away, or loose, it stands where it was let go', () => {
  expect(drag('start', 17)).toEqual([120, 160, 'take/click-2'])
  expect(drag('start', 10)).toEqual([110, 160, null])
  expect(drag('start', 17, { loose: true })).toEqual([117, 160, null])
  expect(drag('end', 77)).toEqual([100, 240, 'take/click-3'])
})
test('an end never goes beyond the other', () => {
  expect(drag('start', 90)).toEqual([159, 160, null])
  expect(drag('end', -90)).toEqual([100, 101, null])
})
test('the whole bar keeps its length, and catches by its start before its end', () => {
  expect(drag('body', 19)).toEqual([120, 180, 'take/click-2'])
  expect(drag('body', 77)).toEqual([180, 240, 'take/click-3'])
  expect(drag('body', 7)).toEqual([107, 167, null])
})
test('coming and going take no longer than it lasts, and no less than nothing', () => {
  const frames = (part: 'arrival' | 'departure', by: number) => {
    const { change } = draggedBar(timed, 'box', part, { by, reach: 5, loose: false, pushes: false, selected: [] })
    return made(lesson, change).elements.find((e) => e.id === 'box')![part].frames
  }
  const [arrives, departs] = [lesson.elements[0]!.arrival.frames, lesson.elements[0]!.departure.frames]
  expect([frames('arrival', 5), frames('departure', -5)]).toEqual([arrives + 5, departs + 5])
  expect([frames('arrival', 500), frames('arrival', -500)]).toEqual([60, 0])
})
test('dragged onto another track it lies there; straight down, at the same time and with its ties', () => {
  const two = structuredClone(lesson)
  two.tracks.unshift({ id: 'over', kind: 'picture', name: 'Over' })
  const how = { reach: 5, loose: false, pushes: false, selected: [], track: 'over' }
  for (const by of [0, 30]) {
    const after = made(two, draggedBar(resolve(two), 'box', 'body', { by, ...how }).change)
    const span = resolve(after).spans.get('box')!
    expect([after.elements.find((e) => e.id === 'box')!.track, span.from]).toEqual(['over', 100 + by])
  }
})
