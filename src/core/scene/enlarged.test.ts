import type { Group } from '../display'
import { apply } from '../geometry'
import { besides, clip, element, lessonWithTake, loose } from '../testing/lessons'
import { lookAs } from '../testing/looks'
import { layersAt, timedOf } from '.'

const withLens = (under: 'blocks' | 'nothing' = 'nothing') => {
  const lesson = lessonWithTake()
  lesson.elements = [clip('c1', 0, 300)]
  const lens = element(lesson, 'lens', 'lens', loose(0), loose(100), { x: 600, y: 400, width: 200, height: 200 })
  Object.assign(lookAs(lens, 'lens'), { larger: 3 })
  const cover = element(lesson, 'cover', 'cover', loose(0), loose(100))
  Object.assign(lookAs(cover, 'cover'), { how: 'blocks' })
  lesson.elements = besides(lesson, under === 'blocks' ? [cover, lens] : [lens])
  return layersAt(timedOf(lesson), 10).layers.filter((l) => l.element === 'lens')
}

test('a magnifier shows the pixels of the take itself, larger around its middle, and its rim over them', () => {
  const [group, rim] = withLens() as [Group, object]
  expect(group).toMatchObject({ apart: true, clip: { w: 200, h: 200, round: true } })
  const footage = group.layers.find((l) => 'source' in l)!
  expect(footage.matrix[0]).toBeCloseTo(3, 6)
  // What lies under its middle stays there.
  expect(apply(footage.matrix, { x: 600, y: 400 })).toEqual({ x: 600, y: 400 })
  expect(rim).toMatchObject({ shapes: [{ type: 'path' }] })
})
test('what is hidden in blocks is not drawn anew beneath it', () => {
  const layers = withLens('blocks')
  expect(layers.some((l) => 'layers' in l)).toBe(false)
  expect(layers[0]).toMatchObject({ shapes: [{ type: 'below', effect: 'larger' }, { type: 'path' }] })
})
