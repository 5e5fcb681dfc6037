import { findingsOf } from '../findings'
import { besides, clip, element, lessonWithTake, loose, on } from '../testing/lessons'
import { checkLesson } from '../review/check'
import { resolve } from '../timing'
import { shippedTemplates, templateOf } from '.'

test('a template is a lesson without its recordings: what hung on them stands where it stood', () => {
  const lesson = lessonWithTake()
  lesson.media.take!.moments.push({ id: 'take/ch', kind: 'chapter', label: 'Lend', fromUs: 3_000_000 })
  lesson.elements = [clip('c1', 0, 300)]
  lesson.elements = besides(lesson, [
    element(lesson, 'callout', 'note', on('take/click-1', 5), on('take/click-2')),
    element(lesson, 'text', 'logo', loose(0), on('lesson:end')),
  ])
  const made = templateOf(resolve(lesson))
  expect(made.media).toEqual({})
  expect(made.elements.map((e) => [e.id, e.start, e.end])).toEqual([
    ['note', { on: 'loose', frame: 65 }, { on: 'loose', frame: 120 }],
    ['logo', { on: 'loose', frame: 0 }, expect.objectContaining({ moment: 'lesson:end' })],
  ])
  expect(made.moments).toMatchObject([{ kind: 'chapter', label: 'Lend', frame: 90 }])
  expect(made.length).toBe(300)
  expect(checkLesson(JSON.parse(JSON.stringify(made))).faults).toEqual([])
})
test('every template that ships is a lesson without faults, with an intro, chapters and an outro', () => {
  for (const { lesson } of shippedTemplates()) {
    expect(checkLesson(JSON.parse(JSON.stringify(lesson))).faults).toEqual([])
    const timed = resolve(lesson)
    expect(findingsOf(timed)).toEqual([])
    expect(lesson.elements.filter((e) => e.name.startsWith('Title card')).length).toBe(2)
    expect(lesson.moments.length).toBeGreaterThan(1)
  }
})
