import { resolve } from '../timing'
import { lessonWithTake } from '../testing/lessons'
import { chapterList } from './chapterList'

test('chapters are a list of times and names, the first at the beginning', () => {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = [
    { id: 'take/a', kind: 'chapter', label: 'Welcome', fromUs: 400_000, byHand: true },
    { id: 'take/b', kind: 'chapter', label: 'Lending', fromUs: 7_500_000, byHand: true },
  ]
  expect(chapterList(resolve(lesson).moments, lesson.rate)).toBe('0:00 Welcome\n0:07 Lending')
})
