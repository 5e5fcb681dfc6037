import { footageIn } from '../../display'
import { checkLesson } from '../../review/check'
import { emptyLesson } from '../../lesson/make'
import type { Lesson } from '../../lesson/schema'
import { element, lasting, lessonWithTake, loose, on } from '../../testing/lessons'
import { made, newIds, whyNot } from '../../testing/made'
import { placedIn } from '../../kinds'
import { layersAt, timedOf } from '../../scene'
import { resolve } from '../../timing'
import {
  addPasted,
  applyEdit,
  copiedFrom,
  inPart,
  pasted,
  placeLesson,
  removeElements,
  setElements,
  setRate,
  shiftElements,
  splitTracks,
  takeOut,
  within,
} from '..'

/** Ten seconds at 25 frames a second with a callout at 2 s, tied to nothing. */
function intro(): Lesson {
  const lesson: Lesson = { ...emptyLesson('Intro'), rate: { num: 25, den: 1 }, length: 250 }
  return { ...lesson, elements: [element(lesson, 'callout', 'c', loose(50), lasting(75))] }
}
const placed = () => made(lessonWithTake(), placeLesson('p', 'e', intro(), 60))

test('a lesson that is placed comes with its rate changed to that of the outer one, for as long as it takes', () => {
  const lesson = placed()
  expect(lesson.parts.p).toMatchObject({ name: 'Intro', rate: { num: 30, den: 1 }, length: 300 })
  expect(lesson.parts.p!.elements[0]).toMatchObject({ start: loose(60), end: lasting(90) })
  expect(resolve(lesson).spans.get('e')).toMatchObject({ from: 60, to: 360 })
  // Placed before the outer one is over, it goes on for it.
  expect(resolve(lesson).length).toBe(360)
  expect(lesson.elements.at(-1)).toMatchObject({
    name: 'Intro',
    track: lesson.tracks[0]!.id,
    width: 1920,
    height: 1080,
  })
})
test('a lesson of another shape is fitted into the frame', () => {
  const tall = { ...intro(), frame: { width: 1080, height: 1920 } }
  const lesson = made(lessonWithTake(), placeLesson('p', 'e', tall, 0))
  expect(lesson.elements.at(-1)).toMatchObject({ width: 607.5, height: 1080, x: 960, y: 540 })
})
test('what is edited in it is edited as in a lesson that stands alone, and its ties remember where they stand', () => {
  const inner = lessonWithTake()
  inner.elements.push(element(inner, 'shape', 's', on('take/click-1'), lasting(30)))
  const lesson = made(lessonWithTake(), placeLesson('p', 'e', inner, 0))
  const shifted = made(lesson, inPart('p', shiftElements(['s'], 10)))
  expect(shifted.parts.p!.elements.find((x) => x.id === 's')!.start).toMatchObject({ offset: 10, last: 70 })
  expect(shifted.elements).toEqual(lesson.elements)
})
test('a lesson in a lesson in a lesson is come to by the way through them', () => {
  const middle = made({ ...emptyLesson('Middle'), length: 100 }, placeLesson('q', 'f', intro(), 0))
  const lesson = made(lessonWithTake(), placeLesson('p', 'e', middle, 0))
  const faded = made(lesson, within(['p', 'q'], setElements(['c'], { opacity: 0.5 })))
  expect(faded.parts.p!.parts.q!.elements[0]!.opacity).toBe(0.5)
  const rated = made(faded, setRate({ num: 60, den: 1 }))
  expect(rated.parts.p!.parts.q!).toMatchObject({ rate: { num: 60, den: 1 }, length: 600 })
})
test('ties that lead round in a circle are refused there too; what is gone is said to be', () => {
  const inner = intro()
  inner.elements.push(
    element(inner, 'shape', 's', { on: 'element', element: 'c', edge: 'end', offset: 0, last: 0 }, lasting(30)),
  )
  const lesson = made(lessonWithTake(), placeLesson('p', 'e', inner, 0))
  const round = { on: 'element', element: 's', edge: 'end', offset: 0, last: 0 }
  const circle = applyEdit(lesson, inPart('p', setElements(['c'], { start: round })), newIds())
  expect(whyNot(circle)).toContain('circle')
  expect(applyEdit(lesson, inPart('gone', shiftElements(['c'], 1)), newIds())).toMatchObject({ unfit: true })
})
test('taken out, it is gone from the file; a copy beside it keeps it', () => {
  const lesson = placed()
  expect(made(lesson, removeElements(['e'], 0)).parts).toEqual({})
  const timed = resolve(lesson)
  const copied = copiedFrom(timed, lesson.elements.slice(-1))
  const { elements, media, parts } = pasted(copied, timed, lesson, 100, newIds())
  const both = made(lesson, addPasted(elements, media, parts))
  expect(made(both, removeElements(['e'], 0)).parts).toEqual(lesson.parts)
})
test('copied into another lesson it comes along, at the rate of that', () => {
  const lesson = placed()
  const copied = copiedFrom(resolve(lesson), lesson.elements.slice(-1))
  const other: Lesson = { ...emptyLesson('Other'), rate: { num: 60, den: 1 } }
  const { elements, media, parts } = pasted(copied, resolve(lesson), other, 0, newIds())
  const after = made(other, addPasted(elements, media, parts))
  expect(after.parts.p).toMatchObject({ rate: { num: 60, den: 1 }, length: 600 })
  expect(resolve(after).length).toBe(600)
})
test('cut and taken out of, it goes on with what comes after that; one that goes slower keeps its pace', () => {
  const lesson = placed()
  const { track } = lesson.elements.at(-1)!
  const shorter = made(lesson, takeOut([track], 160, 260, true))
  const spans = resolve(shorter).spans
  const halves = shorter.elements.filter((e) => placedIn(e))
  expect(halves.map((e) => spans.get(e.id))).toMatchObject([
    { from: 60, to: 160 },
    { from: 160, to: 260 },
  ])
  expect(halves.map((e) => placedIn(e)!.inFrames)).toEqual([0, 200])
  const filmed = made({ ...emptyLesson('Outer'), length: 900 }, placeLesson('p', 'e', lessonWithTake(), 60))
  const slow = made(filmed, setElements(['e'], { end: lasting(600), 'look.longer': 'slower' }))
  const cut = made(slow, splitTracks([track], 210))
  const shown = (of: Lesson, frame: number) => footageIn(layersAt(timedOf(of), frame).layers).map((l) => l.source.frame)
  for (const f of [60, 180, 209, 210, 211, 240, 659]) expect([f, shown(cut, f)]).toEqual([f, shown(slow, f)])
  const [left, right] = cut.elements.filter((e) => placedIn(e)).map((e) => placedIn(e)!)
  expect([left!.toFrame, right!.inFrames, right!.toFrame]).toEqual([75, 75, null])
})
test('faults of a lesson in a lesson are named by their place', () => {
  const broken = JSON.parse(JSON.stringify(placed())) as Lesson
  broken.parts.p!.elements[0]!.track = 'none'
  expect(checkLesson(broken).faults).toMatchObject([{ at: 'parts.p.elements[0].track' }])
  const alien = JSON.parse(JSON.stringify(placed())) as Lesson
  alien.parts.p!.rate = { num: 24, den: 1 }
  expect(checkLesson(alien).faults).toMatchObject([{ at: 'parts.p.rate' }])
  const none = { ...placed(), parts: {} }
  expect(checkLesson(none).faults).toMatchObject([{ sentence: expect.stringContaining('“p”') as string }])
})
