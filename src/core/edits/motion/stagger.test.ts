import fc from 'fast-check'
import type { Lesson, Stagger } from '../../lesson/schema'
import { motionOf } from '../../motion'
import { after, long, made, pose } from '../../testing/made'
import { element, lasting, lessonWithTake, loose } from '../../testing/lessons'
import { resolve } from '../../timing'
import * as E from '..'

/** Five labels in a cross: in the middle, right, left, above, below; all there from frame 50. */
const cross = (moves = false): Lesson => {
  const lesson = lessonWithTake()
  const at = [
    [900, 500],
    [1000, 500],
    [500, 500],
    [900, 480],
    [900, 900],
  ] as const
  lesson.elements = at.map(([x, y], i) =>
    element(lesson, 'shape', `e${i}`, loose(50), i % 2 ? lasting(150) : loose(200), {
      x,
      y,
      width: 80,
      height: 40,
      poses: moves ? [pose('a', after(20), long(10), { opacity: 0.5 })] : [],
    }),
  )
  return lesson
}
const ids = ['e0', 'e1', 'e2', 'e3', 'e4']
const stagger = (change: Partial<Stagger> = {}): Omit<Stagger, 'shifts'> => ({
  id: 's',
  elements: ids,
  what: 'element',
  move: 1,
  frames: 4,
  order: 'selection',
  seed: 1,
  jitter: 0,
  ...change,
})
const laid = (change: Partial<Stagger> = {}, lesson = cross()) => made(lesson, E.setStagger(stagger(change)))
const starts = (lesson: Lesson) => ids.map((id) => resolve(lesson).spans.get(id)!.from)
const ends = (lesson: Lesson) => ids.map((id) => resolve(lesson).spans.get(id)!.to)

test.each([
  ['selection', ['e0', 'e1', 'e2', 'e3', 'e4']],
  ['left-to-right', ['e2', 'e0', 'e3', 'e4', 'e1']],
  ['top-to-bottom', ['e3', 'e0', 'e1', 'e2', 'e4']],
  // From the first one chosen: itself, 20 px above, 100 to the right, 400 to the left as far as 400 below.
  ['nearest-first', ['e0', 'e3', 'e1', 'e2', 'e4']],
] as const)('%s', (order, wanted) => expect(E.orderOf(resolve(cross()), stagger({ order }))).toEqual(wanted))
test('shuffled by a number: the same one each time, each element once, other numbers other orders', () => {
  const order = (seed: number) => E.orderOf(resolve(cross()), stagger({ order: 'shuffled', seed }))
  expect(order(3)).toEqual(order(3))
  expect(order(3).toSorted()).toEqual(ids)
  expect(new Set(Array.from({ length: 12 }, (_, n) => order(n).join())).size).toBeGreaterThan(6)
})
test('whole elements come later, each as long as it was', () => {
  expect(starts(laid())).toEqual([50, 54, 58, 62, 66])
  expect(ends(laid())).toEqual([200, 204, 208, 212, 216])
})
test('the starts alone come later: the ends stay, and so do moves that count from the start', () => {
  const later = laid({ what: 'start' }, cross(true))
  expect(starts(later)).toEqual([50, 54, 58, 62, 66])
  expect(ends(later)).toEqual([200, 200, 200, 200, 200])
  const timed = resolve(later)
  expect(later.elements.map((e) => Math.round(motionOf(timed, e).moves[0]!.from))).toEqual([70, 70, 70, 70, 70])
})
test('a move alone comes later', () => {
  const later = laid({ what: 'move' }, cross(true))
  const timed = resolve(later)
  expect(starts(later)).toEqual([50, 50, 50, 50, 50])
  expect(
    later.elements.map((e) => {
      const m = motionOf(timed, e).moves[0]!
      return [Math.round(m.from), Math.round(m.to)]
    }),
  ).toEqual([
    [70, 80],
    [74, 84],
    [78, 88],
    [82, 92],
    [86, 96],
  ])
})
test('frames may be halves, and go backwards', () => {
  expect(starts(laid({ frames: 1.5 }))).toEqual([50, 52, 53, 55, 56])
  expect(starts(laid({ frames: -3 }))).toEqual([50, 47, 44, 41, 38])
})
test('uneven by up to so many frames, from the same number the same', () => {
  const shifts = (seed: number) => E.shiftsOf(resolve(cross()), stagger({ jitter: 3, seed }))
  expect(shifts(1)).toEqual(shifts(1))
  expect(shifts(1)).not.toEqual(shifts(2))
  fc.assert(fc.property(fc.nat(500), (seed) => Object.values(shifts(seed)).every((v, i) => Math.abs(v - i * 4) <= 3)))
})
test(
  'laid again with other numbers, only what changed is ' + 'moved; of something else, what was moved goes back first',
  () => {
    const once = laid({ frames: 4 })
    const again = made(once, E.setStagger(stagger({ frames: 10 })))
    expect(starts(again)).toEqual([50, 60, 70, 80, 90])
    const other = made(again, E.setStagger(stagger({ frames: 10, what: 'start' })))
    expect(starts(other)).toEqual([50, 60, 70, 80, 90])
    expect(ends(other)).toEqual([200, 200, 200, 200, 200])
    expect(other.staggers).toHaveLength(1)
  },
)
test('taken off, all is as it was before', () => {
  const lesson = cross()
  const off = made(laid({ order: 'nearest-first' }, lesson), E.removeStagger('s'))
  expect(starts(off)).toEqual(starts(lesson))
  expect(ends(off)).toEqual(ends(lesson))
  expect(off.staggers).toEqual([])
})
test('an element that is gone is left out', () =>
  expect(E.orderOf(resolve(cross()), stagger({ elements: ['e1', 'gone', 'e0'] }))).toEqual(['e1', 'e0']))
