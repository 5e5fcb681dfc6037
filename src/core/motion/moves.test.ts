import { findingsOf } from '../findings'
import type { Element, Lesson, MoveEdge, Pose } from '../lesson/schema'
import { element, lessonWithTake, loose, on, besides } from '../testing/lessons'
import fc from 'fast-check'
import { resolve } from '../timing'
import { atPose, motionOf, poseAt, posedAt, speedAt } from './index'

const pose = (
  id: string,
  start: MoveEdge,
  end: MoveEdge,
  values: Pose['values'],
  change: Partial<Pose> = {},
): Pose => ({ id, start, end, values, easing: 'linear', curve: null, ...change })
const from = (frames: number): MoveEdge => ({ on: 'start', frames })
const until = (frames: number): MoveEdge => ({ on: 'end', frames })
const lasting = (frames: number): MoveEdge => ({ on: 'length', frames })
const tied = (moment: string, offset = 0, last = 0): MoveEdge => ({ on: 'moment', moment, edge: 'start', offset, last })
function moving(
  poses: Pose[],
  change: Partial<Element> = {},
): { lesson: Lesson; at: (f: number) => Element; x: (f: number) => number } {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(100), loose(200), { x: 0, y: 500, poses, ...change }),
  ])
  const timed = resolve(lesson)
  const at = (f: number) => posedAt(timed, timed.lesson.elements[0]!, f)!
  return { lesson, at, x: (f) => at(f).x }
}

test('a pose lasts until the next move starts; a move begins on its first frame and has landed on its last', () => {
  const { x } = moving([pose('p', from(20), lasting(10), { x: 100 })])
  expect([100, 119, 120, 125, 130, 199].map(x)).toEqual([0, 0, 0, 50, 100, 100])
  expect(x(120.5)).toBeCloseTo(5, 9)
})
test('moves keep to the start, to the end, to a share, or to a moment, when the element gets longer', () => {
  const poses = [
    pose('a', lasting(10), from(20), { x: 100 }),
    pose('b', lasting(10), { on: 'share', share: 0.5 }, { x: 200 }),
    pose('c', until(20), lasting(10), { x: 300 }),
  ]
  const landings = (to: number) => {
    const { lesson } = moving(poses)
    lesson.elements[0]!.end = loose(to)
    return motionOf(resolve(lesson), lesson.elements[0]!).moves.map((m) => [m.from, m.to])
  }
  expect(landings(200)).toEqual([
    [110, 120],
    [140, 150],
    [180, 190],
  ])
  expect(landings(300)).toEqual([
    [110, 120],
    [190, 200],
    [280, 290],
  ])
})
test(
  'a move that is tied to a click follows it; cut away, it ' +
    'stays where it was and is reported; it takes its place again',
  () => {
    const { lesson } = moving([pose('a', tied('take/click-2', 6, 126), lasting(10), { x: 100 })])
    const move = (l: Lesson) => motionOf(resolve(l), l.elements[0]!).moves[0]!
    expect([move(lesson).from, move(lesson).to]).toEqual([126, 136])
    const take = lesson.media.take!
    const withMoments = (moments: typeof take.moments): Lesson => ({ ...lesson, media: { take: { ...take, moments } } })
    const later = take.moments.map((m, i) => (i === 1 ? { ...m, fromUs: 4_500_000 } : m))
    expect(move(withMoments(later)).from).toBe(141)
    const cut = withMoments(later.filter((_, i) => i !== 1))
    expect([move(cut).from, move(cut).lost]).toEqual([126, true])
    expect(findingsOf(resolve(cut)).map((f) => [f.code, f.element])).toContainEqual(['lost', 'box'])
    expect([move(withMoments(later)).from, move(withMoments(later)).lost]).toEqual([141, false])
  },
)
test('a move is one span for all that it changes, from the pose before or from its own keyframe', () => {
  const first = pose('a', from(10), lasting(10), { x: 100 })
  const { at } = moving([
    first,
    pose('b', { on: 'previous' }, from(60), { opacity: 0 }),
    pose('c', { on: 'previous' }, from(80), { x: 200, opacity: 1 }),
  ])
  expect(at(140).opacity).toBeCloseTo(0.5, 9)
  expect([at(160).x, at(170).x, at(170).opacity]).toEqual([100, 150, 0.5])
  const own = moving([
    first,
    pose('b', { on: 'key' }, from(60), { opacity: 0 }),
    pose('c', { on: 'key' }, from(80), { x: 200 }),
  ])
  expect(own.at(130).opacity).toBeCloseTo(0.5, 9)
  expect(own.at(150).x).toBeCloseTo(150, 9)
})
test('a move that sets out before its values have landed begins, for all of them, at that landing', () => {
  const { lesson, at } = moving([
    pose('a', from(0), from(50), { y: 100 }),
    pose('b', from(30), from(70), { x: 80, y: 180 }),
  ])
  expect(motionOf(resolve(lesson), lesson.elements[0]!).moves.map((m) => [m.from, m.to])).toEqual([
    [100, 150],
    [150, 170],
  ])
  expect([at(150).x, at(160).x, at(160).y]).toEqual([0, 40, 140])
})
test('nine moves that hang on each other’s landings are solved at once', () => {
  const lands = (n: number): MoveEdge => ({
    on: 'element',
    element: 'box',
    edge: 'lands',
    pose: `p${n}`,
    offset: 5,
    last: 0,
  })
  const { lesson } = moving(
    Array.from({ length: 40 }, (_, i) => pose(`p${i}`, i === 0 ? from(1) : lands(i - 1), lasting(1), { x: i })),
  )
  expect(motionOf(resolve(lesson), lesson.elements[0]!).moves.at(-1)!.to).toBe(100 + 2 + 39 * 6)
})
const someStart = fc.oneof(
  fc.constant<MoveEdge>({ on: 'previous' }),
  fc.integer({ min: 0, max: 90 }).map(from),
  fc.integer({ min: 1, max: 30 }).map(lasting),
)
const somePose = fc.record({
  start: someStart,
  to: fc.integer({ min: 1, max: 99 }),
  values: fc.dictionary(fc.constantFrom('x', 'y', 'rotation'), fc.integer({ min: -300, max: 300 }), { minKeys: 1 }),
})
test('what panel, path and bar say of a pose is what is seen: at its landing, through its rest, and on the way', () => {
  fc.assert(
    fc.property(fc.array(somePose, { minLength: 1, maxLength: 6 }), (list) => {
      const { lesson, at } = moving(list.map((p, i) => pose(`p${i}`, p.start, from(p.to), p.values)))
      const timed = resolve(lesson)
      const e = lesson.elements[0]!
      const { moves } = motionOf(timed, e)
      for (const [i, move] of moves.entries()) {
        const next = Math.min(...moves.slice(i + 1).map((m) => (m.from === m.to ? m.to - 1 : m.from)))
        const told = atPose(timed, e, i + 1)
        // Up to where the next one sets out, or just before one that jumps.
        for (let f = move.to; f <= Math.min(next, 199); f++)
          expect([at(f).x, at(f).y, at(f).rotation]).toEqual([told.x, told.y, told.rotation])
        // On the way all that it changes has come equally far.
        const others = moves.filter((m) => m !== move && m.from < move.to && m.to > move.from)
        if (others.length > 0 || move.to - move.from < 2) continue
        const before = atPose(timed, e, i)
        const half = at((move.from + move.to) / 2)
        for (const path of ['x', 'y', 'rotation'] as const)
          expect(half[path]).toBeCloseTo((before[path] + told[path]) / 2, 6)
      }
    }),
    { numRuns: 300 },
  )
})
test('a move never runs back over the landing before it', () => {
  const { x } = moving([pose('a', from(10), lasting(20), { x: 100 }), pose('b', from(15), lasting(30), { x: 0 })])
  expect([125, 130, 145].map((f) => Math.round(x(f)))).toEqual([75, 100, 0])
})
test('a hold, and a move of no frames, change at the landing', () => {
  const { x } = moving([
    pose('a', from(10), lasting(10), { x: 100 }, { easing: 'hold' }),
    pose('b', from(40), lasting(0), { x: 7 }),
  ])
  expect([115, 119.9, 120, 139.9, 140].map(x)).toEqual([0, 0, 100, 100, 7])
})
test(
  'whole turns are turned whole, colours are mixed, and ' + 'what swings over stays within what a property may be',
  () => {
    const { at } = moving(
      [
        pose('a', from(0), lasting(20), { rotation: 720, 'look.outline': '#ffffff', opacity: 1 }, { easing: 'linear' }),
        pose('b', from(20), lasting(10), { opacity: 0 }, { easing: 'overshoot(50%)' }),
      ],
      {
        opacity: 0.5,
        look: {
          ...element(lessonWithTake(), 'shape', 's', loose(0), loose(1)).look,
          outline: '#000000',
        } as Element['look'],
      },
    )
    expect(at(110).rotation).toBe(360)
    expect((at(110).look as { outline: string }).outline).toBe('#636363')
    for (let f = 120; f < 131; f++) expect(at(f).opacity).toBeGreaterThanOrEqual(0)
  },
)
test('which pose is in force, and which move is under way', () => {
  const { lesson } = moving([pose('a', from(20), lasting(10), { x: 100 }), pose('b', from(50), lasting(10), { x: 0 })])
  const timed = resolve(lesson)
  const at = (f: number) => {
    const p = poseAt(timed, lesson.elements[0]!, f)
    return [p.pose, p.moving?.pose.id ?? null]
  }
  expect([100, 120, 121, 129, 130, 155, 199].map(at)).toEqual([
    [0, null],
    [0, null],
    [0, 'a'],
    [0, 'a'],
    [1, null],
    [1, 'b'],
    [2, null],
  ])
  expect([0, 1, 2].map((n) => atPose(timed, lesson.elements[0]!, n).x)).toEqual([0, 100, 0])
})
test('loops: again from the start, there and back, and a blink with nothing in between', () => {
  const poses = [pose('a', from(0), lasting(10), { x: 100 })]
  const again = moving(poses, { loop: { how: 'repeat', times: 2, everyFrames: 5 } })
  expect([105, 109, 110, 115, 120, 199].map(again.x).map(Math.round)).toEqual([50, 90, 0, 50, 100, 100])
  const back = moving(poses, { loop: { how: 'there-and-back', times: null, everyFrames: 5 } })
  expect([105, 110, 115, 120, 125].map(back.x).map(Math.round)).toEqual([50, 100, 50, 0, 50])
  const blink = moving([], { loop: { how: 'blink', times: 2, everyFrames: 5 } })
  expect([100, 104, 105, 109, 110, 115, 120, 150].map((f) => blink.at(f) !== null)).toEqual([
    true,
    true,
    false,
    false,
    true,
    false,
    true,
    true,
  ])
})
test('speed is in pixels and turns a second', () => {
  const { lesson } = moving([pose('a', from(0), lasting(30), { x: 300, rotation: 180 })])
  const speed = speedAt(resolve(lesson), lesson.elements[0]!, 115)
  expect(speed.px).toBeCloseTo(300, 6)
  expect(speed.turns).toBeCloseTo(0.5, 6)
})
test('an element without poses is handed on as it is', () => {
  const { lesson, at } = moving([])
  expect(at(150)).toBe(lesson.elements[0])
  expect(
    findingsOf(
      resolve({
        ...lesson,
        elements: besides(lesson, [element(lesson, 'arrow', 'a', on('take/click-1'), loose(200))]),
      }),
    ),
  ).toEqual([])
})
