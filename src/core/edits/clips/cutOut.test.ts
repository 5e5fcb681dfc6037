import { applyEdit, idsFrom, liftOut, makeGroup, setElements } from '..'
import { apply, inverse, type Point } from '../../geometry'
import { kindName } from '../../kinds'
import { posedAt } from '../../motion'
import type { Footage } from '../../display'
import { layersAt, timedOf } from '../../scene'
import { besides, clip, element, lessonWithTake, loose } from '../../testing/lessons'
import { madeAll as made, whyNot } from '../../testing/made'

const lifted = (still: boolean, zoomed = 1) => {
  const lesson = lessonWithTake()
  if (zoomed !== 1)
    lesson.elements = [clip('c1', 0, 300, { fit: 'free' }, { scale: { x: zoomed, y: zoomed }, x: 800, y: 500 })]
  const result = applyEdit(
    lesson,
    liftOut({ x: 300, y: 200, w: 400, h: 200 }, 'cut', { frame: 60, caught: null }, still),
    idsFrom('t'),
  )
  if (!('edited' in result)) throw new Error(whyNot(result) ?? 'nothing')
  return timedOf(result.edited.lesson)
}
const cutAt = (timed: ReturnType<typeof lifted>, frame: number) =>
  layersAt(timed, frame).layers.find((l) => l.element === 'cut') as Footage | undefined
/** Where a pixel of the take is shown by a layer. */
const shownAt = (l: Footage, p: Point) => apply(l.matrix, p)

test.each([1, 0.5])('a part of the take is lifted out exactly where it lies, goes up, and comes back', (zoom) => {
  const timed = lifted(false, zoom)
  const below = (frame: number) => layersAt(timed, frame).layers.find((l) => l.element === 'c1') as Footage
  const pixel = { x: 700, y: 400 }
  // On its first frame and after its last move it covers the take pixel for pixel.
  expect(shownAt(cutAt(timed, 60)!, pixel).x).toBeCloseTo(shownAt(below(60), pixel).x, 1)
  expect(shownAt(cutAt(timed, 60)!, pixel).y).toBeCloseTo(shownAt(below(60), pixel).y, 1)
  const { bounds, clip: part, matrix } = cutAt(timed, 60)!
  // The smaller one begins at 320, 230.
  expect([part!.w * matrix[0], part!.h * matrix[3]].map(Math.round)).toEqual(zoom === 1 ? [400, 200] : [380, 170])
  expect(bounds.x).toBeLessThan(300)
  const up = cutAt(timed, 100)!
  expect(up.matrix[0] / matrix[0]).toBeCloseTo(2.4, 3)
  const middle = apply(up.matrix, { x: up.clip!.x + up.clip!.w / 2, y: up.clip!.y + up.clip!.h / 2 })
  expect([middle.x, middle.y].map(Math.round)).toEqual([960, 540])
  expect(cutAt(timed, 179)!.matrix[0] / matrix[0]).toBeLessThan(1.05)
  expect(cutAt(timed, 180)).toBeUndefined()
})
test('it runs on with the take, or stands still', () => {
  const frames = (still: boolean) => [60, 100, 150].map((f) => cutAt(lifted(still), f)!.source.frame)
  expect(frames(false)).toEqual([60, 100, 150])
  expect(frames(true)).toEqual([60, 60, 60])
})
test.each([false, true])('what a cover hides is hidden in what is lifted out of there as well (still: %s)', (still) => {
  const lesson = lessonWithTake()
  // It goes along with a page that scrolls; at 60 it lies in what is lifted out, 40 px from its left and top.
  const place = { x: 400, y: 320, width: 120, height: 40 }
  const up = { id: 'p', start: { on: 'start' as const, frames: 60 }, end: { on: 'start' as const, frames: 120 } }
  const scrolls = [{ ...up, easing: 'linear', values: { y: 260 }, curve: null }]
  lesson.elements = besides(lesson, [
    element(lesson, 'cover', 'hides', loose(0), loose(300), { ...place, poses: scrolls }),
    element(lesson, 'cover', 'elsewhere', loose(0), loose(300), { ...place, x: 1500, y: 900 }),
  ])
  const result = applyEdit(
    lesson,
    liftOut({ x: 300, y: 200, w: 400, h: 200 }, 'cut', { frame: 60, caught: null }, still),
    idsFrom('t'),
  )
  if (!('edited' in result)) throw new Error(whyNot(result) ?? 'nothing')
  const timed = timedOf(result.edited.lesson)
  const made = timed.lesson.elements.filter((e) => kindName(e) === 'cover').map((e) => e.id)
  expect(made).toHaveLength(3)
  const copy = made.find((id) => id !== 'hides' && id !== 'elsewhere')!
  const layers = (frame: number) => layersAt(timed, frame).layers
  expect(layers(100).findIndex((l) => l.element === copy)).toBeGreaterThan(
    layers(100).findIndex((l) => l.element === 'cut'),
  )
  for (const frame of [60, 75, 100, 150]) {
    // The take's pixel that the cover's middle lies on is under the copy's middle.
    const below = layers(frame).find((l) => l.element === 'c1') as Footage
    const own = timed.lesson.elements.find((e) => e.id === 'hides')!
    const y = still ? 320 : posedAt(timed, own, frame)!.y
    const pixel = apply(inverse(below.matrix), { x: 400, y })
    const there = shownAt(cutAt(timed, frame)!, pixel)
    const { bounds } = layers(frame).find((l) => l.element === copy) as Footage
    expect(bounds.x + bounds.w / 2).toBeCloseTo(there.x, 0)
    expect(bounds.y + bounds.h / 2).toBeCloseTo(there.y, 0)
  }
})
test('the rest dims while it is up; where no recording lies nothing is lifted', () => {
  const layers = layersAt(lifted(false), 110).layers.map((l) => l.element)
  expect(layers.indexOf('c1')).toBeLessThan(layers.findIndex((e) => e.startsWith('dim')))
  expect(layers.findIndex((e) => e.startsWith('dim'))).toBeLessThan(layers.indexOf('cut'))
  expect(layers.indexOf('cut')).toBeLessThan(layers.findIndex((e) => e.startsWith('rim')))
  const bare = { ...lessonWithTake(), elements: [], length: 100 }
  expect(
    applyEdit(bare, liftOut({ x: 0, y: 0, w: 50, h: 50 }, 'cut', { frame: 0, caught: null }, false), idsFrom('t')),
  ).toMatchObject({ unfit: true })
})
test('what rides in a group is lifted out of where it stands there', () => {
  const lesson = lessonWithTake()
  lesson.elements = [clip('a', 0, 200, { fit: 'free' })]
  const grouped = made(lesson, makeGroup(['a'], 'g', 0), setElements(['g'], { x: 700, 'scale.x': 0.5, 'scale.y': 0.5 }))
  const after = made(grouped, liftOut({ x: 600, y: 450, w: 200, h: 120 }, 'cut', { frame: 50, caught: null }, false))
  const cut = after.elements.find((e) => e.id === 'cut')!
  expect(cut.rides).toBeNull()
  expect(cut.scale.x).toBeCloseTo(0.5, 5)
  expect([cut.x, cut.y]).toEqual([700, 510])
})
