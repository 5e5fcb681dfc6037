import { fillLikeBar, setSpan, spanOver } from '..'
import type { Lesson } from '../../lesson/schema'
import { posedAt } from '../../motion'
import { layersAt, timedOf } from '../../scene'
import { clip, element, lessonWithTake, loose } from '../../testing/lessons'
import { madeAll as made } from '../../testing/made'

const lesson = (): Lesson => {
  const one = lessonWithTake()
  one.elements = [clip('a', 10, 101, { fit: 'free' })]
  return one
}

test('a picture is filled from its first frame to its last, over a pale copy that goes with it', () => {
  const after = made(lesson(), fillLikeBar(['a']))
  const timed = timedOf(after)
  const full = after.elements.find((e) => e.id === 'a')!
  const shown = (frame: number) => posedAt(timed, full, frame)!.reveal.shown
  expect([10, 60, 110].map(shown)).toEqual([0, 50, 100])
  const empty = after.elements.find((e) => e.id.startsWith('empty'))!
  expect(empty.look).toMatchObject({ grade: { saturation: -100 }, muted: true })
  expect(after.elements.indexOf(empty)).toBeLessThan(after.elements.indexOf(full))
  // Both lie in the same place, also when the full one is brought elsewhere.
  const away = structuredClone(after)
  away.elements.find((e) => e.id === 'a')!.x += 200
  const boxes = layersAt(timedOf(away), 60).layers.map((l) => l.matrix)
  expect(boxes.length).toBeGreaterThan(1)
  for (const m of boxes) expect(m).toEqual(boxes[0])
})
test('what is cropped is uncovered over what is left of it', () => {
  const cropped = lesson()
  cropped.elements[0]!.crop = { left: 0.5, right: 0, top: 0, bottom: 0 }
  const timed = timedOf(made(cropped, fillLikeBar(['a'])))
  const window = (frame: number) => layersAt(timed, frame).layers.at(-1)!.clip!
  const whole = window(110).w
  expect(window(60).w).toBeCloseTo(whole / 2, 3)
})
test('a bar lasts as long as the recordings, without what comes before and after them', () => {
  const one = lessonWithTake()
  one.length = 400
  one.elements = [clip('a', 60, 90), clip('b', 150, 100)]
  const span = spanOver(timedOf(one), 'body', 0)!
  const bar = made(
    { ...one, elements: [...one.elements, element(one, 'bar', 'bar', loose(0), loose(30))] },
    setSpan('bar', span),
  )
  expect(span).toMatchObject({ start: { moment: 'cut:a:start' }, end: { moment: 'cut:b:end' } })
  expect(timedOf(bar).spans.get('bar')).toMatchObject({ from: 60, to: 250 })
})
