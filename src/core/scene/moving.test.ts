import { drawnAt } from '@/core/testing/shown'
import fc from 'fast-check'
import { ELEMENT_KINDS, newElement } from '../kinds'
import type { Element, Lesson, Pose } from '../lesson/schema'
import { element, lasting, lessonWithTake, loose, takeMedium, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { apply, IDENTITY } from '../geometry'
import { placementOf } from '../motion'
import { elementsAt, layersAt, hitAt, snapLines, snapRect } from './index'

const move = (id: string, from: number, to: number, values: Pose['values'], easing = 'linear'): Pose => ({
  id,
  start: { on: 'start', frames: from },
  end: { on: 'start', frames: to },
  easing,
  values,
  curve: null,
})
const shape = (lesson: Lesson, id: string, change: Partial<Element> = {}) =>
  element(lesson, 'shape', id, loose(100), loose(200), {
    space: 'fixed',
    x: 500,
    y: 400,
    width: 100,
    height: 60,
    ...change,
  })
const items = (lesson: Lesson, frame: number, blurred = true) => drawnAt(resolve(lesson), frame, { blurred })
/** Ten pixels a frame to the right, from frame 110 to frame 150. */
const runner = (lesson: Lesson, change: Partial<Element> = {}) =>
  shape(lesson, 'runner', { poses: [move('a', 10, 50, { x: 900 })], ...change })
const blurring = () => {
  const lesson = lessonWithTake()
  lesson.motionBlur = { on: true, shutter: 180, samples: 5 }
  return lesson
}

test('motion blur draws a thing at even instants while the shutter is open, centred on the frame', () => {
  const lesson = blurring()
  lesson.elements = besides(lesson, [runner(lesson)])
  const [item] = items(lesson, 120)
  // Half a frame at ten pixels a frame are five pixels: three steps of two pixels at most, four instants.
  expect(item!.instants!.map((i) => Math.round(i.matrix[4] * 100) / 100)).toEqual([598.13, 599.38, 600.63, 601.88])
  expect(item!.bounds.x).toBeCloseTo(Math.min(...item!.instants!.map((i) => i.bounds.x)), 6)
})
test('what stands still, does not follow the blur, or is looked at without it, is drawn once', () => {
  const lesson = blurring()
  lesson.elements = besides(lesson, [runner(lesson), shape(lesson, 'still')])
  expect(items(lesson, 160).every((i) => i.instants === undefined)).toBe(true)
  expect(items(lesson, 120).map((i) => i.instants?.length)).toEqual([4, undefined])
  lesson.motionBlur = { on: true, shutter: 180, samples: 3 }
  expect(items(lesson, 120)[0]!.instants).toHaveLength(3)
  lesson.motionBlur = { on: true, shutter: 180, samples: 5 }
  expect(items(lesson, 120, false).map((i) => i.instants)).toEqual([undefined, undefined])
  lesson.elements = besides(lesson, [runner(lesson, { motionBlur: false })])
  expect(items(lesson, 120)[0]!.instants).toBeUndefined()
  lesson.motionBlur = { ...lesson.motionBlur, on: false }
  lesson.elements = besides(lesson, [runner(lesson)])
  expect(items(lesson, 120)[0]!.instants).toBeUndefined()
})
test('blur never looks before an element’s first frame or past its last', () => {
  const lesson = blurring()
  lesson.elements = besides(lesson, [runner(lesson, { poses: [move('a', 0, 99, { x: 1490 })] })])
  const first = items(lesson, 100)[0]!
  expect(Math.min(...(first.instants ?? [first]).map((i) => i.matrix[4]))).toBe(500)
})
test('crop takes shares off the edges, reveal uncovers from a side; both leave one rectangle', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [shape(lesson, 'cut', { crop: { left: 0.1, right: 0.2, top: 0, bottom: 0.5 } })])
  const own = 114 // 100 wide, with its rim of 6 and a pixel all around
  expect(items(lesson, 120)[0]!.clip).toMatchObject({ x: -57 + own * 0.1, w: own * 0.7 })
  lesson.elements = besides(lesson, [shape(lesson, 'half', { reveal: { shown: 25, from: 'left' } })])
  expect(items(lesson, 120)[0]!.clip).toMatchObject({ x: -57, w: own * 0.25 })
  lesson.elements = besides(lesson, [shape(lesson, 'none', { reveal: { shown: 0, from: 'top' } })])
  expect(items(lesson, 120)).toEqual([])
})
test('keyframes, then the loop, then what it rides on, then the framing', () => {
  const lesson = lessonWithTake()
  const carrier = element(lesson, 'group', 'group', loose(0), loose(300), {
    space: 'framed',
    x: 300,
    y: 300,
    poses: [move('turn', 100, 140, { rotation: 90 })],
  })
  const rider = shape(lesson, 'rider', {
    space: 'framed',
    x: 100,
    y: 0,
    rides: { on: 'group', by: [1, 0, 0, 1, 0, 0], fades: false },
    poses: [move('out', 0, 20, { x: 200 })],
    loop: { how: 'there-and-back', times: null, everyFrames: 15 },
  })
  const zoom = element(lesson, 'zoom', 'zoom', loose(60), loose(299), { x: 480, y: 270, width: 960, height: 540 })
  lesson.elements = besides(lesson, [carrier, rider, zoom])
  // At frame 130 its loop is half-way back: x 150; the carrier has turned by 67.5 degrees about 300,300; the view is
  // twice as close.
  const at = apply(items(lesson, 130).find((i) => i.element === 'rider')!.matrix, { x: 0, y: 0 })
  const turn = (67.5 * Math.PI) / 180
  expect(at.x).toBeCloseTo(2 * (300 + 150 * Math.cos(turn)), 6)
  expect(at.y).toBeCloseTo(2 * (300 + 150 * Math.sin(turn)), 6)
})
test('a rider fades with what carries it only where that is wanted', () => {
  const lesson = lessonWithTake()
  const ridden = (fades: boolean) => {
    lesson.elements = besides(lesson, [
      shape(lesson, 'below', { opacity: 0.5 }),
      shape(lesson, 'rider', { opacity: 0.8, rides: { on: 'below', by: [1, 0, 0, 1, 0, 0], fades } }),
    ])
    return items(lesson, 120).find((i) => i.element === 'rider')!.opacity
  }
  expect(ridden(false)).toBeCloseTo(0.8, 9)
  expect(ridden(true)).toBeCloseTo(0.4, 9)
})
test('a blink shows and hides it by turns, with nothing in between', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [shape(lesson, 'lamp', { loop: { how: 'blink', times: 2, everyFrames: 5 } })])
  const seen = Array.from({ length: 25 }, (_, i) => items(lesson, 100 + i).length)
  expect(seen).toEqual([
    ...Array(5).fill(1),
    ...Array(5).fill(0),
    ...Array(5).fill(1),
    ...Array(5).fill(0),
    ...Array(5).fill(1),
  ])
})
test('what is hidden is not drawn; what is locked is not hit', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    shape(lesson, 'hidden', { hidden: true }),
    shape(lesson, 'locked', { locked: true }),
  ])
  const timed = resolve(lesson)
  expect(items(lesson, 120).map((i) => i.element)).toEqual(['locked'])
  expect(elementsAt(timed, 120)).toHaveLength(3)
  expect(hitAt(timed, 120, { x: 500, y: 400 })).toBeNull()
})
test('what slides in starts just outside the picture, whatever its size and turn', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 20, max: 900 }),
      fc.integer({ min: 20, max: 900 }),
      fc.integer({ min: -180, max: 180 }),
      fc.constantFrom('left', 'right', 'top', 'bottom' as const),
      (width, height, rotation, from) => {
        const lesson = lessonWithTake()
        lesson.elements = besides(lesson, [
          shape(lesson, 'slip', {
            width,
            height,
            rotation,
            arrival: { how: 'slide', from, frames: 20, easing: 'linear' },
          }),
        ])
        const timed = resolve(lesson)
        const { matrix } = placementOf(timed, lesson.elements[0]!, 100, IDENTITY)!
        const drawn = [
          [-1, -1],
          [1, -1],
          [1, 1],
          [-1, 1],
        ].map(([x, y]) => apply(matrix, { x: (x! * (width + 14)) / 2, y: (y! * (height + 14)) / 2 }))
        // On its first frame none of it has come in, and no more than its outline and a pixel or two are in between.
        const way = {
          left: Math.max(...drawn.map((p) => p.x)),
          right: 1920 - Math.min(...drawn.map((p) => p.x)),
          top: Math.max(...drawn.map((p) => p.y)),
          bottom: 1080 - Math.min(...drawn.map((p) => p.y)),
        }[from]
        expect(way).toBeLessThanOrEqual(0)
        expect(way).toBeGreaterThan(-40)
      },
    ),
  )
})
test('a rectangle keeps to the nearest line on each axis, and tells how far what lies along it is', () => {
  const lesson = lessonWithTake()
  lesson.guides = { x: [700], y: [] }
  lesson.elements = besides(lesson, [shape(lesson, 'fixed', { x: 1000, y: 400 })])
  const lines = snapLines(resolve(lesson), 120, new Set(), { grid: 0, safe: true, framed: true })
  const near = snapRect({ x: 596, y: 371, w: 100, h: 60 }, lines, 6)
  expect([near.dx, near.dy]).toEqual([4, -1])
  expect(near.lines.map((l) => l.name)).toEqual(['guide', 'top of “fixed”'])
  expect(near.lines[1]!.distance).toBeCloseTo(950 - 696, 6)
  expect(snapRect({ x: 610, y: 500, w: 33, h: 21 }, lines, 3)).toEqual({ dx: 0, dy: 0, lines: [] })
})
test('whatever kind, pose, loop and ride: every frame’s display list is finite, and the same each time', () => {
  const value = fc.integer({ min: -2000, max: 3000 })
  const any = fc.record({
    kind: fc.constantFrom(...ELEMENT_KINDS.filter((k) => k !== 'still')),
    x: value,
    y: value,
    turn: fc.integer({ min: -720, max: 720 }),
    size: fc.integer({ min: 1, max: 900 }),
    easing: fc.constantFrom('linear', 'spring(0.2)', 'steps(3)', 'overshoot', 'hold'),
    loop: fc.constantFrom(null, 'repeat', 'there-and-back', 'blink' as const),
    rides: fc.boolean(),
    from: fc.nat(200),
  })
  fc.assert(
    fc.property(fc.array(any, { maxLength: 6 }), fc.nat(299), (list, frame) => {
      const lesson = blurring()
      lesson.media.take = takeMedium()
      lesson.elements = list.map((a, i) => {
        const e = {
          ...newElement(lesson, a.kind, `e${i}`, { start: loose(a.from), end: lasting(60) }),
          x: a.x,
          y: a.y,
          loop: a.loop && { how: a.loop, times: 2, everyFrames: 4 },
        }
        if (a.kind !== 'zoom')
          e.poses = [
            move('p', 5, 25, { x: a.y, rotation: a.turn, 'scale.x': a.size / 300, opacity: 0.5 }, a.easing),
            move('q', 30, 40, { width: a.size }, a.easing),
          ]
        if (a.rides && i > 0 && a.kind !== 'zoom') e.rides = { on: `e${i - 1}`, by: [1, 0, 0, 1, 10, 20], fades: true }
        return e
      })
      const timed = resolve(lesson)
      const shown = JSON.stringify(layersAt(timed, frame), (_k, v: unknown) => {
        if (typeof v === 'number') expect(Number.isFinite(v)).toBe(true)
        return v
      })
      expect(shown).not.toMatch(/NaN|Infinity/)
      expect(JSON.stringify(layersAt(resolve(lesson), frame))).toBe(shown)
    }),
    { numRuns: 60 },
  )
})
