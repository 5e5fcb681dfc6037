import { LESSON_VERSION } from '@/core/lesson/schema'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { gunzipSync } from 'node:zlib'
import { applyPatches, type Patch } from 'immer'
import { asToday } from './parsed'
import { convertedHistory, needToday } from './format'

interface Step {
  patches: Patch[]
  inverse: Patch[]
}
const corpus = JSON.parse(
  gunzipSync(readFileSync(path.join(__dirname, '../../../testing/corpus/version2.json.gz'))).toString(),
) as { lessons: Record<string, { lesson: object }>; histories: Record<string, Step[]>; ground: object }

describe.each(Object.entries(corpus.histories))('the history of the lesson of version 2 “%s”', (name, steps) => {
  const doc = corpus.lessons[name]!.lesson
  const past = steps.map((s, i) => ({ id: i, ...s }))
  const byId = (list: readonly (Step & { id: number })[]) => new Map(list.map((s) => [s.id, s]))
  test('leads back to its beginning in today’s form, and forward again', () => {
    const now = byId(convertedHistory(doc, past, []))
    expect(now.size).toBe(steps.length)
    let lesson: object = asToday(doc)
    for (const { id } of past.toReversed()) lesson = applyPatches(lesson, now.get(id)!.inverse)
    expect(lesson).toEqual(asToday(corpus.ground))
    for (const { id } of past) lesson = applyPatches(lesson, now.get(id)!.patches)
    expect(lesson).toEqual(asToday(doc))
  })
  test('is the same where half of it was undone', () => {
    const half = Math.floor(steps.length / 2)
    const then = steps.slice(half).reduceRight((d: object, s) => applyPatches(d, s.inverse), doc)
    const now = byId(convertedHistory(then, past.slice(0, half), past.slice(half)))
    let lesson: object = asToday(then)
    for (const { id } of past.slice(half)) lesson = applyPatches(lesson, now.get(id)!.patches)
    expect(lesson).toEqual(asToday(doc))
  })
})
test('a step that does not fit ends the history there; what is nearer can still be undone', () => {
  const steps = Object.values(corpus.histories)[0]!.map((s, i) => ({ id: i, ...s }))
  const broken: Patch[] = [{ op: 'replace', path: ['nowhere', 'at', 'all'], value: 1 }]
  const past = steps.map((s) => (s.id === 2 ? { ...s, inverse: broken } : s))
  const doc = Object.values(corpus.lessons).find(
    (l) => Object.keys(corpus.histories)[0] && l === corpus.lessons[Object.keys(corpus.histories)[0]!],
  )!
  expect(convertedHistory(doc.lesson, past, []).map((s) => s.id)).toEqual(
    steps
      .map((s) => s.id)
      .filter((id) => id > 2)
      .toReversed(),
  )
})
test('a window of another format is told to load its page again, and waits', () => {
  expect(() => needToday(undefined)).toThrow('load this page again')
  expect(() => needToday(2)).toThrow('load this page again')
  expect(() => needToday(LESSON_VERSION)).not.toThrow()
})
