import { element, lessonWithTake, loose, on } from '../testing/lessons'
import { resolve } from '../timing'
import type { MomentKind } from '../lesson/schema'
import { runningOrder, withRuns } from './index'

const kinds = (list: MomentKind[]) =>
  list.map((kind, i) => ({ id: `take/m${i}`, kind, label: `${kind} ${i}`, fromUs: (i + 1) * 500_000 }))
function lines(list: MomentKind[], tied: number[] = []) {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = kinds(list)
  lesson.elements.push(...tied.map((n) => element(lesson, 'shape', `e${n}`, on(`take/m${n}`), loose(200))))
  return withRuns(runningOrder(resolve(lesson))).map((l) => ('row' in l ? l.row.label : l.label))
}
test('rests, scrolls and changes on screen between clicks are one line', () => {
  expect(lines(['click', 'rest', 'screen', 'rest', 'click'])).toEqual([
    'click 0',
    '2 rests, 1 change on screen',
    'click 4',
  ])
})
test('one alone stands as it is, and so does one that something hangs on', () => {
  expect(lines(['click', 'rest', 'click'])).toEqual(['click 0', 'rest 1', 'click 2'])
  expect(lines(['rest', 'rest', 'rest', 'scroll'], [1])).toEqual(['rest 0', 'rest 1', '1 rest, 1 scroll'])
})
