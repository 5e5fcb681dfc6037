import { newIds, whyNot } from '@/core/testing/made'
import fc from 'fast-check'
import { lessonWithTake, others } from '../../testing/lessons'
import {
  addElement,
  applyEdit,
  changesBetween,
  elementAt,
  makeChanges,
  removeElements,
  rename,
  restack,
  same,
  setElements,
  clashOf,
  setLength,
  setLesson,
  type Edit,
} from '..'
import { resolve } from '../../timing'
import type { Lesson } from '../../lesson/schema'

const after = (lesson: Lesson, edit: Edit): Lesson => {
  const result = applyEdit(lesson, edit, newIds())
  if (!('edited' in result)) throw new Error('nothing changed')
  return result.edited.lesson
}
const named = (id: string): Edit =>
  addElement({
    ...elementAt(resolve(lessonWithTake()), { kind: 'callout', id, frame: 10, moment: null, at: { x: 500, y: 300 } }),
    name: id,
  })
const start = ['a', 'b', 'c'].reduce((l, id) => after(l, named(id)), lessonWithTake())
const paint = (id: string, name: string): Edit => setElements([id], { name })
const again = (before: Lesson, edit: Edit, on: Lesson) =>
  after(on, makeChanges(changesBetween(before, after(before, edit))))

test('changes lead from one state to the other, whatever was done', () => {
  const edits: Edit[] = [
    rename('Other'),
    paint('b', 'B'),
    removeElements(['a'], 0),
    named('d'),
    restack(['a'], 'front'),
    setLesson({ 'guides.x': [4, 5] }),
    setLength(400),
  ]
  fc.assert(
    fc.property(fc.subarray(edits), (some) => {
      const end = some.reduce((l, e) => {
        const r = applyEdit(l, e, newIds())
        return 'edited' in r ? r.edited.lesson : l
      }, start)
      if (end === start) return
      const result = applyEdit(start, makeChanges(changesBetween(start, end)), newIds())
      expect('edited' in result && result.edited.lesson).toEqual(end)
    }),
  )
})
test('made on a lesson in which others stand before it, a change finds its element by its id', () => {
  const moved = after(after(start, removeElements(['a'], 0)), named('z'))
  const result = again(start, paint('c', 'Renamed'), moved)
  expect(others(result).map((e) => e.name)).toEqual(['b', 'Renamed', 'z'])
})
test('two windows that change other values of one element are both right', () => {
  const theirs = after(start, setElements(['b'], { opacity: 0.5 }))
  expect(again(start, setElements(['b'], { x: 40 }), theirs).elements.find((e) => e.id === 'b')).toMatchObject({
    x: 40,
    opacity: 0.5,
  })
})
test('a new element stands behind the one it was put behind; what is there already is not put twice', () => {
  const put = changesBetween(start, after(start, named('d')))
  const other = after(start, removeElements(['c'], 0))
  const once = after(other, makeChanges(put))
  expect(others(once).map((e) => e.id)).toEqual(['a', 'b', 'd'])
  expect(applyEdit(once, makeChanges(put), newIds())).toEqual({ refused: null })
})
test.each([
  ['the same value was changed otherwise', paint('b', 'Mine'), paint('b', 'Theirs'), 'otherwise'],
  ['its element is gone', paint('b', 'Mine'), removeElements(['b'], 0), 'gone'],
  ['what it would take away was changed', removeElements(['b'], 0), paint('b', 'Theirs'), 'takes away'],
])('it does not fit when %s, and says so', (_why, mine, theirs, words) => {
  const changes = changesBetween(start, after(start, mine))
  const on = after(start, theirs)
  const result = applyEdit(on, makeChanges(changes), newIds())
  expect(result).toHaveProperty('unfit', true)
  expect(whyNot(result)).toContain(words)
  expect(clashOf(on, changes)).toEqual(words === 'gone' ? null : expect.stringContaining(words))
})
test('an absent field counts as undefined', () => {
  expect(same({ a: 1, b: undefined }, { a: 1 })).toBe(true)
})
