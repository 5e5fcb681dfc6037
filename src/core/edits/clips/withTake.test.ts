import { whyNot } from '@/core/testing/made'
import { newIds } from '@/core/testing/made'
import { checkLesson } from '../../review/check'
import type { Lesson, MoveEdge, Pose } from '../../lesson/schema'
import { motionOf } from '../../motion'
import { clip, element, lessonWithTake, loose, besides, laid } from '../../testing/lessons'
import { resolve } from '../../timing'
import { applyEdit, copies, keptAs, putMoveEdge, retime, shiftKeys, takeOut, type Edit } from '..'

const take = (frame: number): MoveEdge => ({ on: 'take', media: 'take', us: Math.round((frame * 1e6) / 30) })
const pose = (id: string, from: number, to: number, x: number): Pose => ({
  id,
  start: take(from),
  end: take(to),
  easing: 'linear',
  values: { x },
  curve: null,
})
function withTake(): Lesson {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(50), loose(250), {
      x: 0,
      poses: [pose('a', 100, 120, 500), pose('b', 180, 200, 900)],
    }),
  ])
  return lesson
}
const after = (lesson: Lesson, edit: Edit): Lesson => {
  const r = applyEdit(lesson, edit, newIds())
  if (!('edited' in r)) throw new Error(whyNot(r) ?? 'nothing changed')
  return r.edited.lesson
}
const moves = (lesson: Lesson) => motionOf(resolve(lesson), lesson.elements[0]!).moves.map((m) => [m.from, m.to])
let n = 0
const newId = () => `new-${++n}`

test('a move that is kept with the take begins and lands when the take shows its times', () => {
  expect(moves(withTake())).toEqual([
    [100, 120],
    [180, 200],
  ])
  const later = withTake()
  later.elements = laid(later, [clip('c1', 40, 260)])
  expect(moves(later)).toEqual([
    [140, 160],
    [220, 240],
  ])
})
test('what comes after a piece that is taken out comes earlier by it; what lay in it falls together at the cut', () => {
  expect(moves(after(withTake(), takeOut(['takes-1'], 130, 160, true)))).toEqual([
    [100, 120],
    [150, 170],
  ])
  expect(moves(after(withTake(), takeOut(['takes-1'], 90, 130, true)))).toEqual([
    [90, 90],
    [140, 160],
  ])
})
test('its keyframes are shifted and its edges dragged on the take’s own time', () => {
  const lesson = withTake()
  const shifted = after(lesson, shiftKeys([{ element: 'box', pose: 'a', path: null }], 7))
  expect(moves(shifted)[0]).toEqual([107, 127])
  expect(shifted.elements[0]!.poses[0]!.start.on).toBe('take')
  const pulled = after(lesson, putMoveEdge(lesson.elements[0]!.id, lesson.elements[0]!.poses[0]!.id, 'end', 131, null))
  expect(moves(pulled)[0]).toEqual([100, 131])
  expect(pulled.elements[0]!.poses[0]!.end).toEqual(take(131))
})
test(
  'it is kept in another way where it is, and in this way ' + 'again; where no take is shown it stays with its element',
  () => {
    const lesson = withTake()
    const timed = resolve(lesson)
    const [box] = lesson.elements
    expect(keptAs(timed, box!, box!.poses[0]!, 'start', 'start')).toEqual({ on: 'start', frames: 50 })
    expect(keptAs(timed, box!, box!.poses[0]!, 'end', 'take')).toEqual(take(120))
    const bare = withTake()
    bare.elements[0]!.poses = [
      { ...pose('a', 0, 0, 5), start: { on: 'start', frames: 20 }, end: { on: 'start', frames: 30 } },
    ]
    bare.elements = laid(bare, [])
    expect(keptAs(resolve(bare), bare.elements[0]!, bare.elements[0]!.poses[0]!, 'start', 'take')).toEqual({
      on: 'start',
      frames: 20,
    })
  },
)
test('a copy at another time, and an element that is put elsewhere whole, take their moves along', () => {
  const lesson = withTake()
  const [copy] = copies(lesson.elements, resolve(lesson), 70, newId)
  expect(copy!.poses.map((p) => p.start)).toEqual([
    { on: 'start', frames: 50 },
    { on: 'start', frames: 130 },
  ])
  expect(moves(after(lesson, retime(['box'], 60)))).toEqual([
    [110, 130],
    [190, 210],
  ])
})
test('a move kept with a take that is not there is a fault, named by its place', () => {
  const lesson = withTake()
  lesson.elements[0]!.poses[1]!.end = { on: 'take', media: 'gone', us: 5 }
  expect(JSON.stringify(checkLesson(lesson))).toContain('elements[0].poses[1].end.media')
})
