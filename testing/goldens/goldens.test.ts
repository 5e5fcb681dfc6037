import { applyPatches, type Patch } from 'immer'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { checkLesson } from '@/core/review/check'
import { ground } from '../corpus/ground'
import { SUBJECTS } from '../corpus/subjects'
import { ACTS, walk } from '../corpus/walks'
import { describe as told, fingerprint } from './describe'

/**
 * What comes of a corpus of lessons, held to what came of it before. After a change that is meant, `VANE_GOLDENS=write
 * npx jest testing/goldens` writes it anew; the difference of the files then says what has changed.
 */
const writes = process.env.VANE_GOLDENS === 'write'
const fileOf = (name: string) => path.join(__dirname, 'texts', `${name}.txt`)
function held(name: string, text: string): void {
  if (writes || !existsSync(fileOf(name))) {
    if (!writes) throw new Error(`There is no golden of ${name} yet.`)
    mkdirSync(path.dirname(fileOf(name)), { recursive: true })
    writeFileSync(fileOf(name), text)
  }
  // Line by line, so that a failure shows which.
  expect(text.split('\n')).toEqual(readFileSync(fileOf(name), 'utf8').split('\n'))
}

test.each(Object.keys(SUBJECTS))('what comes of the lesson about %s is what came of it before', (name) =>
  held(name, told(SUBJECTS[name]!())),
)

const WALKS = 200
const made = new Set<string>()
const ways: Patch[][][] = []
const lessons = Array.from({ length: WALKS }, (_, i) => {
  const back: Patch[][] = []
  ways.push(back)
  return walk(i + 1, (act, edited) => {
    made.add(act)
    back.unshift(edited.inverse)
  })
})

test(
  'two hundred lessons made by edits that were chosen by ' + 'chance are what they were, and what comes of them too',
  () => {
    held('walks', lessons.map((lesson, i) => `${i + 1} ${fingerprint(lesson)}\n`).join(''))
  },
)
test('what such edits make is sound: the file can be read again, and no name is used twice', () => {
  const faults = lessons.map((lesson, i) => ({
    seed: i + 1,
    faults: checkLesson(JSON.parse(JSON.stringify(lesson))).faults,
  }))
  expect(faults.filter((f) => f.faults.length > 0)).toEqual([])
})
test('all that such edits did can be undone, back to the lesson that they began with', () => {
  const begun = ground()
  for (const [i, lesson] of lessons.entries()) {
    expect(ways[i]!.reduce((now, inverse) => applyPatches(now, inverse), lesson)).toEqual(begun)
  }
})
test('every act of the corpus changed something in some of them', () => {
  expect(Object.keys(ACTS).filter((act) => !made.has(act))).toEqual([])
})
