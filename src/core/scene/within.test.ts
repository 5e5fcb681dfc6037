import { footageIn, type Drawing, type Group, type Layer } from '../display'
import { emptyLesson } from '../lesson/make'
import type { Element, Lesson } from '../lesson/schema'
import { placeLesson, setElements } from '../edits'
import { element, lasting, lessonWithTake, loose } from '../testing/lessons'
import { made } from '../testing/made'
import { layersAt, sourcesAt, timedOf } from '.'

/** A take of ten seconds under a shape that comes at frame 30 and goes at 60. */
function inner(): Lesson {
  const lesson = lessonWithTake()
  const shape = element(lesson, 'shape', 's', loose(30), lasting(30), { x: 400, y: 300 })
  return { ...lesson, name: 'Inner', elements: [...lesson.elements, shape] }
}
function outer(change: Partial<Element> & { look?: object } = {}, lessonIn = inner()): Lesson {
  const { look, ...own } = change
  const lesson = made({ ...emptyLesson('Outer'), length: 900 }, placeLesson('p', 'e', lessonIn, 100))
  const values = { ...own, ...Object.fromEntries(Object.entries(look ?? {}).map(([k, v]) => [`look.${k}`, v])) }
  return Object.keys(values).length > 0 ? made(lesson, setElements(['e'], values)) : lesson
}
const at = (lesson: Lesson, frame: number): Layer[] => layersAt(timedOf(lesson), frame).layers
const stands = ({ matrix, bounds, opacity }: Layer) => ({ matrix, bounds, opacity })

test('where it fills the frame, its layers are those of the lesson itself, on its own ground', () => {
  const [ground, ...layers] = at(outer(), 140)
  expect(ground).toMatchObject({ bounds: { x: 0, y: 0, w: 1920, h: 1080 }, shapes: [{ fill: inner().background }] })
  const alone = at(inner(), 40)
  expect(layers.map(stands)).toEqual(alone.map(stands))
  expect(layers.map((l) => l.element)).toEqual(['e>c1', 'e>s'])
  expect(footageIn(layers)[0]!.source).toMatchObject({ media: 'p>take', frame: 40 })
})
test('before it begins and after its end nothing of it is there', () => {
  expect(at(outer(), 99)).toEqual([])
  expect(at(outer(), 399)).not.toEqual([])
  expect(at(outer(), 400)).toEqual([])
})
test('smaller, faded, turned or with round corners, it is one: seen through its own rectangle', () => {
  const [whole, ...none] = at(outer({ width: 480, height: 270, x: 240, y: 135, opacity: 0.5, cornerPx: 12 }), 140)
  expect(none).toEqual([])
  const group = whole as Group
  expect(group).toMatchObject({
    apart: true,
    opacity: 0.5,
    clip: { w: 480, h: 270, corner: 12 },
    bounds: { x: 0, y: 0, w: 480, h: 270 },
  })
  const shape = group.layers.at(-1)! as Drawing
  const alone = at(inner(), 40).at(-1)!
  expect(shape.bounds.x).toBeCloseTo(alone.bounds.x / 4)
  expect(shape.bounds.w).toBeCloseTo(alone.bounds.w / 4)
  expect(shape.matrix[0]).toBeCloseTo(0.25)
})
test('what it casts and blurs goes with its size', () => {
  const soft = inner()
  Object.assign(soft.elements.at(-1)!, { blurPx: 8, shadow: { colour: '#00000080', dx: 10, dy: 0, blurPx: 20 } })
  const lesson = outer({ width: 960, height: 540, rotation: 90 }, soft)
  const drawn = (at(lesson, 140)[0] as Group).layers.at(-1)!
  expect(drawn.blurPx).toBeCloseTo(4)
  // Turned with it, its shadow falls to where that is then.
  expect(drawn.shadow!.dx).toBeCloseTo(0)
  expect(drawn.shadow!.dy).toBeCloseTo(5)
  expect(drawn.shadow!.blurPx).toBeCloseTo(10)
})
test('given more time it rests at its end, or goes slower; given less, it is cut off', () => {
  const shown = (lesson: Lesson, frame: number) => footageIn(at(lesson, frame))[0]!.source.frame
  const longer = { end: lasting(600) }
  expect([shown(outer(longer), 399), shown(outer(longer), 699)]).toEqual([299, 299])
  const slower = outer({ ...longer, look: { longer: 'slower' } })
  expect([shown(slower, 100), shown(slower, 101), shown(slower, 102), shown(slower, 699)]).toEqual([0, 0, 1, 299])
  const late = outer({ end: lasting(100), look: { longer: 'slower', inFrames: 50 } })
  expect([shown(late, 100), shown(late, 199)]).toEqual([50, 149])
})
test('footage in it is told ahead by the same names as it is drawn by', () => {
  const lesson = outer({ width: 480, height: 270 })
  const told = sourcesAt(timedOf(lesson), 140).map(({ element: e, source }) => [e, source])
  expect(told).toEqual(footageIn(at(lesson, 140)).map(({ element: e, source }) => [e, source]))
})
test('a picture in it is found by its way, in what is drawn as well', () => {
  const pictured = inner()
  pictured.media.take = { ...pictured.media.take!, kind: 'picture' }
  const still = element(pictured, 'still', 'still', loose(0), lasting(90))
  pictured.elements = [{ ...still, look: { ...still.look, media: 'take' } as Element['look'] }]
  const lesson = outer({}, pictured)
  const drawn = at(lesson, 140).at(-1) as Drawing
  expect(drawn.shapes).toContainEqual(expect.objectContaining({ type: 'picture', media: 'p>take' }))
})
