import { whyNot } from '@/core/testing/made'
import { findingsOf } from '../findings'
import { SHIPPED_THINGS } from '.'
import { applyEdit, filledBy, idsFrom, placeReady, readReady, readyFrom, setSpan, type ReadyThing } from '../edits'
import { kindName } from '../kinds'
import type { Lesson } from '../lesson/schema'
import { gaugeAt, posedAt } from '../motion'
import { checkLesson } from '../review/check'
import { layersAt } from '../scene'
import { SHIPPED_STYLES } from '../styles'
import { element, lessonWithTake, loose } from '../testing/lessons'
import { lookAs } from '../testing/looks'

const placed = (lesson: Lesson, thing: ReadyThing, frame = 0, chosen: string | null = null) => {
  const result = applyEdit(lesson, placeReady(thing, frame, chosen), idsFrom('t'))
  if (!('edited' in result)) throw new Error(whyNot(result) ?? 'nothing changed')
  return result.edited
}
const named = (lesson: Lesson, name: string) => lesson.elements.find((e) => e.name === name)!

describe.each(SHIPPED_THINGS.map((t) => [t.name, t] as const))('%s', (_, t) => {
  test.each([null, ...SHIPPED_STYLES])('comes into a lesson whole, in its style, and is seen', (style) => {
    for (const frame of [
      { width: 1920, height: 1080 },
      { width: 1080, height: 1920 },
    ]) {
      const lesson: Lesson = { ...lessonWithTake(), frame, style, length: 3000 }
      const thing = t.make(lesson, t.asks?.usual ?? '')
      expect(readReady(JSON.stringify(thing))).toEqual(thing)
      const { lesson: after, timed } = placed(lesson, thing, 60)
      expect(checkLesson(JSON.parse(JSON.stringify(after))).faults).toEqual([])
      expect(findingsOf(timed)).toEqual([])
      const own = after.elements.filter((e) => e.id.startsWith('ready'))
      expect(own.length).toBe(thing.copied.elements.length)
      const [from, to] = [
        Math.min(...own.map((e) => timed.spans.get(e.id)!.from)),
        Math.max(...own.map((e) => timed.spans.get(e.id)!.to)),
      ]
      const middle = Math.round((from + to) / 2)
      const seen = layersAt(timed, middle).layers.flatMap((l) => ('layers' in l ? [l, ...l.layers] : [l]))
      expect(seen.some((l) => own.some((e) => e.id === l.element))).toBe(true)
    }
  })
})

test('a share, a number and two wordings follow one value, which rests; longer by one end, all goes along', () => {
  const t = SHIPPED_THINGS.find((x) => x.id === 'how-far')!
  const lesson = { ...lessonWithTake(), length: 2000 }
  const first = placed(lesson, t.make(lesson, 'Loading → Ready'), 100)
  const group = named(first.lesson, 'Loading')
  const longer = applyEdit(
    first.lesson,
    setSpan(group.id, { start: loose(100), end: { on: 'length', frames: 600 } }),
    idsFrom('x'),
  )
  if (!('edited' in longer)) throw new Error('not longer')
  for (const [{ lesson: l, timed }, frames] of [
    [first, 150],
    [longer.edited, 600],
  ] as const) {
    const gauge = named(l, 'How far')
    const at = (share: number) => 100 + Math.round(frames * share)
    const value = (f: number) => gaugeAt(timed, gauge.id, f, (e, x) => posedAt(timed, e, x))!
    // It rests on its way.
    expect([value(at(0.42)), value(at(0.5)), value(at(0.57))]).toEqual([64, 64, 64])
    expect(value(at(0.9))).toBe(100)
    for (const f of [at(0.2), at(0.3), at(0.7)]) {
      expect(lookAs(posedAt(timed, named(l, 'Number'), f)!, 'counter').value).toBe(Math.round(value(f)))
      expect(lookAs(posedAt(timed, named(l, 'Bar'), f)!, 'bar').given!.share).toBeCloseTo(value(f), 9)
    }
    // The first wording blinks, half a second on and off, until the second takes its place.
    const seen = (name: string, f: number) => posedAt(timed, named(l, name), f)?.opacity ?? 0
    expect([100, 114, 115, 129, 130].map((f) => seen('While it runs', f))).toEqual([1, 1, 0, 0, 1])
    expect([
      seen('While it runs', at(0.95)),
      seen('When it is done', at(0.95)),
      seen('When it is done', at(0.5)),
    ]).toEqual([0, 1, 0])
  }
})
test('repetitions are equally long, and each is counted', () => {
  const t = SHIPPED_THINGS.find((x) => x.id === 'repetitions')!
  const lesson = { ...lessonWithTake(), length: 2000 }
  const { lesson: l, timed } = placed(lesson, t.make(lesson, '4'), 0)
  expect(timed.spans.get(named(l, 'Repetitions').id)).toMatchObject({ from: 0, to: 360 })
  expect(lookAs(named(l, 'Which one'), 'counter')).toMatchObject({ counts: 'round', rounds: 4, after: ' of {n}' })
})
test('each notice pushes those before it down by its own height, and their ages agree', () => {
  const t = SHIPPED_THINGS.find((x) => x.id === 'notices')!
  const lesson = { ...lessonWithTake(), length: 2000 }
  const { lesson: l, timed } = placed(lesson, t.make(lesson, 'A: one\nB: two\nC: three'), 0)
  const y = (n: number, f: number) => posedAt(timed, named(l, `Plate ${n}`), f)!.y
  const late = 260
  expect([y(2, late) - y(3, late), y(1, late) - y(2, late)].map(Math.round)).toEqual([150, 150])
  expect(y(1, 40)).toBeCloseTo(y(3, late), 6)
  const age = (n: number, f: number) => lookAs(posedAt(timed, named(l, `Age ${n}`), f)!, 'text').text
  expect([age(1, 20), age(1, 70), age(1, late), age(2, late), age(3, late)]).toEqual([
    'now',
    '1 min',
    '2 min',
    '1 min',
    'now',
  ])
})
test('what is saved keeps its ties as slots: by what was chosen, else by what comes next where it is placed', () => {
  const lesson = { ...lessonWithTake(), length: 2000 }
  lesson.moments = [
    { id: 'm1', kind: 'mark', label: 'one', frame: 100 },
    { id: 'm2', kind: 'mark', label: 'two', frame: 160 },
    { id: 'm3', kind: 'mark', label: 'three', frame: 700 },
    { id: 'm4', kind: 'mark', label: 'four', frame: 900 },
  ]
  const tied = (moment: string, offset: number, last: number) =>
    ({ on: 'moment', moment, edge: 'start', offset, last }) as const
  const note = element(lesson, 'callout', 'note', tied('m1', -10, 90), tied('m2', 5, 165))
  note.poses = [
    {
      id: 'p',
      start: tied('m2', -20, 140),
      end: { on: 'length', frames: 10 },
      easing: 'linear',
      values: { x: 900 },
      curve: null,
    },
  ]
  const source = { ...lesson, elements: [...lesson.elements, note] }
  const { timed } = placed(source, SHIPPED_THINGS[0]!.make(lesson, ''), 1500)
  const thing = readyFrom(timed, [timed.lesson.elements.find((e) => e.id === 'note')!], 'My note')
  expect(thing.slots).toMatchObject([
    { kind: 'mark', label: 'one', frame: 10 },
    { kind: 'mark', label: 'two', frame: 70 },
  ])
  const at = placed(lesson, thing, 690)
  const e = at.lesson.elements.find((x) => kindName(x) === 'callout')!
  expect(at.timed.spans.get(e.id)).toMatchObject({ from: 690, to: 905 })
  expect(e).toMatchObject({
    start: { moment: 'm3', offset: -10 },
    end: { moment: 'm4', offset: 5 },
    poses: [{ start: { moment: 'm4', offset: -20 } }],
  })
  // Chosen, it is taken although the playhead is elsewhere; what is not found is let go of, as far on as it was.
  expect([...filledBy(at.timed, thing.slots, 0, 'm2').values()].map((m) => m.id)).toEqual(['m2', 'm3'])
  const last = placed(lesson, thing, 0, 'm4')
  expect(last.timed.spans.get(last.lesson.elements.find((x) => kindName(x) === 'callout')!.id)).toMatchObject({
    from: 890,
    to: 965,
  })
})
