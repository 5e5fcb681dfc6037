import { clip, element, lasting, lessonWithTake, loose } from '../testing/lessons'
import { checkLesson } from './check'
import { emptyLesson } from './make'

const faults = (change: (l: ReturnType<typeof lessonWithTake>) => void) => {
  const lesson = lessonWithTake()
  lesson.elements = [element(lesson, 'arrow', 'a', loose(0), lasting(30))]
  change(lesson)
  return checkLesson(JSON.parse(JSON.stringify(lesson))).faults.map((f) => `${f.at}: ${f.sentence}`)
}
test('an empty lesson and a lesson with a take are sound', () => {
  expect(checkLesson(emptyLesson('x')).faults).toEqual([])
  expect(faults(() => {})).toEqual([])
})
test('faults are named by their place', () => {
  expect(faults((l) => { l.elements[0]!.opacity = 3 })[0]).toMatch(/^elements\[0\]\.opacity: /)
  expect(faults((l) => { l.clips[0]!.media = 'gone' })).toEqual(['clips[0].media: there is no medium “gone”'])
  expect(faults((l) => { l.clips.push(clip('c2', 50, 50)) })).toEqual(['clips[1].at: it overlaps clips[0] on the same track'])
  expect(faults((l) => { l.clips.push(clip('c1', 400, 50)) })[0]).toContain('clips[1].id: the id “c1” is already used at clips[0].id')
  expect(faults((l) => { l.elements[0]!.track = 'takes-1' })[0]).toContain('elements[0].track')
  expect(faults((l) => { l.elements[0]!.start = lasting(3) })[0]).toContain('elements[0].end')
  expect(faults((l) => { l.elements[0]!.start = { on: 'element', element: 'gone', edge: 'end', offset: 0, last: 0 } })).toEqual(['elements[0].start.element: there is no element “gone”'])
  expect(faults((l) => { l.media.take!.file = 'media/../../etc/passwd' })[0]).toContain('media.take.file')
  expect(faults((l) => { l.frame.width = 1921 })[0]).toContain('frame.width')
})
test('a file that is no lesson, or from a newer program, is refused in a sentence', () => {
  expect(checkLesson(null).faults[0]!.at).toBe('the file')
  expect(checkLesson({ version: 3 }).faults[0]!.sentence).toContain('newer Vivid Vane')
})
