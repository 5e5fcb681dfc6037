import { kindName } from './looks'
import { lookAs } from '@/core/testing/looks'
import { Element } from '../lesson/schema'
import { lasting, lessonWithTake, loose } from '../testing/lessons'
import { UNITS } from '../values'
import { aimAt, kindNamed, kindOf, ELEMENT_KINDS, fieldsOf, newElement, pointsOf } from './index'
import { fits, fitting, isNumber, setAt, valueAt } from '../values'

const lesson = lessonWithTake()
/** An element of a kind with all the parts that it may have. */
const whole = (kind: (typeof ELEMENT_KINDS)[number]): Element => {
  const e = newElement(lesson, kind, kind, { start: loose(0), end: lasting(60) }, { x: 700, y: 420 })
  e.shadow = { colour: '#000000', dx: 2, dy: 3, blurPx: 4 }
  e.arrival.off = { dx: 30, dy: 40, turn: 20, scale: 0.5, opacity: 0.2 }
  e.departure.off = { dx: -30, dy: 40, turn: 20, scale: 0.5, opacity: 0.2 }
  e.loop = { how: 'blink', times: null, everyFrames: 12, by: 6 }
  aimAt(e, { x: 500, y: 300 })
  for (const part of kindOf(e).parts ?? []) setAt(e.look, part.path, part.fresh)
  if (kindName(e) === 'still') lookAs(e, 'still').media = 'take'
  return e
}
test('the points of an element are places; how far it stands off as it arrives is none', () => {
  expect(pointsOf(whole('callout'))).toEqual([
    { x: 'x', y: 'y' },
    { x: 'look.tip.x', y: 'look.tip.y' },
  ])
})
test('what stands first in the panel of a kind are values of it, and no more than eight', () => {
  for (const kind of ELEMENT_KINDS) {
    const { first = [], fields } = kindNamed(kind)
    expect(first.length).toBeLessThanOrEqual(8)
    for (const path of first) expect(fields.map((f) => f.path)).toContain(path)
    if (fields.length > 9)
      expect([kind, first.length > 0 || kind === 'still' || kind === 'footage' || kind === 'group']).toEqual([
        kind,
        true,
      ])
  }
})
/** Numbers that are no field: how a medium is played, chance’s seed, and what a choice of font brings along. */
const NO_FIELD = new Set(['look.inUs', 'look.seed', 'look.face.weight', 'look.face.lineHeight', 'loop.times'])
const numbersOf = (of: object, path = ''): string[] =>
  Object.entries(of).flatMap(([key, v]) => {
    if (typeof v === 'number') return [`${path}${key}`]
    return v && typeof v === 'object' && !['start', 'end', 'poses', 'stretches'].includes(key)
      ? numbersOf(v, `${path}${key}.`)
      : []
  })

test.each(ELEMENT_KINDS)('every number of a %s is declared, once', (kind) => {
  const e = whole(kind)
  const declared = fieldsOf(e)
    .filter(isNumber)
    .map((f) => f.path)
  expect(new Set(declared).size).toBe(declared.length)
  expect(declared.toSorted()).toEqual(
    numbersOf(e)
      .filter((p) => !NO_FIELD.has(p))
      .toSorted(),
  )
})
test.each(ELEMENT_KINDS)('what a field of a %s may hold is what the file may hold: no more, no less', (kind) => {
  const taken = (path: string, value: number) => {
    const e = whole(kind)
    setAt(e, path, value)
    return Element.safeParse(e).success
  }
  for (const f of fieldsOf(whole(kind)).filter(isNumber)) {
    const step = UNITS[f.type].whole ? 1 : 0.5
    const tried = [f.min - step, f.min, f.max, f.max + step].map((v) => taken(f.path, v))
    expect({ path: f.path, tried }).toEqual({ path: f.path, tried: [false, true, true, false] })
    const between = taken(f.path, Math.min(f.min + 0.5, f.max))
    expect({ path: f.path, between }).toEqual({ path: f.path, between: !UNITS[f.type].whole })
  }
})
test('a number is brought to what its field may hold', () => {
  const sides = { type: 'count', min: 3, max: 24 } as const
  expect([3.7, 2, 99, 5].map((v) => fitting(sides, v))).toEqual([4, 3, 24, 5])
  expect([3.7, 5].map((v) => fits(sides, v))).toEqual([false, true])
  expect(valueAt({ a: { b: 1 } }, 'a.b')).toBe(1)
})
