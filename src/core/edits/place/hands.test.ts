import { drawnAt } from '@/core/testing/shown'
import fc from 'fast-check'
import { sizeOf } from '../../kinds'
import { framingAt } from '../../framing'
import { frameFor, LIMITS } from '../../lesson/limits'
import { SAFE_AREAS } from '../../scene/snap'
import { apply } from '../../geometry'
import { elementsAt, frameBoxOf } from '../../scene'
import { clip, element, lasting, lessonWithTake, loose, clipsOf, besides, laid, others } from '../../testing/lessons'
import { made, newIds } from '../../testing/made'
import { resolve } from '../../timing'
import type { Lesson } from '../../lesson/schema'
import * as E from '..'

const box = (lesson: Lesson, id: string, from: number, frames: number, change = {}) =>
  element(lesson, 'shape', id, loose(from), lasting(frames), { x: 960, y: 540, width: 200, height: 100, ...change })
const withTwo = (): Lesson => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [box(lesson, 'under', 30, 150), box(lesson, 'over', 60, 20)])
  return lesson
}

describe('as long as what lies below', () => {
  test('the uppermost element beneath that its box meets, by ties that follow it', () => {
    const lesson = withTwo()
    const span = E.spanOfBelow(resolve(lesson), 'over')!
    const tied = made(lesson, E.setSpan('over', span))
    expect(resolve(tied).spans.get('over')).toMatchObject({ from: 30, to: 180 })
    const later = made(tied, E.setEdge(tied.elements[0]!.id, 'end', lasting(90)))
    expect(resolve(later).spans.get('over')).toMatchObject({ from: 30, to: 120 })
  })
  test('the take where no element is beneath it; nothing where there is no take either', () => {
    const lesson = withTwo()
    lesson.elements[0]!.x = 100
    expect(E.spanOfBelow(resolve(lesson), 'over')).toMatchObject({
      start: { moment: 'cut:c1:start' },
      end: { moment: 'cut:c1:end' },
    })
    expect(E.spanOfBelow(resolve({ ...lesson, elements: laid(lesson, []) }), 'over')).toBeNull()
  })
})

describe('cuts through all tracks', () => {
  const withVoice = (): Lesson => {
    const lesson = lessonWithTake()
    lesson.media.voice = { ...lesson.media.take!, kind: 'sound', name: 'Voice.wav', moments: [], sound: true }
    lesson.elements = laid(lesson, [clip('c1', 0, 300), clip('v1', 0, 300, { track: 'sound-1', media: 'voice' })])
    lesson.elements = besides(lesson, [box(lesson, 'late', 250, 30)])
    return lesson
  }
  test('the narration is taken out along with the take, so what is said stays with what is shown', () => {
    const after = made(withVoice(), E.takeOut(E.cutTracks(withVoice()), 100, 160, true))
    const rows = (track: string) =>
      clipsOf(after)
        .filter((c) => c.track === track)
        .map((c) => [c.at, c.length, c.inUs])
    expect(rows('takes-1')).toEqual(
      [
        [0, 100, 0],
        [100, 140, (160 * 1e6) / 30],
      ].map((r) => r.map(Math.round)),
    )
    expect(rows('sound-1')).toEqual(rows('takes-1'))
    expect(resolve(after).spans.get('late')!.from).toBe(190)
  })
  test('one track alone is cut when that is meant, and what stands on the takes stays', () => {
    const after = made(withVoice(), E.takeOut(['sound-1'], 100, 160, true))
    expect(clipsOf(after).filter((c) => c.track === 'takes-1')).toEqual(clipsOf(withVoice()).slice(0, 1))
    expect(resolve(after).spans.get('late')!.from).toBe(250)
  })
  test('a split leaves every track as long as it was, in two', () => {
    const after = made(withVoice(), E.splitTracks(E.cutTracks(withVoice()), 120))
    expect(
      clipsOf(after)
        .map((c) => [c.track, c.at, c.length])
        .sort(),
    ).toEqual([
      ['sound-1', 0, 120],
      ['sound-1', 120, 180],
      ['takes-1', 0, 120],
      ['takes-1', 120, 180],
    ])
  })
})

test('a split at a click ties both parts to it: they follow it together, without a gap or an overlap', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [box(lesson, 'long', 20, 150)])
  const timed = resolve(lesson)
  const moment = timed.moments.get('take/click-1')!
  const after = made(lesson, E.splitElements(['long'], 60, { moment, edge: 'start', frame: 60 }))
  expect(others(after).map((e) => [e.name, resolve(after).spans.get(e.id)])).toMatchObject([
    ['long', { from: 20, to: 60 }],
    ['long 2', { from: 60, to: 170 }],
  ])
  const trimmed = resolve(made(after, E.takeOut(['takes-1'], 0, 15, true)))
  expect(others(after).map((e) => [trimmed.spans.get(e.id)!.from, trimmed.spans.get(e.id)!.to])).toEqual([
    [5, 45],
    [45, 155],
  ])
})

test('copies are numbered on, whatever their first was called', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [box(lesson, 'Step 1', 0, 30), box(lesson, 'Step 1 2', 0, 30)])
  const names = E.copies([lesson.elements[0]!, lesson.elements[0]!], resolve(lesson), null, newIds()).map((e) => e.name)
  expect(new Set([...names, 'Step 1', 'Step 1 2']).size).toBe(4)
})

test('pulled from the middle, the opposite side goes as far the other way, however it is turned', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -170, max: 170 }),
      fc.integer({ min: 20, max: 300 }),
      fc.constantFrom(...[-1, 0, 1].flatMap((x) => [-1, 0, 1].filter((y) => x || y).map((y) => ({ x, y })))),
      (rotation, out, pull) => {
        const lesson = lessonWithTake()
        lesson.elements = besides(lesson, [box(lesson, 'b', 0, 30, { rotation })])
        const { matrix } = frameBoxOf(resolve(lesson), lesson.elements[0]!, 0, false)
        const to = apply(matrix, { x: pull.x * (100 + out), y: pull.y * (50 + out) })
        const e = made(lesson, E.pullBox('b', pull as never, to, { middle: true })).elements[0]!
        expect([e.x, e.y]).toEqual([expect.closeTo(960, 0), expect.closeTo(540, 0)])
        expect([e.width, e.height]).toEqual([
          expect.closeTo(pull.x ? 200 + 2 * out : 200, 0),
          expect.closeTo(pull.y ? 100 + 2 * out : 100, 0),
        ])
      },
    ),
  )
})

test('the uppermost track is in front, whenever its elements were added', () => {
  const lesson = lessonWithTake()
  lesson.tracks = [{ id: 'front', kind: 'picture', name: 'Front' }, ...lesson.tracks]
  lesson.elements = besides(lesson, [
    box(lesson, 'first', 0, 30, { track: 'front' }),
    box(lesson, 'second', 0, 30, { track: 'elements-1' }),
  ])
  expect(elementsAt(resolve(lesson), 5).map((e) => e.id)).toEqual(['c1', 'second', 'first'])
  const turned = made(lesson, E.moveTrack('front', 1))
  expect(elementsAt(resolve(turned), 5).map((e) => e.id)).toEqual(['c1', 'first', 'second'])
})

test(
  'a new callout stands whole within the title-safe part of ' +
    'what is framed, and covers nothing of the spot it explains',
  () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1000 }),
        fc.integer({ min: 0, max: 1000 }),
        fc.boolean(),
        (px, py, zoomed) => {
          const lesson = lessonWithTake()
          if (zoomed)
            lesson.elements = besides(lesson, [
              element(lesson, 'zoom', 'z', loose(0), lasting(300), { x: 600, y: 400, width: 960, height: 540 }),
            ])
          const timed = resolve(lesson)
          const view = framingAt(timed, 150)
          const at = { x: view.x + (px / 1000) * view.w, y: view.y + (py / 1000) * view.h }
          const e = E.elementAt(timed, { kind: 'callout', id: 'new', frame: 150, at } as never)
          const { w, h } = sizeOf(e)
          const inset = SAFE_AREAS.title
          for (const [v, half, from, long] of [
            [e.x, w / 2, view.x, view.w],
            [e.y, h / 2, view.y, view.h],
          ] as const) {
            if (2 * half > long * (1 - 2 * inset)) continue
            expect(v - half).toBeGreaterThanOrEqual(from + long * inset - 1)
            expect(v + half).toBeLessThanOrEqual(from + long * (1 - inset) + 1)
          }
          expect(Math.abs(at.x - e.x) > w / 2 || Math.abs(at.y - e.y) > h / 2).toBe(true)
        },
      ),
    )
  },
)

test('a shadow reaches beyond the element it belongs to and grows with the framing', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    box(lesson, 'b', 0, 200, { shadow: { colour: '#00000080', dx: 10, dy: 20, blurPx: 8 } }),
  ])
  const plain = drawnAt(resolve(lesson), 100).find((i) => i.element === 'b')!
  expect(plain.shadow).toMatchObject({ dx: 10, dy: 20, blurPx: 8 })
  lesson.elements = [
    ...lesson.elements,
    element(lesson, 'zoom', 'z', loose(0), lasting(300), {
      x: 960,
      y: 540,
      width: 960,
      height: 540,
      arrival: { ...lesson.elements[0]!.arrival, how: 'none', frames: 0 } as never,
    }),
  ]
  const zoomed = drawnAt(resolve(lesson), 150).find((i) => i.element === 'b')!
  expect(zoomed.shadow!.dx / 10).toBeCloseTo(2, 1)
  expect(zoomed.bounds.h).toBeGreaterThan(plain.bounds.h * 1.8)
})

test('a lesson’s frame is the recording’s size, or what its limits allow of it in the same proportion', () => {
  expect(frameFor(1920, 1080)).toEqual({ width: 1920, height: 1080 })
  expect(frameFor(1281, 721)).toEqual({ width: 1280, height: 720 })
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 20_000 }), fc.integer({ min: 1, max: 20_000 }), (w, h) => {
      const f = frameFor(w, h)
      expect(f.width % 2 === 0 && f.height % 2 === 0).toBe(true)
      expect(
        f.width >= LIMITS.frame.least &&
          f.width <= LIMITS.frame.width &&
          f.height >= LIMITS.frame.least &&
          f.height <= LIMITS.frame.height,
      ).toBe(true)
    }),
  )
})
