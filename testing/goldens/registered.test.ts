import { applyPatches } from 'immer'
import { chances } from '@/core/chance'
import { applyEdit, namedBy, readEdit, registered, Unfit } from '@/core/edits'
import { checkLesson } from '@/core/review/check'
import type { Lesson } from '@/core/lesson/schema'
import { newIds, whyNot } from '@/core/testing/made'
import { resolve } from '@/core/timing'
import { sampleOf } from '../corpus/samples'
import { walk } from '../corpus/walks'

/** These set whatever they are given, which may be at fault: the server looks at what comes of it. */
const SETTERS = new Set([
  'setElements',
  'setLook',
  'setClip',
  'setTrack',
  'setLesson',
  'putAt',
  'setBackground',
  'makeChanges',
])
const lessons = [3, 8, 21, 34].map((seed) => walk(seed))
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
const TRIES = 3

describe.each([...registered().keys()])('the edit “%s”', (name) => {
  const next = chances(name.length * 31)
  const below = (n: number) => Math.floor(next() * n)
  const tried = lessons.flatMap((lesson) =>
    Array.from({ length: TRIES }, () => ({ lesson, edit: sampleOf(name, resolve(lesson), below) })),
  )
  test('written as text and read again, it does the same to the lesson, and is undone to the letter', () => {
    for (const { lesson, edit } of tried) {
      const here = applyEdit(lesson, edit, newIds())
      const there = applyEdit(plain(lesson), readEdit(plain(edit)), newIds())
      if (!('edited' in here)) {
        expect(there).toEqual(here)
        continue
      }
      expect('edited' in there && plain(there.edited.lesson)).toEqual(plain(here.edited.lesson))
      expect(applyPatches(here.edited.lesson, here.edited.inverse)).toEqual(lesson)
      if (SETTERS.has(name)) continue
      expect(checkLesson(plain(here.edited.lesson)).faults).toEqual([])
    }
  })
  test('of a lesson that lacks what it names, it says so and changes nothing', () => {
    const bare: Lesson = { ...lessons[0]!, elements: [], moments: [], media: {}, staggers: [] }
    const { edit } = tried[0]!
    const result = applyEdit(bare, edit, newIds())
    if ('refused' in result && result.unfit) expect(whyNot(result)).toMatch(/^This cannot be done: .+\.$/)
    else
      expect(
        registered()
          .get(name)!
          .some((schema) => ['element', 'clip'].includes(namedBy(schema)!)),
      ).toBe(false)
  })
  test('arguments that are none of its own are refused', () => {
    const { edit } = tried[0]!
    expect(() =>
      readEdit({ edit: name, args: [...edit.args.map(() => ({ at: Symbol.iterator })), 1, 2, 3, 4, 5, 6, 7] }),
    ).toThrow(Unfit)
  })
})
test('there are edits', () => expect(registered().size).toBeGreaterThan(80))
