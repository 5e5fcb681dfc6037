import { checkLesson } from '../../review/check'
import type { Element, Lesson } from '../../lesson/schema'
import { ELEMENT_KINDS, fieldsOf, type ElementKind, newElement, plays, mediumOf, showsWhat } from '../../kinds'
import { fitting, isNumber, valueAt } from '../../values'
import { motionOf, posedAt } from '../../motion'
import { lasting, lessonWithTake, loose, on } from '../../testing/lessons'
import { after, long, made, pose } from '../../testing/made'
import { resolve } from '../../timing'
import * as E from '..'

const lessonOf = (...elements: Element[]): Lesson => ({ ...lessonWithTake(), elements })
const put = (kind: ElementKind, id: string, change: Partial<Element> = {}): Element => ({
  ...newElement(lessonWithTake(), kind, id, { start: loose(30), end: lasting(200) }, { x: 700, y: 420 }),
  ...change,
})
const to = (lesson: Lesson, width: number, height: number) => made(lesson, E.resizeLesson(width, height))
const atRate = (lesson: Lesson, num: number, den = 1) => made(lesson, E.setRate({ num, den }))

const textSize = (e: Element) => (e.look as { face: { size: number } }).face.size

describe('another size', () => {
  test('a callout in a smaller lesson is as large in it, and points at the same thing', () => {
    const callout = put('callout', 'c', { x: 900, y: 600 })
    callout.look = { ...callout.look, tip: { x: 500, y: 300 }, padding: 24 }
    const [small] = to(lessonOf(callout), 1280, 720).elements
    expect(small).toMatchObject({
      x: 600,
      y: 400,
      width: 280,
      height: 64,
      look: { tip: { x: 333.33, y: 200 }, padding: 16, outlinePx: 2, tailPx: 29.33, face: { size: 21.33 } },
    })
  })
  test('nothing is stretched where the shape of the frame changes: lengths go with the side that changes less', () => {
    const box = put('shape', 's', {
      x: 960,
      y: 540,
      width: 300,
      height: 90,
      shadow: { colour: '#000000', dx: 8, dy: 4, blurPx: 10 },
    })
    const [upright] = to(lessonOf(box), 1080, 1920).elements
    expect(upright).toMatchObject({
      x: 540,
      y: 960,
      width: 168.75,
      height: 50.63,
      shadow: { dx: 4.5, dy: 2.25, blurPx: 5.63 },
    })
  })
  test('width and height changed one after the other come to the same as both at once, and back again', () => {
    const text = put('text', 't', { x: 960, y: 540, width: 300 })
    const there = to(to(lessonOf(text), 1280, 1080), 1280, 720)
    expect(there.elements).toEqual(to(lessonOf(text), 1280, 720).elements)
    expect(there.elements[0]!.look).toMatchObject({ face: { size: expect.closeTo(textSize(text) / 1.5, 2) } })
    const upright = to(to(lessonOf(text), 1080, 1920), 1920, 1080).elements[0]!
    expect(upright.width).toBeCloseTo(300, 1)
  })
  test('poses, their ways and what an element rides by go along; a zoom shows the same part', () => {
    const moving = put('zoom', 'z', {
      x: 480,
      y: 270,
      width: 960,
      height: 540,
      poses: [
        pose(
          'p2',
          after(10),
          after(40),
          { x: 1440, width: 480, height: 270 },
          { curve: { start: { x: 90, y: 0 }, landing: { x: 0, y: -60 } } },
        ),
      ],
    })
    const rider = put('text', 't', { rides: { on: null, by: [1, 0, 0, 1, -300, 150], fades: false } })
    const [zoom, text] = to(lessonOf(moving, rider), 1280, 720).elements
    expect(zoom).toMatchObject({ x: 320, y: 180, width: 640, height: 360 })
    expect(zoom!.poses[0]).toMatchObject({
      values: { x: 960, width: 320, height: 180 },
      curve: { start: { x: 60, y: 0 }, landing: { x: 0, y: -40 } },
    })
    expect(text!.rides!.by).toEqual([1, 0, 0, 1, -200, 100])
  })
  test.each(ELEMENT_KINDS)('every number of a %s becomes what its unit says, whatever the kind adds later', (kind) => {
    const fresh = newElement(lessonWithTake(), kind, 'e', { start: loose(30), end: lasting(200) })
    const still: Partial<Element> =
      mediumOf(fresh) !== null
        ? { look: { ...fresh.look, media: 'take' } }
        : kind === 'part'
          ? { look: { ...fresh.look, part: 'inner' } as Element['look'] }
          : {}
    // In the middle, where those lie that cover the whole frame.
    const before = put(kind, 'e', {
      ...still,
      x: 960,
      y: 540,
      ...((kind === 'bar' || kind === 'chapters') && { y: 1080 - fresh.height / 2 }),
      ...(plays(fresh)?.what === 'sound' && { x: 0, y: 0, track: 'sound-1' }),
    })
    const lesson = lessonOf(before)
    lesson.parts.inner = lessonWithTake()
    // A picture is needed for a still, so that the lesson is sound.
    lesson.media.take = {
      ...lesson.media.take!,
      kind: kind === 'still' ? 'picture' : showsWhat(fresh) === 'sound' ? 'sound' : 'take',
    }
    const now = to(lesson, 960, 540).elements[0]!
    for (const f of fieldsOf(before).filter(isNumber)) {
      const was = valueAt(before, f.path)
      if (typeof was !== 'number') continue
      const half = ['across', 'down', 'px'].includes(f.type) ? fitting(f, was / 2) : was
      expect({ path: f.path, now: valueAt(now, f.path) }).toEqual({ path: f.path, now: expect.closeTo(half, 2) })
    }
  })
})

describe('another rate', () => {
  const landings = (lesson: Lesson) => {
    const timed = resolve(lesson)
    return motionOf(timed, lesson.elements[0]!).moves.map((m) => [m.from, m.to])
  }
  test('from 30 to 60 frames a second a move from 4 to 5 s still goes from 4 to 5 s', () => {
    const box = put('shape', 's', {
      poses: [
        pose('p2', after(90), after(120), { x: 100 }),
        pose('p3', long(12), { on: 'end', frames: 20 }, { y: 100 }),
        pose('p4', on('take/click-3', -6) as never, { on: 'share', share: 1 }, { x: 5 }),
      ],
    })
    const lesson = lessonOf(box)
    expect(landings(lesson)[0]).toEqual([120, 150])
    expect(landings(atRate(lesson, 60))).toEqual(landings(lesson).map(([a, b]) => [a! * 2, b! * 2]))
  })
  test('blinks, growing rings, fades and staggers take as long as before', () => {
    const ring = put('ripple', 'r')
    const blink = put('text', 't', {
      loop: { how: 'blink', times: null, everyFrames: 12 },
      departure: { how: 'fade', from: 'left', frames: 9, easing: 'linear' },
    })
    const lesson = lessonOf(ring, blink)
    lesson.staggers = [
      {
        id: 's',
        elements: ['r', 't'],
        what: 'start',
        move: 1,
        frames: 2.5,
        order: 'selection',
        seed: 1,
        jitter: 3,
        shifts: { r: 0, t: 3 },
      },
    ]
    const [fast, text] = atRate(lesson, 60).elements
    const look = ring.look as { growFrames: number; fadeFrames: number }
    expect(fast!.look).toMatchObject({ growFrames: look.growFrames * 2, fadeFrames: look.fadeFrames * 2 })
    expect(text).toMatchObject({ loop: { everyFrames: 24 }, departure: { frames: 18 } })
    expect(atRate(lesson, 60).staggers[0]).toMatchObject({ frames: 5, jitter: 6, shifts: { r: 0, t: 6 } })
  })
  test('at 60 frames a second every second frame looks as a frame did at 30', () => {
    const box = put('shape', 's', { poses: [pose('p2', after(10), after(50), { x: 100, rotation: 90 })] })
    const [slow, fast] = [resolve(lessonOf(box)), resolve(atRate(lessonOf(box), 60))]
    for (const frame of [35, 44, 60, 79, 100]) {
      const [a, b] = [
        posedAt(slow, slow.lesson.elements[0]!, frame)!,
        posedAt(fast, fast.lesson.elements[0]!, 2 * frame)!,
      ]
      expect([b.x, b.rotation]).toEqual([expect.closeTo(a.x, 6), expect.closeTo(a.rotation, 6)])
    }
  })
})

test('a pose holds only what its property may: not an opacity of 900, not 3.7 sides, no number for a colour', () => {
  const faults = (values: Record<string, number | string | null>) =>
    checkLesson(lessonOf(put('shape', 's', { poses: [pose('p2', after(1), after(9), values)] }))).faults.map(
      (f) => f.sentence,
    )
  expect(faults({ opacity: 900 })).toEqual(['it takes a number from 0 to 1, not 900'])
  expect(faults({ 'look.sides': 3.7 })).toEqual(['it takes a whole number from 3 to 24, not 3.7'])
  expect(faults({ 'look.fill': 3 })).toEqual(['it takes a colour'])
  expect(faults({ 'look.sides': null })).toEqual(['it takes a number'])
  expect(faults({ opacity: 0.9, 'look.sides': 4, 'look.fill': null })).toEqual([])
})
test('a value keyed halfway between two keyframes is one that its property may hold', () => {
  const star = put('shape', 's', { poses: [pose('p2', after(0), after(100), { 'look.sides': 10 })] })
  const lesson = lessonOf(star)
  const now = made(lesson, E.addKey(['s'], ['look.sides'], 83))
  expect(now.elements[0]!.poses.find((p) => p.id === 'new-1')!.values).toEqual({ 'look.sides': 8 })
  const bare = made(lesson, E.removeMotion(['s'], 83))
  expect(bare.elements[0]!.look).toMatchObject({ sides: 8 })
})
