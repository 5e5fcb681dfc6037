import { lookAs } from '@/core/testing/looks'
import { drawnAt } from '@/core/testing/shown'
import type { Element, Lesson } from '../lesson/schema'
import { element, lessonWithTake, loose, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { apply, boundsOf } from '../geometry'
import { frameBoxOf } from './index'
import type { Drawing } from '../display'

/** A zoom that shows a quarter of the picture from frame 100 on, twice as large, and one element on the take. */
function zoomed(
  kind: 'shape' | 'callout' | 'arrow',
  change: Partial<Element>,
): { lesson: Lesson; item: (frame: number) => Drawing } {
  const lesson = lessonWithTake()
  const zoom = element(lesson, 'zoom', 'zoom', loose(100), loose(290), { x: 480, y: 270, width: 960, height: 540 })
  Object.assign(zoom.look, { inFrames: 0, backFrames: 0 })
  lesson.elements = besides(lesson, [
    zoom,
    element(lesson, kind, 'it', loose(0), loose(300), { space: 'framed', x: 400, y: 200, ...change }),
  ])
  return { lesson, item: (frame) => drawnAt(resolve(lesson), frame).find((i) => i.element === 'it')! }
}
const scaleOf = (i: Drawing) => Math.hypot(i.matrix[0], i.matrix[1])

test('an outline grows with the take while its line stays as thick as it is', () => {
  const { item } = zoomed('shape', { width: 200, height: 100, readable: true })
  const [before, after] = [item(50), item(150)]
  expect(scaleOf(after)).toBeCloseTo(1)
  expect(after.bounds.w / before.bounds.w).toBeGreaterThan(1.9)
  expect(item(150).shapes.map((s) => s.type === 'path' && s.lineWidth)).toEqual(
    item(50).shapes.map((s) => s.type === 'path' && s.lineWidth),
  )
})
test('a callout keeps its letters and still points at the same thing', () => {
  const { lesson, item } = zoomed('callout', { readable: true })
  const e = lesson.elements[1]!
  Object.assign(lookAs(e, 'callout'), { tip: { x: 600, y: 300 }, lead: 'wedge' })
  expect(scaleOf(item(150))).toBeCloseTo(1)
  // The tip is drawn where the take shows what it points at: twice as far from the corner.
  const reach = (frame: number) => {
    const r = item(frame).bounds
    return { x: r.x + r.w, y: r.y + r.h }
  }
  expect(Math.abs(reach(150).x - 1200)).toBeLessThan(14)
  expect(Math.abs(reach(150).y - 600)).toBeLessThan(14)
  const box = frameBoxOf(resolve(lesson), e, 150)
  const plain = frameBoxOf(resolve(lesson), e, 50)
  expect(boundsOf(box.matrix, box.box).w).toBeCloseTo(boundsOf(plain.matrix, plain.box).w)
  expect(apply(box.matrix, { x: 0, y: 0 })).toEqual({ x: 800, y: 400 })
})
test('without it an element grows with the framing, and in the picture it is left alone', () => {
  expect(scaleOf(zoomed('shape', { width: 200, height: 100 }).item(150))).toBeCloseTo(2)
  const inPicture = zoomed('shape', { width: 200, height: 100, readable: true, space: 'fixed' })
  expect(inPicture.item(150).bounds).toEqual(inPicture.item(50).bounds)
})
test('an arrow reaches as far as the take does', () => {
  const a = zoomed('arrow', { width: 200, height: 20, readable: true })
  const b = zoomed('arrow', { width: 200, height: 20 })
  expect(a.item(150).bounds.w).toBeGreaterThan(380)
  expect(Math.abs(a.item(150).bounds.w - b.item(150).bounds.w)).toBeLessThan(60)
})
