import { findingsOf } from '../../findings'
import { newElement } from '../../kinds'
import { emptyLesson } from '../../lesson/make'
import type { Element, Lesson } from '../../lesson/schema'
import { element, lasting, lessonWithTake, loose, on, besides, others, takeMedium } from '../../testing/lessons'
import { made, newIds, pose } from '../../testing/made'
import { motionOf } from '../../motion'
import { resolve } from '../../timing'
import {
  copyKeys,
  addElements,
  addPasted,
  copiedFrom,
  hungOn,
  layMedium,
  pasted,
  clippingText,
  readClipping,
  type Copied,
} from '..'

/**
 * A callout from the second click (120) to 40 frames after it, and a shape that starts as it ends and moves on the
 * third click (240).
 */
function source(): Lesson {
  const lesson = lessonWithTake()
  const callout = element(lesson, 'callout', 'c', on('take/click-2'), lasting(40), { x: 900, y: 600 })
  callout.look = { ...callout.look, tip: { x: 500, y: 300 } }
  const moving = [pose('p2', { on: 'previous' }, on('take/click-3') as never, { x: 300 })]
  const shape = element(
    lesson,
    'shape',
    's',
    { on: 'element', element: 'c', edge: 'end', offset: 0, last: 160 },
    lasting(120),
    { poses: moving },
  )
  return { ...lesson, elements: besides(lesson, [callout, shape]) }
}
const smaller = (): Lesson => ({
  ...emptyLesson('Small'),
  frame: { width: 1280, height: 720 },
  rate: { num: 60, den: 1 },
  length: 1200,
})
const into = (lesson: Lesson, list: Element[]) => made(lesson, addElements(list))

test('in a smaller lesson at another rate, what was copied is as large in the frame and as long in seconds', () => {
  const timed = resolve(source())
  const { elements: list } = pasted(copiedFrom(timed, others(timed.lesson)), timed, smaller(), 300, newIds())
  const now = resolve(into(smaller(), list))
  const [callout, shape] = now.lesson.elements
  expect(callout).toMatchObject({
    x: 600,
    y: 400,
    width: 280,
    look: { tip: { x: 333.33, y: 200 }, face: { size: 21.33 } },
  })
  expect(now.spans.get(callout!.id)).toMatchObject({ from: 300, to: 380 })
  expect(now.spans.get(shape!.id)).toMatchObject({ from: 380, to: 620 })
  // The move landed 120 frames after the callout's start, at 30 a second.
  expect(motionOf(now, shape!).moves[0]).toMatchObject({ to: 540, lost: false })
  expect(shape!.poses[0]!.values).toEqual({ x: 200 })
})
/** The elements of a text that was copied. */
const elementsIn = (text: string): Copied => (readClipping(text) as { elements: Copied }).elements
test(
  'through the clipboard, where nothing is known of the ' +
    'lesson it came from, spans and sizes come along all the same',
  () => {
    const timed = resolve(source())
    const text = clippingText({ elements: copiedFrom(timed, others(timed.lesson)) })
    const there = resolve(smaller())
    const now = resolve(into(smaller(), pasted(elementsIn(text), there, smaller(), 300, newIds()).elements))
    expect(now.lesson.elements.map((e) => now.spans.get(e.id)!.from)).toEqual([300, 380])
    expect(findingsOf(now)).toEqual([])
    expect(readClipping(JSON.stringify(copiedFrom(timed, [])))).toBeNull()
    for (const odd of ['[1]', 'no JSON', '{"elements":{}}']) expect(readClipping(`vivid-vane:${odd}`)).toBeNull()
  },
)
test('in its own lesson a copy stands beside the first one, under a name that is free', () => {
  const timed = resolve(source())
  const { elements } = pasted(copiedFrom(timed, [timed.lesson.elements[0]!]), timed, timed.lesson, 30, newIds())
  const [copy] = elements
  expect(copy).toMatchObject({ start: loose(30), end: lasting(40), x: 900, y: 600 })
  expect(copy!.name).not.toBe(timed.lesson.elements[0]!.name)
})
test(
  'what stood in an empty lesson before its first take ' + 'came keeps its share of the frame that the take brings',
  () => {
    const lesson = { ...emptyLesson('New'), length: 90 }
    lesson.media = { take: { ...lessonWithTake().media.take!, width: 1280, height: 720 } }
    lesson.elements = besides(lesson, [
      newElement(lesson, 'text', 't', { start: loose(0), end: lasting(60) }, { x: 960, y: 540 }),
    ])
    const [text] = made(lesson, layMedium('take', 'c1', null)).elements
    expect(text).toMatchObject({ x: 640, y: 360 })
  },
)

let n = 0
/** Copies elements of a lesson into another, through text. */
function carried(lesson: Lesson, ids: string[], there: Lesson): Lesson {
  const timed = resolve(lesson)
  const chosen = lesson.elements.filter((e) => ids.includes(e.id))
  const text = clippingText({ elements: copiedFrom(timed, chosen) })
  const { elements, media, parts } = pasted(elementsIn(text), resolve(there), there, 30, () => `copy-${++n}`)
  return made(there, addPasted(elements, media, parts))
}
describe('what another lesson does not have', () => {
  test('a file comes along with its moments; one that is there already is not brought again', () => {
    const there = carried(lessonWithTake(), ['c1'], smaller())
    expect(Object.keys(there.media)).toEqual(['take'])
    expect(there.media.take!.moments).toHaveLength(3)
    const again = carried(lessonWithTake(), ['c1'], there)
    expect(Object.keys(again.media)).toEqual(['take'])
    expect(again.elements).toHaveLength(2)
  })
  test('another file of the same name there is left alone, and so are its moments', () => {
    const there = { ...smaller(), media: { take: takeMedium({ sha256: 'b'.repeat(64), file: 'media/b/take.mp4' }) } }
    const now = carried(lessonWithTake(), ['c1'], there)
    const id = `file-${'a'.repeat(10)}`
    expect(Object.keys(now.media)).toEqual(['take', id])
    expect(now.media[id]!.moments.map((m) => m.id)).toEqual([1, 2, 3].map((n) => `${id}/click-${n}`))
    expect(now.elements[0]!.look).toMatchObject({ media: id })
  })
  test('what was read, followed or ridden on and did not come along is let go of without a jump', () => {
    const lesson = lessonWithTake()
    const gauge = element(lesson, 'gauge', 'g', loose(0), lasting(90))
    const carrier = element(lesson, 'shape', 'on', loose(0), lasting(90), { x: 400, y: 300 })
    const rider = element(lesson, 'shape', 's', loose(10), lasting(60), {
      x: 100,
      y: 50,
      rides: { on: 'on', by: [1, 0, 0, 1, 0, 0], fades: false },
      reads: { opacity: { gauge: 'g', from: [0, 100], to: [0, 1], step: 0, steps: [] } },
      follows: { first: 'on', parts: ['look'], own: [] },
    })
    lesson.elements.push(gauge, carrier, rider)
    const there = { ...emptyLesson('There'), length: 300 }
    const [now] = carried(lesson, ['s'], there).elements
    expect(now).toMatchObject({ reads: {}, follows: null, rides: { on: null, by: [1, 0, 0, 1, 400, 300] } })
  })
})
test('hung on a moment, what is pasted begins with it; what hangs on another element stays with that', () => {
  const timed = resolve(source())
  const { elements: list } = pasted(copiedFrom(timed, others(timed.lesson)), timed, timed.lesson, 240, newIds())
  const after = resolve(into(timed.lesson, hungOn(list, 'take/click-3', 240)))
  const spans = list.map((e) => after.spans.get(e.id)!)
  expect(spans.map((s) => s.from)).toEqual([240, 280])
  const [first] = after.lesson.elements.filter((e) => e.id === list[0]!.id)
  expect(first!.start).toEqual({ on: 'moment', moment: 'take/click-3', edge: 'start', offset: 0, last: 240 })
})

test('poses go through a text as well', () => {
  const timed = resolve(source())
  const own = others(timed.lesson).find((e) => e.poses.length > 0)!
  const poses = copyKeys(
    own.poses.map((p) => ({ element: own.id, pose: p.id, path: null })),
    timed,
  )!
  expect(readClipping(clippingText({ poses }))).toEqual({ poses })
})
