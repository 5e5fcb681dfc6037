import { clip, element, lasting, lessonWithTake, loose, besides } from '../testing/lessons'
import { checkLesson } from './check'
import { emptyLesson } from '../lesson/make'
import type { Pose } from '../lesson/schema'

const faults = (change: (l: ReturnType<typeof lessonWithTake>) => void) => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', loose(0), lasting(30))])
  change(lesson)
  return checkLesson(JSON.parse(JSON.stringify(lesson))).faults.map((f) => `${f.at}: ${f.sentence}`)
}
test('an empty lesson and a lesson with a take are sound', () => {
  expect(checkLesson(emptyLesson('x')).faults).toEqual([])
  expect(faults(() => {})).toEqual([])
})
test('faults are named by their place', () => {
  expect(
    faults((l) => {
      l.elements[0]!.opacity = 3
    })[0],
  ).toMatch(/^elements\[0\]\.opacity: /)
  expect(
    faults((l) => {
      Object.assign(l.elements.at(-1)!.look, { media: 'gone' })
    }),
  ).toEqual(['elements[1].look.media: there is no take or picture “gone”'])
  expect(
    faults((l) => {
      l.elements.push(clip('c1', 400, 50))
    })[0],
  ).toContain('elements[2].id: the id “c1” is already used at elements[1].id')
  expect(
    faults((l) => {
      l.elements[0]!.track = 'sound-1'
    })[0],
  ).toContain('elements[0].track')
  expect(
    faults((l) => {
      l.elements[0]!.start = lasting(3)
    })[0],
  ).toContain('elements[0].end')
  expect(
    faults((l) => {
      l.elements[0]!.start = { on: 'element', element: 'gone', edge: 'end', offset: 0, last: 0 }
    }),
  ).toEqual(['elements[0].start.element: there is no element “gone”'])
  expect(
    faults((l) => {
      l.media.take!.file = 'media/../../etc/passwd'
    })[0],
  ).toContain('media.take.file')
  expect(
    faults((l) => {
      l.frame.width = 1921
    })[0],
  ).toContain('frame.width')
})
test('faults of poses, rides and staggers are named by their place', () => {
  const pose = (change: Partial<Pose>): Pose => ({
    id: 'p',
    start: { on: 'start', frames: 0 },
    end: { on: 'length', frames: 5 },
    easing: 'ease',
    values: { x: 1 },
    curve: null,
    ...change,
  })
  const one = (change: Partial<Pose>) =>
    faults((l) => {
      l.elements[0]!.poses = [pose(change)]
    })[0]
  expect(one({ start: { on: 'length', frames: 3 } })).toMatch(
    /^elements\[0\]\.poses\[0\]\.end: .*needs a place in time/,
  )
  expect(one({ end: { on: 'previous' } })).toContain('elements[0].poses[0].end')
  expect(one({ values: { 'look.fill': '#ff0000' } })).toContain('has no property “look.fill”')
  expect(one({ values: { x: '#ff0000' } })).toContain('it takes a number')
  expect(one({ easing: 'wobbly' as never })).toContain('elements[0].poses[0].easing')
  expect(
    faults((l) => {
      l.elements[0]!.rides = { on: 'gone', by: [1, 0, 0, 1, 0, 0], fades: false }
    })[0],
  ).toContain('elements[0].rides')
  expect(
    faults((l) => {
      l.staggers = [
        {
          id: 's',
          elements: ['a', 'gone'],
          what: 'start',
          move: 1,
          frames: 2,
          order: 'selection',
          seed: 1,
          jitter: 0,
          shifts: {},
        },
      ]
    })[0],
  ).toContain('staggers[0].elements[1]')
})
test('a file that is no lesson, or from a newer program, is refused in a sentence', () => {
  expect(checkLesson(null).faults[0]!.at).toBe('the file')
  expect(checkLesson({ version: 5 }).faults[0]!.sentence).toContain('newer Vivid Vane')
})
