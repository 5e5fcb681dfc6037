import type { Element, Lesson, MoveEdge, Pose } from '../../lesson/schema'
import { nearestMoment, type Catch } from '../../moments'
import { motionOf } from '../../motion'
import { frameOfHanging, runningOrder } from '../../order'
import { after, long, made, newIds, pose } from '../../testing/made'
import { element, lessonWithTake, loose, besides } from '../../testing/lessons'
import { resolve } from '../../timing'
import * as E from '..'

const withBox = (poses: Pose[], change: Partial<Element> = {}): Lesson => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(100), loose(200), { x: 200, y: 300, poses, ...change }),
  ])
  return lesson
}
const own = (lesson: Lesson) => lesson.elements[0]!
const move = (lesson: Lesson, n = 0) => {
  const m = motionOf(resolve(lesson), own(lesson)).moves[n]!
  return [Math.round(m.from), Math.round(m.to)]
}
const before = (frames: number): MoveEdge => ({ on: 'end', frames })
const on = (offset = 0): MoveEdge => ({ on: 'moment', moment: 'take/click-2', edge: 'start', offset, last: 0 })

describe('an edge of a move, put elsewhere', () => {
  const put = (lesson: Lesson, side: 'start' | 'end', frame: number, caught: Catch | null = null) =>
    made(lesson, E.putMoveEdge(own(lesson).id, own(lesson).poses[0]!.id, side, frame, caught))
  test('the other edge stays: the move gets slower or faster', () => {
    const lesson = withBox([pose('a', after(20), long(20), { x: 900 })])
    expect(move(lesson)).toEqual([120, 140])
    expect(move(put(lesson, 'end', 150))).toEqual([120, 150])
    expect(move(put(lesson, 'start', 130))).toEqual([130, 140])
    expect(move(put(withBox([pose('a', long(10), before(40), { x: 900 })]), 'end', 170))).toEqual([150, 170])
  })
  test('it is kept in the way in which it was kept', () => {
    const kinds = (a: Pose, side: 'start' | 'end', frame: number) => {
      const l = put(withBox([a]), side, frame)
      return own(l).poses[0]![side]
    }
    expect(kinds(pose('a', after(20), after(40), { x: 1 }), 'start', 125)).toEqual(after(25))
    expect(kinds(pose('a', after(20), before(40), { x: 1 }), 'end', 165)).toEqual(before(35))
    expect(kinds(pose('a', { on: 'share', share: 0.2 }, after(40), { x: 1 }), 'start', 130)).toEqual({
      on: 'share',
      share: 0.3,
    })
    expect(kinds(pose('a', on(), after(60), { x: 1 }), 'start', 126)).toMatchObject({
      on: 'moment',
      moment: 'take/click-2',
      offset: 6,
    })
    expect(kinds(pose('a', { on: 'previous' }, after(40), { x: 1 }), 'start', 110)).toEqual(after(10))
  })
  test('what catches it ties it', () => {
    const lesson = withBox([pose('a', after(5), after(40), { x: 900 })])
    const click = resolve(lesson).moments.get('take/click-2')!
    const tied = put(lesson, 'start', 120, { moment: click, edge: 'start', frame: 120 })
    expect(own(tied).poses[0]!.start).toEqual({
      on: 'moment',
      moment: 'take/click-2',
      edge: 'start',
      offset: 0,
      last: 120,
    })
  })
})
describe('kept in another way, it stays where it is', () => {
  const hows: E.Keeping[] = ['start', 'end', 'share', 'moment', 'length']
  const start = withBox([pose('a', after(20), after(45), { x: 900 }), pose('b', after(60), after(80), { x: 300 })])
  test.each(hows)('%s', (how) => {
    const timed = resolve(start)
    const edge = E.keptAs(timed, own(start), own(start).poses[1]!, 'end', how)
    expect(edge.on).toBe(how)
    // Kept from the start it is already: then there is nothing to change.
    const kept = how === 'start' ? start : made(start, E.setMoveEdge('box', 'b', 'end', edge))
    expect(move(kept, 1)).toEqual([160, 180])
  })
  test('a move whose both ends are lengths, and a landing that goes straight on, are refused', () => {
    const lesson = withBox([pose('a', long(10), after(40), { x: 900 })])
    expect(E.applyEdit(lesson, E.setMoveEdge('box', 'a', 'end', long(5)), newIds())).toEqual({ refused: null })
    expect(E.applyEdit(lesson, E.setMoveEdge('box', 'a', 'end', { on: 'previous' }), newIds())).toEqual({
      refused: null,
    })
  })
  test('a frame is kept from the nearer end of the element', () => {
    const timed = resolve(start)
    expect([E.keptAt(timed, own(start), 130, null), E.keptAt(timed, own(start), 170, null)]).toEqual([
      after(30),
      before(30),
    ])
  })
})
test('one easing goes to several moves; ways are bent and straightened; poses are taken away', () => {
  const lesson = withBox([pose('a', after(20), long(10), { x: 900 }), pose('b', after(50), long(10), { x: 300 })])
  const both = made(
    lesson,
    E.setMoveEasing(
      [
        { element: 'box', pose: 'a' },
        { element: 'box', pose: 'b' },
      ],
      'snappy',
    ),
  )
  expect(own(both).poses.map((p) => p.easing)).toEqual(['snappy', 'snappy'])
  const bent = made(lesson, E.setCurve('box', 'a', { start: { x: 10.123, y: 0 }, landing: { x: 0, y: -5.555 } }))
  expect(own(bent).poses[0]!.curve).toEqual({ start: { x: 10.12, y: 0 }, landing: { x: 0, y: -5.55 } })
  expect(made(bent, E.setCurve('box', 'a', null))).toEqual(lesson)
  expect(own(made(lesson, E.removePoses([{ element: 'box', pose: 'a' }]))).poses.map((p) => p.id)).toEqual(['b'])
})
test('several properties keyed at once are one pose; keyed where there is one, they join it', () => {
  const lesson = withBox([pose('a', after(20), long(10), { opacity: 0.5 })])
  const apart = made(lesson, E.addKey(['box'], ['x', 'y'], 160))
  expect(own(apart).poses.map((p) => Object.keys(p.values))).toEqual([['opacity'], ['x', 'y']])
  const joined = made(lesson, E.addKey(['box'], ['x', 'rotation'], 130))
  expect(own(joined).poses.map((p) => p.values)).toEqual([{ opacity: 0.5, x: 200, rotation: 0 }])
  expect(E.applyEdit(lesson, E.addKey(['box'], ['look.gone'], 130), newIds())).toEqual({
    refused: null,
  })
})
test('the nearest moment of a frame may be a word, not a phrase; what was cut away is none', () => {
  const at = (id: string, kind: 'click' | 'word' | 'phrase', frame: number | null) => ({
    id,
    kind,
    label: id,
    frame,
    untilFrame: null,
  })
  const all = [
    at('click', 'click', 100),
    at('word', 'word', 130),
    at('phrase', 'phrase', 121),
    at('gone', 'click', null),
  ]
  expect([nearestMoment(all, 118).id, nearestMoment(all, 112).id]).toEqual(['word', 'click'])
})
test('what hangs on a moment is looked at where it starts, on its last frame, or where its move is', () => {
  const lesson = withBox([pose('a', on(3), long(10), { x: 900 })])
  const timed = resolve(lesson)
  const row = runningOrder(timed).find((r) => r.moment.id === 'take/click-2')!
  expect(row.elements).toMatchObject([{ side: 'start', pose: 1 }])
  expect(frameOfHanging(timed, row.elements[0]!)).toBe(123)
  expect([
    frameOfHanging(timed, { element: own(lesson), side: 'start' }),
    frameOfHanging(timed, { element: own(lesson), side: 'end' }),
  ]).toEqual([100, 199])
})
