import { lookAs } from '@/core/testing/looks'
import fc from 'fast-check'
import { applyPatches } from 'immer'
import { checkLesson } from '../../review/check'
import { clipEnd } from '../../lesson/clips'
import type { Lesson } from '../../lesson/schema'
import { caught } from '../../moments'
import { made, newIds, whyNot } from '../../testing/made'
import {
  clip,
  element,
  lasting,
  lessonWithTake,
  loose,
  on,
  takeMedium,
  clipsOf,
  besides,
  laid,
  others,
} from '../../testing/lessons'
import { resolve } from '../../timing'
import * as E from '..'

const spanOf = (lesson: Lesson, id: string) => {
  const { from, to } = resolve(lesson).spans.get(id)!
  return [from, to]
}
const withArrows = () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'tied', on('take/click-3'), lasting(30)),
    element(lesson, 'callout', 'loose', loose(200), loose(260)),
    element(lesson, 'ripple', 'rule', on('lesson:start'), on('lesson:end')),
  ])
  lookAs(lesson.elements[2]!, 'ripple').every = true
  return lesson
}

test('four seconds taken out of the middle: the rest moves up, and what is tied and what is loose with it', () => {
  const after = made(withArrows(), E.takeOut(['takes-1'], 90, 210, true))
  expect(clipsOf(after).map((c) => [c.at, c.length, c.inUs])).toEqual([
    [0, 90, 0],
    [90, 90, 7_000_000],
  ])
  expect(spanOf(after, 'tied')).toEqual([120, 150])
  expect(spanOf(after, 'loose')).toEqual([90, 140])
  expect(spanOf(after, 'rule')).toEqual([0, 180])
})
test('with the gap left, what comes later stays where it is', () => {
  const after = made(withArrows(), E.takeOut(['takes-1'], 90, 210, false))
  expect(clipsOf(after).map((c) => [c.at, c.length])).toEqual([
    [0, 90],
    [210, 90],
  ])
  expect(spanOf(after, 'tied')).toEqual([240, 270])
})
test('lost while cut away, an end holds its distance through more edits and comes home', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', on('take/click-1'), on('take/click-3'))])
  let now = made(lesson, E.setElements(['a'], { x: 1 }))
  expect(spanOf(now, 'a')).toEqual([60, 240])
  now = made(now, E.trimClip('c1', 'start', 90))
  now = made(now, E.moveClip('c1', 0))
  expect(spanOf(now, 'a')).toEqual([-30, 150])
  now = made(now, E.setElements(['a'], { y: 2 }))
  expect(spanOf(now, 'a')).toEqual([-30, 150])
  now = made(made(now, E.moveClip('c1', 90)), E.trimClip('c1', 'start', 0))
  expect(spanOf(now, 'a')).toEqual([60, 240])
})
test('an empty track is taken out; one with something on it, and the last of its kind, stay', () => {
  const lesson = withArrows()
  const two = made(lesson, E.addTrack({ id: 'elements-2', kind: 'picture', name: 'More' }))
  expect(made(two, E.removeTrack('elements-2')).tracks).toEqual(lesson.tracks)
  for (const id of ['elements-1', 'takes-1', 'sound-1'])
    expect(E.applyEdit(two, E.removeTrack(id), newIds())).toEqual({ refused: null })
  expect(
    made(two, E.moveTrack('elements-2', 1))
      .tracks.map((t) => t.id)
      .slice(0, 2),
  ).toEqual(['elements-1', 'elements-2'])
})
test('a split shows the same pictures on both sides, and ties to the clip’s end go with the right part', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', on('cut:c1:start'), on('cut:c1:end'))])
  const after = made(lesson, E.splitClip('c1', 100, 'c2'))
  expect(clipsOf(after).map((c) => [c.at, c.length, c.inUs])).toEqual([
    [0, 100, 0],
    [100, 200, 3_333_333],
  ])
  expect(spanOf(after, 'bar')).toEqual([0, 300])
})
test('trimming stops at the medium’s ends and at the neighbours', () => {
  const lesson = lessonWithTake()
  lesson.elements = laid(lesson, [clip('a', 0, 100), clip('b', 150, 50, { inUs: 1_000_000 })])
  expect(clipsOf(made(lesson, E.trimClip('a', 'end', 400)))[0]!.length).toBe(150)
  expect(clipsOf(made(lesson, E.trimClip('b', 'start', 0)))[1]).toMatchObject({ at: 120, inUs: 0, length: 80 })
  expect(clipsOf(made(lesson, E.trimClip('b', 'end', 900)))[1]!.length).toBe(270)
})
test('a moved clip lands where there is room', () => {
  const lesson = lessonWithTake()
  lesson.elements = laid(lesson, [clip('a', 0, 100), clip('b', 150, 50)])
  expect(clipsOf(made(lesson, E.moveClip('b', 80)))[1]!.at).toBe(100)
  expect(clipsOf(made(lesson, E.moveClip('b', 400)))[1]!.at).toBe(400)
})
test('speed keeps what a clip shows', () => {
  expect(clipsOf(made(lessonWithTake(), E.setSpeed('c1', 200, 100)))[0]).toMatchObject({ length: 150, inUs: 0 })
})
test('the first take sets the lesson’s size and rate; the second does not', () => {
  const lesson = lessonWithTake()
  lesson.elements = laid(lesson, [])
  lesson.media.take = takeMedium({ width: 1280, height: 721, rate: { num: 60, den: 1 }, frames: 600 })
  const one = made(lesson, E.layMedium('take', 'c1', null))
  expect([one.frame, one.rate, clipsOf(one)[0]!.length]).toEqual([
    { width: 1280, height: 720 },
    { num: 60, den: 1 },
    600,
  ])
  const two = made(one, E.layMedium('take', 'c2', null))
  expect(clipsOf(two)[1]!.at).toBe(600)
})
test('another frame rate keeps every time', () => {
  const lesson = withArrows()
  const after = made(lesson, E.setRate({ num: 60, den: 1 }))
  expect(clipEnd(clipsOf(after)[0]!)).toBe(600)
  expect(spanOf(after, 'tied')).toEqual([480, 540])
  expect(spanOf(after, 'loose')).toEqual([400, 520])
})
test('an end dropped on a moment is tied to it; with the modifier it stays loose; elsewhere the offset changes', () => {
  const lesson = withArrows()
  const timed = resolve(lesson)
  const tied = lesson.elements[0]!
  const hit = caught(timed.moments.values(), 118, 5)!
  expect(E.edgeAt(timed, tied, 'start', { frame: 118, caught: hit })).toMatchObject({
    on: 'moment',
    moment: 'take/click-2',
    offset: 0,
  })
  expect(E.edgeAt(timed, tied, 'start', { frame: 118, caught: hit, loose: true })).toEqual({ on: 'loose', frame: 118 })
  expect(E.edgeAt(timed, tied, 'start', { frame: 235 })).toMatchObject({ moment: 'take/click-3', offset: -5 })
  expect(E.edgeAt(timed, tied, 'end', { frame: 300 })).toEqual({ on: 'length', frames: 60 })
})
test('a body dragged so that its end catches a moment keeps its length', () => {
  const lesson = withArrows()
  const timed = resolve(lesson)
  const hit = caught(timed.moments.values(), 120, 0)!
  const after = made(lesson, E.shiftElements(['loose'], -140, { id: 'loose', side: 'end', caught: hit }))
  expect(spanOf(after, 'loose')).toEqual([60, 120])
  expect(after.elements[1]!.end).toMatchObject({ on: 'moment', moment: 'take/click-2' })
  const tied = made(lesson, E.shiftElements(['tied'], -120, { id: 'tied', side: 'end', caught: hit }))
  expect(spanOf(tied, 'tied')).toEqual([90, 120])
})
test('a rule breaks up into one ripple for each click, on its own frame', () => {
  const after = made(withArrows(), E.breakUp('rule'))
  expect(
    others(after)
      .slice(2)
      .map((e) => [spanOf(after, e.id)[0], e.x]),
  ).toEqual([
    [60, 100],
    [120, 200],
    [240, 300],
  ])
})
test('copies pasted at a frame keep their distances, and their ties among themselves', () => {
  const lesson = withArrows()
  lesson.elements.push(
    element(
      lesson,
      'arrow',
      'after',
      { on: 'element', element: 'loose', edge: 'end', offset: 3, last: 0 },
      lasting(10),
    ),
  )
  const timed = resolve(lesson)
  const list = lesson.elements.filter((e) => e.id === 'loose' || e.id === 'after')
  const after = made(lesson, E.addElements(E.copies(list, timed, 10, newIds())))
  expect(spanOf(after, 'new-1')).toEqual([10, 70])
  expect(spanOf(after, 'new-2')).toEqual([73, 83])
})
test('taking an element out leaves what hung on it where it is', () => {
  const lesson = withArrows()
  lesson.elements.push(
    element(
      lesson,
      'arrow',
      'after',
      { on: 'element', element: 'loose', edge: 'end', offset: 3, last: 0 },
      lasting(10),
    ),
  )
  const after = made(lesson, E.removeElements(['loose']))
  expect(after.elements.find((e) => e.id === 'after')!.start).toEqual({ on: 'loose', frame: 263 })
})
test('ties that would lead round in a circle are refused, and nothing changes', () => {
  const lesson = lessonWithTake()
  const after = (id: string) => ({ on: 'element' as const, element: id, edge: 'end' as const, offset: 0, last: 0 })
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'a', loose(0), lasting(10)),
    element(lesson, 'arrow', 'b', after('a'), lasting(10)),
  ])
  expect(whyNot(E.applyEdit(lesson, E.setEdge('a', 'start', after('b')), newIds()))).toContain('circle')
})
test('a moment set by hand lies on the take and goes with it', () => {
  const lesson = made(lessonWithTake(), E.setMoment('m1', 'mark', 'here', 150))
  expect(resolve(made(lesson, E.trimClip('c1', 'start', 30))).moments.get('take/m1')!.frame).toBe(150)
  expect(resolve(made(lesson, E.takeOut(['takes-1'], 0, 60, true))).moments.get('take/m1')!.frame).toBe(90)
  expect(resolve(made(lesson, E.moveMoment('take/m1', 99))).moments.get('take/m1')!.frame).toBe(99)
})
test('a new element stands at its spot, tied to the nearest moment, readable and still', () => {
  const lesson = lessonWithTake()
  const timed = resolve(lesson)
  const e = E.elementAt(timed, { kind: 'callout', id: 'n', frame: 61, moment: null, at: { x: 300, y: 300 } })
  expect(e.start).toEqual({ on: 'moment', moment: 'take/click-1', edge: 'start', offset: 1, last: 61 })
  expect(lookAs(e, 'callout').tip).toEqual({ x: 300, y: 300 })
  expect([e.arrival.how, e.departure.how]).toEqual(['none', 'none'])
  expect(E.elementAt(timed, { kind: 'arrow', id: 'n', frame: 180, moment: null, at: { x: 5, y: 5 } }).start).toEqual({
    on: 'loose',
    frame: 180,
  })
  const bar = E.elementAt(timed, { kind: 'bar', id: 'n', frame: 5, moment: null, at: null })
  expect([bar.y + bar.height / 2, bar.width, bar.end]).toEqual([
    1080,
    1920,
    expect.objectContaining({ moment: 'lesson:end' }),
  ])
})
test('a side that is pulled leaves the one across where it is, turned or not', () => {
  const lesson = lessonWithTake()
  lesson.media.p = takeMedium({ kind: 'picture', moments: [] })
  lesson.elements = besides(lesson, [
    element(lesson, 'bar', 'b', loose(0), loose(9), { x: 500, y: 500, width: 200, height: 100, rotation: 90 }),
  ])
  const after = made(lesson, E.pullBox('b', { x: 1, y: 0 }, { x: 500, y: 700 }))
  expect(after.elements[0]).toMatchObject({ x: 500, y: 550, width: 300, height: 100 })
  const moved = made(lesson, E.setAnchor('b', { x: 0, y: 0 }))
  expect(moved.elements[0]).toMatchObject({ x: 550, y: 400 })
})
test('an arrow’s tip is put elsewhere while its tail stays', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'a', loose(0), loose(9), { x: 100, y: 100, width: 100, rotation: 0 }),
  ])
  expect(made(lesson, E.pullHandle('a', 'tip', { x: 50, y: 200 })).elements[0]).toMatchObject({
    x: 50,
    y: 150,
    width: 100,
    rotation: 90,
  })
})
test('a bar on an edge stays exactly level and as wide as the frame when the lesson’s size changes', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    E.elementAt(resolve(lesson), { kind: 'bar', id: 'b', frame: 0, moment: null, at: null }),
  ])
  expect(made(lesson, E.resizeLesson(1280, 720)).elements[0]).toMatchObject({
    x: 640,
    width: 1280,
    height: 9.33,
    y: 715.335,
    rotation: 0,
  })
  expect(made(lesson, E.setLook(['b'], 'place', 'top')).elements[0]).toMatchObject({ y: 7 })
})
test('a bar spans the lesson, the chapter or the take at a frame, and follows it', () => {
  const lesson = lessonWithTake()
  lesson.moments = [
    { id: 'ch1', kind: 'chapter', label: 'One', frame: 30 },
    { id: 'ch2', kind: 'chapter', label: 'Two', frame: 200 },
  ]
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', loose(5), loose(9))])
  const over = (what: 'lesson' | 'chapter' | 'take', frame: number, l = lesson) =>
    made(l, E.setSpan('bar', E.spanOver(resolve(l), what, frame)!))
  expect(spanOf(over('lesson', 0), 'bar')).toEqual([0, 300])
  expect(spanOf(over('chapter', 100), 'bar')).toEqual([30, 200])
  expect(spanOf(made(over('take', 100), E.trimClip('c1', 'end', 250)), 'bar')).toEqual([0, 250])
  expect(E.spanOver(resolve(lesson), 'chapter', 10)).toBeNull()
})
test('whatever is done, every lesson is a sound lesson, and undo leads back', () => {
  const kinds = ['callout', 'arrow', 'ripple', 'bar', 'zoom'] as const
  const act = fc.record({
    what: fc.integer({ min: 0, max: 9 }),
    a: fc.integer({ min: 0, max: 320 }),
    b: fc.integer({ min: 1, max: 90 }),
    k: fc.constantFrom(...kinds),
  })
  fc.assert(
    fc.property(fc.array(act, { minLength: 1, maxLength: 14 }), (acts) => {
      let lesson = withArrows()
      const fresh = newIds()
      for (const { what, a, b, k } of acts) {
        const timed = resolve(lesson)
        const some = lesson.elements[a % Math.max(1, lesson.elements.length)]?.id ?? 'none'
        const piece = clipsOf(lesson)[a % Math.max(1, clipsOf(lesson).length)]?.id ?? 'none'
        const edit = [
          E.takeOut(['takes-1'], a, a + b, b % 2 === 0),
          E.splitClip(piece, a, fresh()),
          E.trimClip(piece, b % 2 ? 'start' : 'end', a),
          E.moveClip(piece, a),
          E.setSpeed(piece, 50 + b, 100),
          E.addElement(E.elementAt(timed, { kind: k, id: fresh(), frame: a, moment: null, at: { x: a, y: b } })),
          E.removeElements([some]),
          E.shiftElements([some], b - 45),
          E.setMoment(fresh(), 'mark', 'm', a),
          E.removeElements([piece]),
        ][what]!
        const result = E.applyEdit(lesson, edit, fresh)
        if ('edited' in result) {
          expect(applyPatches(result.edited.lesson, result.edited.inverse)).toEqual(lesson)
          lesson = result.edited.lesson
        }
        expect(checkLesson(JSON.parse(JSON.stringify(lesson))).faults).toEqual([])
      }
    }),
    { numRuns: 60 },
  )
})

test('a zoom that is drawn shows a piece in the proportions of the frame, to the letter, whatever is drawn', () => {
  for (const [width, height] of [
    [1280, 720],
    [1366, 768],
    [1080, 1920],
    [1000, 1000],
  ] as const)
    for (const w of [64, 161, 323, 500]) {
      const lesson = { ...lessonWithTake(), frame: { width, height } }
      const spot = { at: { x: 400, y: 300 }, rect: { x: 300, y: 250, w, h: 91 }, moment: null }
      const zoom = E.elementAt(resolve(lesson), { kind: 'zoom', id: 'z', frame: 10, ...spot })
      expect(zoom.width / zoom.height).toBeCloseTo(width / height, 3)
      expect((zoom.width * height) / width - zoom.height).toBeCloseTo(0, 3)
    }
})
