import type { Pose } from '../lesson/schema'
import { partedBy } from './parting'

const pose = {
  id: 'p',
  name: 'Corner',
  press: { at: 1 },
  start: { on: 'key' },
  end: { on: 'start', frames: 40 },
  easing: 'linear',
  curve: null,
  values: { x: 1, y: 2, rotation: 3 },
} as unknown as Pose

test('parts keep every value once; what is named and pressed goes with the first alone', () => {
  let n = 0
  const parts = partedBy(pose, [10, 20, 10], () => `new${++n}`)
  expect(parts.map((p) => [p.id, p.values])).toEqual([
    ['p', { x: 1, rotation: 3 }],
    ['new1', { y: 2 }],
  ])
  expect(parts.map((p) => ['name' in p, 'press' in p])).toEqual([
    [true, true],
    [false, false],
  ])
})
test('what sets out together stays one', () => {
  expect(partedBy(pose, [5, 5, 5], () => 'never')).toEqual([pose])
})
