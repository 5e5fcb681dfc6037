import { lookAs } from '@/core/testing/looks'
import { drawnAt } from '@/core/testing/shown'
import fc from 'fast-check'
import { applyPatches } from 'immer'
import { arrowEnds } from '../../kinds'
import type { Element, Lesson, Pose } from '../../lesson/schema'
import { atPose, motionOf, placementOf, posedAt } from '../../motion'
import { frameBoxOf } from '../../scene'
import { apply, boundsOf, IDENTITY } from '../../geometry'
import { after, long, made, newIds, pose, whyNot } from '../../testing/made'
import { element, lasting, lessonWithTake, loose, on, besides, others } from '../../testing/lessons'
import { resolve } from '../../timing'
import * as E from '..'

const act = (_lesson: Lesson, frame: number, change: Partial<E.Here> = {}): E.Here => ({
  frame,
  caught: null,
  ...change,
})
const withBox = (poses: Pose[] = [], change: Partial<Element> = {}): Lesson => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'shape', 'box', loose(100), loose(200), { x: 200, y: 300, poses, ...change }),
  ])
  return lesson
}
const box = (lesson: Lesson, id = 'box') => lesson.elements.find((e) => e.id === id)!
const movesOf = (lesson: Lesson, id = 'box') =>
  motionOf(resolve(lesson), box(lesson, id)).moves.map((m) => [m.pose.id, Math.round(m.from), Math.round(m.to)])
const xAt = (lesson: Lesson, f: number, id = 'box') => Math.round(posedAt(resolve(lesson), box(lesson, id), f)!.x)
const edited = (lesson: Lesson, frame: number, edit: E.Edit, stance?: E.Stance) =>
  made(lesson, E.inPoses(stance ?? { frame, on: 'start' }, edit))

test(
  '“move here from now”, then a drag: it stands, moves, and stands where it was dragged; a drag ' +
    'before the move changes where it stood',
  () => {
    let lesson = made(withBox(), E.moveFromNow(['box'], act(withBox(), 120)))
    expect(movesOf(lesson)).toEqual([['new-1', 120, 135]])
    lesson = edited(lesson, 135, E.moveElements(['box'], 400, 0))
    expect([100, 120, 135, 199].map((f) => xAt(lesson, f))).toEqual([200, 200, 600, 600])
    lesson = edited(lesson, 110, E.moveElements(['box'], -100, 0))
    expect([100, 120, 135].map((f) => xAt(lesson, f))).toEqual([100, 100, 600])
  },
)
test('a move is tied to the moment that it is begun on', () => {
  const lesson = withBox()
  const caught = { moment: resolve(lesson).moments.get('take/click-2')!, edge: 'start' as const, frame: 120 }
  const moved = made(lesson, E.moveFromNow(['box'], act(lesson, 120, { caught })))
  expect(box(moved).poses[0]!.start).toMatchObject({ on: 'moment', moment: 'take/click-2', offset: 0 })
})
test('“arrive here by now” sets out where the pose before ended, and lets a move that is under way land', () => {
  const lesson = made(withBox(), E.arriveByNow(['box'], act(withBox(), 160)))
  expect(movesOf(lesson)).toEqual([['new-1', 100, 160]])
  const under = withBox([pose('a', after(20), long(40), { x: 900 })])
  expect(movesOf(made(under, E.arriveByNow(['box'], act(under, 140))))).toEqual([['a', 120, 140]])
})
test('“hold until here” delays the next move and keeps its length', () => {
  const over = withBox([pose('a', after(20), long(10), { x: 900 })])
  // With no move to come, what moves next sets out from here.
  const held = made(over, E.holdUntilHere(['box'], act(over, 150)))
  expect(
    movesOf(made(held, E.arriveByNow(['box'], act(held, 180)), (what) => `${what}-2`))
      .at(-1)!
      .slice(1),
  ).toEqual([150, 180])
  const changed = edited(held, 150, E.setElements(['box'], { x: 700 }))
  expect(box(changed).poses.map((p) => p.values)).toEqual([{ x: 700 }, {}])
  const before = withBox([pose('a', after(20), long(10), { x: 900 })])
  expect(movesOf(made(before, E.holdUntilHere(['box'], act(before, 125))))).toEqual([['a', 125, 135]])
})
test('“hold until here” lets no move land after the element is gone, and says so where there is no room', () => {
  const chain = withBox([
    pose('a', after(40), long(20), { x: 900 }),
    pose('b', { on: 'previous' }, long(30), { x: 500 }),
  ])
  expect(movesOf(made(chain, E.holdUntilHere(['box'], act(chain, 155))))).toEqual([
    ['a', 155, 169],
    ['b', 169, 199],
  ])
  const last = withBox([pose('a', after(90), long(9), { x: 900 })])
  expect(movesOf(made(last, E.holdUntilHere(['box'], act(last, 196))))).toEqual([['a', 196, 199]])
  const full = E.applyEdit(last, E.holdUntilHere(['box'], act(last, 199)), newIds())
  expect(whyNot(full)).toContain('just come')
})
test('“return to the pose before” goes back to what it was', () => {
  const lesson = withBox([pose('a', after(20), long(10), { x: 900, opacity: 0.5 })])
  const back = made(lesson, E.returnToBefore(['box'], act(lesson, 160)))
  expect(box(back).poses[1]!.values).toEqual({ x: 200, opacity: 1 })
  expect(xAt(back, 199)).toBe(200)
})
test('an edit that leaves everything as it is, also in a pose, is none', () => {
  const lesson = withBox([pose('a', after(20), long(10), { x: 900, 'look.outline': '#c8371b' })])
  const again = E.inPoses({ pose: 1 }, E.setLook(['box'], 'outline', '#c8371b'))
  expect(E.applyEdit(lesson, again, newIds())).toEqual({ refused: null })
  expect(E.applyEdit(lesson, E.inOne([E.rename('x'), E.rename(lesson.name)]), newIds())).toEqual({ refused: null })
})
test(
  'what a pose takes belongs to the pose that is lit; a look that nobody keyed is changed for the whole element, one ' +
    'that is keyed in its pose',
  () => {
    const lesson = withBox([pose('a', after(20), long(10), { x: 900 })])
    const changed = edited(
      edited(lesson, 150, E.setLook(['box'], 'outlinePx', 33)),
      150,
      E.setLook(['box'], 'fill', '#112233'),
    )
    expect(box(changed).look).toMatchObject({ outlinePx: 33, fill: '#112233' })
    expect(box(changed).poses[0]!.values).toEqual({ x: 900 })
    const keyed = made(changed, E.keyAtPoses(['box'], 'look.outlinePx'))
    const thin = edited(edited(keyed, 150, E.setLook(['box'], 'outlinePx', 4)), 150, E.setElements(['box'], { y: 20 }))
    expect(box(thin).look).toMatchObject({ outlinePx: 33 })
    expect(box(thin).poses[0]!.values).toEqual({ x: 900, y: 20, 'look.outlinePx': 4 })
  },
)
test('where only single values have keyframes, what has none is changed for the whole element', () => {
  const lesson = withBox([
    pose('a', { on: 'key' }, after(20), { 'look.fill': '#111111' }),
    pose('b', { on: 'key' }, after(60), { 'look.fill': '#c8371b' }),
  ])
  for (const frame of [110, 130, 190]) {
    const moved = edited(lesson, frame, E.setElements(['box'], { x: 700, width: 50 }))
    expect(box(moved)).toMatchObject({ x: 700, width: 50 })
    expect(box(moved).poses).toEqual(box(lesson).poses)
  }
  const withMove = withBox([...box(lesson).poses, pose('c', after(70), long(10), { y: 20 })])
  expect(box(edited(withMove, 190, E.setElements(['box'], { x: 700 }))).poses[2]!.values).toEqual({ y: 20, x: 700 })
})
test('a change may be this pose’s alone or that of all later ones as well', () => {
  const lesson = withBox([
    pose('a', after(10), long(10), { x: 900 }),
    pose('b', after(40), long(10), { x: 500 }),
    pose('c', after(70), long(10), { y: 20 }),
  ])
  const shift = E.setElements(['box'], { x: 700 })
  const one = made(lesson, E.inPoses({ pose: 1 }, shift))
  expect(box(one).poses.map((p) => p.values.x)).toEqual([700, 500, undefined])
  const later = made(lesson, E.inPoses({ pose: 1 }, shift, { reach: 'later' }))
  expect(box(later).poses.map((p) => p.values.x)).toEqual([700, 700, undefined])
})
test('a value that goes by keyframes gets one where it is changed; the keyframe before keeps its own', () => {
  const lesson = withBox([
    pose('a', { on: 'key' }, after(20), { opacity: 0.4 }),
    pose('b', { on: 'key' }, after(60), { opacity: 1 }),
  ])
  const dimmed = made(lesson, E.inPoses({ pose: 1 }, E.setElements(['box'], { opacity: 0.2 }), { here: 140 }))
  expect(box(dimmed).poses.map((p) => [p.end, p.values.opacity])).toEqual(
    [
      [after(20), 0.4],
      [after(40), 0.2],
      [{ on: 'end', frames: 40 }, 1],
    ].map((x, i) => (i === 2 ? [after(60), 1] : x)),
  )
  const onIt = made(lesson, E.inPoses({ pose: 1 }, E.setElements(['box'], { opacity: 0.2 }), { here: 120 }))
  expect(box(onIt).poses.map((p) => p.values.opacity)).toEqual([0.2, 1])
})
test(
  'one more property is keyed at the poses that there are; all ' +
    'motion is taken off in one act, as it stands at the playhead',
  () => {
    const lesson = withBox([pose('a', after(20), long(10), { x: 900 }), pose('b', after(50), long(10), { x: 500 })])
    const keyed = made(lesson, E.keyAtPoses(['box'], 'opacity'))
    expect(box(keyed).poses.map((p) => p.values.opacity)).toEqual([1, 1])
    const still = made(lesson, E.removeMotion(['box'], 140))
    expect([box(still).poses, box(still).x]).toEqual([[], 900])
  },
)
test('“hold until here” inside a move never shoves its landing past the next one', () => {
  const lesson = withBox([pose('a', after(10), long(20), { x: 900 }), pose('b', after(40), long(10), { x: 500 })])
  const held = made(lesson, E.holdUntilHere(['box'], act(lesson, 125)))
  expect(movesOf(held)).toEqual([
    ['a', 125, 140],
    ['b', 140, 150],
  ])
  const wide = withBox([pose('a', after(10), long(20), { x: 900 }), pose('b', after(70), long(10), { x: 500 })])
  expect(movesOf(made(wide, E.holdUntilHere(['box'], act(wide, 125))))).toEqual([
    ['a', 125, 145],
    ['b', 170, 180],
  ])
})
test('re-pointing an arrow swings it the shorter way to the next spot, and lets it stay long enough', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [
    element(lesson, 'arrow', 'a', loose(60), loose(130), {
      x: 900,
      y: 500,
      width: 200,
      rotation: 170,
      look: { ...element(lesson, 'arrow', 'x', loose(0), loose(1)).look, bend: 30 } as Element['look'],
    }),
  ])
  const next = made(lesson, E.repoint('a', act(lesson, 120), { x: 1500, y: 800 }))
  const timed = resolve(next)
  const { moves } = motionOf(timed, box(next, 'a'))
  const end = posedAt(timed, box(next, 'a'), moves[0]!.to)!
  expect(arrowEnds(end).tip).toEqual({ x: expect.closeTo(1500, 1), y: expect.closeTo(800, 1) })
  expect(end.width).toBeCloseTo(200, 1)
  expect(Math.abs(end.rotation - 170)).toBeLessThanOrEqual(180)
  expect(timed.spans.get('a')!.to).toBe(moves[0]!.to + 60)
  const tail = lessonWithTake()
  tail.elements = besides(tail, [element(tail, 'callout', 'c', loose(60), loose(200), { x: 900, y: 500 })])
  lookAs(tail.elements[0]!, 'callout').tip = { x: 700, y: 700 }
  const swung = made(tail, E.repoint('c', act(tail, 120), { x: 1200, y: 300 }))
  expect(posedAt(resolve(swung), box(swung, 'c'), 199)!.look).toMatchObject({ tip: { x: 1200, y: 300 } })
})
test(
  'even speed: every move takes as long as its way is, to the ' +
    'frame; landings are whole frames in their order; rests stay',
  () => {
    const spot = fc.record({
      x: fc.integer({ min: 0, max: 1900 }),
      y: fc.integer({ min: 0, max: 1000 }),
      rest: fc.constantFrom(0, 0, 5),
      bent: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(spot, { minLength: 2, maxLength: 7 }), (spots) => {
        const curve = { start: { x: 60, y: 90 }, landing: { x: -40, y: 70 } }
        const lesson = withBox(
          spots.map((s, i) =>
            pose(
              `p${i}`,
              i === 0 ? after(3) : s.rest ? after(4 + i * 12 - 12 + 10 - 1) : { on: 'previous' },
              after(10 + i * 12),
              { x: s.x, y: s.y },
              { curve: s.bent ? curve : null },
            ),
          ),
        )
        const before = motionOf(resolve(lesson), box(lesson)).moves
        const result = E.applyEdit(lesson, E.evenSpeed('box'), newIds())
        if (!('edited' in result)) return
        const { timed, lesson: even } = result.edited
        const { moves } = motionOf(timed, box(even))
        expect(moves.map((m) => m.pose.id)).toEqual(before.map((m) => m.pose.id))
        for (const m of moves) expect([m.from, m.to].every(Number.isInteger)).toBe(true)
        for (let i = 1; i < moves.length; i++) {
          expect(moves[i]!.to).toBeGreaterThan(moves[i - 1]!.to)
          const rest = spots[i]!.rest ? before[i]!.from - before[i - 1]!.to : 0
          expect(moves[i]!.from - moves[i - 1]!.to).toBe(Math.max(0, rest))
        }
        expect([moves[0]!.from, moves.at(-1)!.to]).toEqual([before[0]!.from, before.at(-1)!.to])
        // By the length of a fine line along each move.
        const lengths = moves.map((m) => {
          const points = Array.from({ length: 401 }, (_, n) =>
            posedAt(timed, box(even), m.from + ((m.to - m.from) * n) / 400)!,
          )
          return points.reduce(
            (sum, q, n) => (n ? sum + Math.hypot(q.x - points[n - 1]!.x, q.y - points[n - 1]!.y) : 0),
            0,
          )
        })
        const way = lengths.reduce((a, b) => a + b, 0)
        const under = moves.reduce((sum, m) => sum + m.to - m.from, 0)
        const short = lengths.filter((l) => (under * l) / way < 1).length
        moves.forEach((m, i) =>
          expect(Math.abs(m.to - m.from - (under * lengths[i]!) / way)).toBeLessThanOrEqual(1.01 + short),
        )
      }),
      { numRuns: 60 },
    )
  },
)

const two = () =>
  withBox([pose('a', after(10), long(10), { x: 900, opacity: 0.5 }), pose('b', after(50), long(20), { x: 500 })])
const ref = (id: string, path: string | null = null): E.KeyRef => ({ element: 'box', pose: id, path })
test('a keyframe is added with the value of its frame, and taken away; a pose without any goes', () => {
  const lesson = two()
  const added = made(lesson, E.addKey(['box'], ['x'], 115))
  expect(box(added).poses[0]).toMatchObject({
    id: 'new-1',
    start: { on: 'key' },
    end: { on: 'start', frames: 15 },
    values: { x: 550 },
  })
  const fewer = made(lesson, E.removeKeys([ref('a', 'x'), ref('b')]))
  expect(box(fewer).poses.map((p) => p.values)).toEqual([{ opacity: 0.5 }])
  expect(box(made(lesson, E.removeProperty(['box'], 'x'))).poses.map((p) => p.values)).toEqual([{ opacity: 0.5 }])
})
test('a part of a pose that is dragged leaves it; a whole one goes as it is', () => {
  const lesson = two()
  const apart = made(lesson, E.shiftKeys([ref('a', 'opacity')], 15))
  expect(movesOf(apart)).toEqual([
    ['a', 110, 120],
    ['new-1', 125, 135],
    ['b', 150, 170],
  ])
  expect(movesOf(made(lesson, E.shiftKeys([ref('a'), ref('b')], 7)))).toEqual([
    ['a', 117, 127],
    ['b', 157, 177],
  ])
})
test('keyframes are stretched and squeezed around a frame, moves with them', () => {
  const lesson = two()
  expect(movesOf(made(lesson, E.stretchKeys([ref('a'), ref('b')], 110, 0.5)))).toEqual([
    ['a', 110, 115],
    ['b', 130, 140],
  ])
})
test('reversed, the same path is gone back; twice reversed is as before', () => {
  const lesson = withBox([
    pose('s', after(0), long(0), { x: 200 }),
    pose('a', after(0), long(20), { x: 900 }),
    pose('b', after(50), long(20), { x: 500 }),
  ])
  const refs = ['s', 'a', 'b'].map((id) => ref(id))
  const once = made(lesson, E.reverseKeys(refs))
  for (let f = 100; f <= 170; f++) expect(xAt(once, f)).toBe(xAt(lesson, 270 - f))
  const again = made(once, E.reverseKeys(refs))
  for (let f = 100; f <= 170; f++) expect(xAt(again, f)).toBe(xAt(lesson, f))
})
test('keyframes copied to another element go on from where that one stands', () => {
  const lesson = two()
  lesson.elements.push(element(lesson, 'shape', 'other', loose(0), loose(100), { x: 50, y: 50 }))
  const pasted = made(lesson, E.pasteKeys(['other'], E.copyKeys([ref('a'), ref('b')], resolve(lesson))!, 30))
  expect(movesOf(pasted, 'other').map((m) => m.slice(1))).toEqual([
    [20, 30],
    [60, 80],
  ])
  expect([20, 30, 80].map((f) => xAt(pasted, f, 'other'))).toEqual([50, 750, 350])
})

const corner = (lesson: Lesson, id: string, f: number) => {
  const timed = resolve(lesson)
  const e = posedAt(timed, box(lesson, id), f)!
  const { matrix, box: b } = frameBoxOf(timed, e, f)
  return [apply(matrix, { x: b.x, y: b.y }), apply(matrix, { x: b.x + b.w, y: b.y + b.h })].flatMap((p) => [p.x, p.y])
}
const carried = fc.record({
  x: fc.integer({ min: 0, max: 1900 }),
  y: fc.integer({ min: 0, max: 1000 }),
  turn: fc.integer({ min: -400, max: 400 }),
  scale: fc.integer({ min: 30, max: 300 }),
  across: fc.integer({ min: 30, max: 300 }),
  frame: fc.integer({ min: 100, max: 199 }),
  skew: fc.boolean(),
})
test(
  'attaching and detaching leave an element where it is; off ' +
    'again, every frame is as it was, within a hundredth of a pixel',
  () => {
    fc.assert(
      fc.property(carried, (c) => {
        const lesson = withBox([
          pose('a', after(20), long(30), {
            x: c.x,
            y: c.y,
            rotation: c.turn,
            'scale.x': c.across / 100,
            'scale.y': c.skew ? c.scale / 100 : c.across / 100,
          }),
        ])
        lesson.elements.push(
          element(lesson, 'callout', 'note', loose(90), loose(220), {
            x: 700,
            y: 400,
            rotation: 15,
            poses: [pose('n', after(30), long(40), { x: 900, y: 500, rotation: 70 })],
          }),
        )
        const on = E.applyEdit(lesson, E.attach(['note'], 'box', c.frame), newIds())
        if (!('edited' in on)) throw new Error('refused')
        const joined = on.edited.lesson
        corner(joined, 'note', c.frame).forEach((v, i) =>
          expect(Math.abs(v - corner(lesson, 'note', c.frame)[i]!)).toBeLessThan(0.01),
        )
        const off = E.applyEdit(joined, E.detach(['note'], c.frame), newIds())
        if (!('edited' in off)) throw new Error('refused')
        for (const f of [90, 120, 140, 180, 219])
          corner(off.edited.lesson, 'note', f).forEach((v, i) =>
            expect(Math.abs(v - corner(lesson, 'note', f)[i]!)).toBeLessThan(0.01),
          )
        const later = Math.min(199, c.frame + 17)
        const there = E.applyEdit(joined, E.detach(['note'], later), newIds())
        if (!('edited' in there)) throw new Error('refused')
        corner(there.edited.lesson, 'note', later).forEach((v, i) =>
          expect(Math.abs(v - corner(joined, 'note', later)[i]!)).toBeLessThan(0.01),
        )
        const gone = E.applyEdit(joined, E.removeElements(['box'], later), newIds())
        if (!('edited' in gone)) throw new Error('refused')
        corner(gone.edited.lesson, 'note', later).forEach((v, i) =>
          expect(Math.abs(v - corner(joined, 'note', later)[i]!)).toBeLessThan(0.01),
        )
      }),
      { numRuns: 80 },
    )
  },
)
test('what rides along grows and shrinks with the size that is keyed of what carries it, also in another frame', () => {
  const lesson = withBox([pose('a', after(20), long(40), { x: 900, width: 400, height: 60 })], {
    width: 200,
    height: 120,
  })
  lesson.elements.push(
    element(lesson, 'shape', 'line', loose(100), loose(200), { x: 250, y: 330, width: 100, height: 60 }),
  )
  const made1 = made(lesson, E.attach(['line'], 'box', 110))
  for (const l of [made1, made(made1, E.resizeLesson(960, 540))])
    for (const frame of [110, 130, 140, 150, 190]) {
      const [on, own] = [boxAt(l, frame, 'box'), boxAt(l, frame, 'line')]
      // It is half as wide and half as tall as what carries it, a quarter of it further to the right and down.
      expect([own.w / on.w, own.h / on.h].map((v) => Math.round(v * 1000))).toEqual([500, 500])
      expect(Math.round(((own.x - on.x) / on.w) * 1000)).toBe(500)
      expect(Math.round(((own.y - on.y) / on.h) * 1000)).toBe(500)
    }
})
/** What an element’s own box covers of the picture. */
function boxAt(lesson: Lesson, frame: number, id: string) {
  const timed = resolve(lesson)
  const p = placementOf(timed, box(lesson, id), frame, IDENTITY)!
  const { width: w, height: h } = p.element
  return boundsOf(p.matrix, { x: -w / 2, y: -h / 2, w, h })
}
test('what rides along is carried by move, turn and scale, through a chain; and by opacity where wanted', () => {
  const lesson = withBox([pose('a', after(20), long(20), { x: 600, y: 300, rotation: 90 })], { opacity: 0.5 })
  lesson.elements.push(
    element(lesson, 'shape', 'mid', loose(0), loose(300), { x: 300, y: 300 }),
    element(lesson, 'shape', 'last', loose(0), loose(300), { x: 300, y: 300 }),
  )
  let joined = made(lesson, E.attach(['mid'], 'box', 100, true))
  joined = made(joined, E.attach(['last'], 'mid', 100, true))
  const items = drawnAt(resolve(joined), 150)
  const last = items.find((i) => i.element === 'last')!
  expect([last.matrix[4], last.matrix[5]].map(Math.round)).toEqual([600, 400])
  expect(last.opacity).toBeCloseTo(0.5, 9)
})
test('riding in a circle is refused by name', () => {
  const lesson = withBox()
  lesson.elements.push(element(lesson, 'shape', 'other', loose(0), loose(300)))
  const joined = made(lesson, E.attach(['other'], 'box', 100))
  const refused = E.applyEdit(joined, E.attach(['box'], 'other', 100), newIds())
  expect(whyNot(refused)).toMatch(/“box”.*“other”.*circle/)
})

const twelve = () => {
  const lesson = lessonWithTake()
  lesson.elements = Array.from({ length: 4 }, (_, i) =>
    element(lesson, 'text', `t${i}`, loose(50), loose(200), { x: [500, 100, 900, 300][i]!, y: 100 + i * 10 }),
  )
  return lesson
}
const starts = (lesson: Lesson) => others(lesson).map((e) => resolve(lesson).spans.get(e.id)!.from)
const stagger = {
  id: 's',
  elements: ['t0', 't1', 't2', 't3'],
  what: 'start' as const,
  move: 1,
  frames: 3,
  order: 'left-to-right' as const,
  seed: 1,
  jitter: 0,
}
test(
  'a stagger lets elements follow each other, in any order, ' + 'can be laid again with other numbers, and taken off',
  () => {
    const lesson = twelve()
    const left = made(lesson, E.setStagger(stagger))
    expect(starts(left)).toEqual([56, 50, 59, 53])
    expect(others(left).map((e) => resolve(left).spans.get(e.id)!.to)).toEqual([200, 200, 200, 200])
    const near = made(left, E.setStagger({ ...stagger, order: 'nearest-first', frames: 2 }))
    expect(starts(near)).toEqual([50, 54, 56, 52])
    const shuffled = made(near, E.setStagger({ ...stagger, order: 'shuffled', seed: 5, jitter: 1 }))
    expect(starts(shuffled)).toEqual(
      starts(made(lesson, E.setStagger({ ...stagger, order: 'shuffled', seed: 5, jitter: 1 }))),
    )
    expect(starts(made(shuffled, E.removeStagger('s')))).toEqual([50, 50, 50, 50])
  },
)
test('moves are staggered by themselves, start together and land together', () => {
  const lesson = twelve()
  for (const e of lesson.elements) e.poses = [pose(`m-${e.id}`, after(20), long(10), { y: 900 })]
  const by = made(lesson, E.setStagger({ ...stagger, what: 'move', order: 'selection' }))
  const move = (l: Lesson) =>
    others(l).map((e) => {
      const m = motionOf(resolve(l), e).moves[0]!
      return [m.from, m.to]
    })
  expect(move(by)).toEqual([
    [70, 80],
    [73, 83],
    [76, 86],
    [79, 89],
  ])
  expect(starts(by)).toEqual([50, 50, 50, 50])
  const other = made(by, E.setStagger({ ...stagger, order: 'selection' }))
  expect([starts(other), move(other).map((m) => m[0])]).toEqual([
    [50, 53, 56, 59],
    [70, 70, 70, 70],
  ])
  expect(move(made(by, E.together(['t0', 't1', 't2', 't3'], 'land', 50))).map((m) => m[1])).toEqual([80, 80, 80, 80])
  expect(move(made(by, E.together(['t1', 't0', 't2', 't3'], 'start', 50))).map((m) => m[0])).toEqual([73, 73, 73, 73])
})

test('the anchor point moves without anything that is seen, in every pose', () => {
  const lesson = withBox([pose('a', after(20), long(10), { rotation: 90, 'scale.x': 2 })], { width: 200, height: 100 })
  const seen = (l: Lesson, n: number) => {
    const timed = resolve(l)
    const { matrix, box: b } = frameBoxOf(timed, atPose(timed, box(l), n), 110)
    return boundsOf(matrix, b)
  }
  const put = made(lesson, E.setAnchor('box', { x: 0, y: 1 }))
  for (const n of [0, 1])
    for (const k of ['x', 'y', 'w', 'h'] as const) expect(seen(put, n)[k]).toBeCloseTo(seen(lesson, n)[k], 1)
  expect(box(put).anchor).toEqual({ x: 0, y: 1 })
})
test('elements are lined up and spread on the picture, in the pose that is in force', () => {
  const lesson = lessonWithTake()
  const boxes = [
    [100, 100],
    [300, 40],
    [1500, 200],
  ].map(([x, w], i) =>
    element(lesson, 'shape', `s${i}`, loose(0), loose(100), { x: x!, y: 200, width: w!, height: 50 }),
  )
  lesson.elements = besides(lesson, boxes)
  const standing = (_l: Lesson): E.Standing => ({ frame: 10, stance: { pose: 0 } })
  const ids = ['s0', 's1', 's2']
  expect(others(made(lesson, E.align(ids, 'left', 'title', standing(lesson)))).map((e) => e.x)).toEqual([242, 212, 292])
  expect(others(made(lesson, E.align(ids, 'right', 'each-other', standing(lesson)))).map((e) => e.x)).toEqual([
    1550, 1580, 1500,
  ])
  expect(others(made(lesson, E.distribute(ids, 'across', standing(lesson)))).map((e) => e.x)).toEqual([100, 775, 1500])
  expect(others(made(lesson, E.equalSizes(ids, 'width', { pose: 0 }))).map((e) => e.width)).toEqual([100, 100, 100])
  expect(made(lesson, E.flip(['s0'], 'across')).elements[0]!.scale).toEqual({ x: -1, y: 1 })
})
test('split in the middle of a move, both parts together show what was shown before', () => {
  const lesson = withBox([
    pose('a', after(20), long(40), { x: 900, rotation: 360 }, { easing: 'ease-in-out' }),
    pose('b', long(10), { on: 'end', frames: 10 }, { x: 0 }),
    pose('c', { on: 'share', share: 0.62 }, { on: 'share', share: 0.75 }, { y: 800 }),
  ])
  const split = made(lesson, E.splitElements(['box'], 137))
  const shown = (l: Lesson, f: number) =>
    drawnAt(resolve(l), f).map((i) => i.matrix.map((v) => Math.round(v * 1e4) / 1e4))
  for (let f = 95; f < 205; f++) expect(shown(split, f)).toEqual(shown(lesson, f))
})
test('a duplicate takes its poses along; the whole path moves; re-timed, its moves go with it, tied ones too', () => {
  const lesson = withBox([
    pose('a', { on: 'moment', moment: 'take/click-2', edge: 'start', offset: 0, last: 120 }, long(10), { x: 900 }),
  ])
  const copy = made(lesson, E.addElements(E.copies([box(lesson)], resolve(lesson), null, () => 'copy')))
  const there = made(copy, E.moveWhole(['copy'], 50, 10))
  expect([100, 199].map((f) => xAt(there, f, 'copy'))).toEqual([250, 950])
  const later = made(there, E.retime(['copy'], 150))
  expect(resolve(later).spans.get('copy')).toMatchObject({ from: 150, to: 250 })
  expect(movesOf(later, 'copy')).toEqual([['a', 170, 180]])
  expect(movesOf(later)).toEqual([['a', 120, 130]])
})
test('a change of length pushes what follows on its track', () => {
  const lesson = withBox()
  lesson.elements.push(
    element(lesson, 'text', 'next', loose(210), lasting(30)),
    element(lesson, 'text', 'tied', on('take/click-3'), lasting(9)),
  )
  const pushed = made(lesson, E.pushing('box', E.setEdge('box', 'end', loose(230))))
  expect(['next', 'tied'].map((id) => resolve(pushed).spans.get(id)!.from)).toEqual([240, 270])
})
test('undo after any edit of poses and keyframes is as before, to the last value', () => {
  const edits: ((l: Lesson) => E.Edit)[] = [
    (l) => E.moveFromNow(['box'], act(l, 130)),
    (l) => E.arriveByNow(['box'], act(l, 150)),
    (l) => E.holdUntilHere(['box'], act(l, 118)),
    (l) => E.returnToBefore(['box'], act(l, 180)),
    () => E.evenSpeed('box'),
    () => E.addKey(['box'], ['rotation', 'opacity'], 133),
    () => E.shiftKeys([ref('a', 'x'), ref('b')], -4),
    () => E.stretchKeys([ref('a'), ref('b')], 100, 1.3),
    () => E.reverseKeys([ref('a'), ref('b')]),
    () => E.removeKeys([ref('b')]),
    () => E.setMoveEasing([{ element: 'box', pose: 'a' }], 'spring(0.3)'),
    () => E.splitElements(['box'], 140),
    () => E.inPoses({ pose: 1 }, E.moveElements(['box'], 10, 20)),
  ]
  fc.assert(
    fc.property(fc.array(fc.nat(edits.length - 1), { minLength: 1, maxLength: 6 }), (picks) => {
      let lesson = two()
      for (const i of picks) {
        const result = E.applyEdit(lesson, edits[i]!(lesson), newIds())
        if (!('edited' in result)) continue
        expect(applyPatches(result.edited.lesson, result.edited.inverse)).toEqual(lesson)
        expect(E.applyEdit(result.edited.lesson, E.inOne([]), newIds())).toEqual({ refused: null })
        lesson = result.edited.lesson
      }
    }),
    { numRuns: 60 },
  )
})
test('re-timing a tied element keeps the lengths of its arrival and departure', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 9 }),
      fc.integer({ min: 1, max: 20 }),
      fc.integer({ min: 1, max: 20 }),
      (s, inFrames, outFrames) => {
        const pass = (frames: number) => ({ how: 'fade' as const, from: 'left' as const, frames, easing: 'linear' })
        const lesson = withBox([], {
          start: on('take/click-1'),
          end: on('take/click-3'),
          arrival: pass(inFrames),
          departure: pass(outFrames),
        })
        lesson.media.take!.moments[2]!.fromUs = (3 + s) * 600_000 + 2_000_000
        const timed = resolve(lesson)
        const { from, to } = timed.spans.get('box')!
        if (to - from < inFrames + outFrames) return
        const opacity = (f: number) => drawnAt(timed, f)[0]?.opacity ?? 0
        expect(opacity(from + inFrames - 1)).toBe(1)
        if (inFrames > 1) expect(opacity(from + inFrames - 2)).toBeLessThan(1)
        expect(opacity(to - outFrames - 1)).toBe(1)
        expect(opacity(to - outFrames)).toBeLessThan(1)
      },
    ),
  )
})
test('keyframes that were moved out of their poses are still the ones that are chosen', () => {
  const lesson = withBox([
    pose('a', after(20), long(10), { x: 900, y: 50 }),
    pose('b', after(50), long(10), { x: 200, y: 60 }),
  ])
  const refs = ['a', 'b'].map((p) => ({ element: 'box', pose: p, path: 'x' }))
  const moved = made(lesson, E.shiftKeys(refs, 4))
  const now = E.sameKeys(refs, resolve(lesson), resolve(moved))
  expect(now.map((r) => r.pose)).toEqual(['new-1', 'new-2'])
  expect(E.sameKeys([{ element: 'box', pose: 'a', path: null }], resolve(lesson), resolve(moved))).toEqual([
    { element: 'box', pose: 'a', path: null },
  ])
})
test('the moves of one element are taken over by others: each from its own place, as long after its own start', () => {
  const lesson = withBox([
    pose('a', after(20), long(10), { x: 900, rotation: 90 }),
    pose('b', after(50), long(10), { x: 200 }),
  ])
  lesson.elements.push(
    element(lesson, 'shape', 'other', loose(150), loose(250), {
      x: 500,
      y: 700,
      rotation: 10,
      poses: [pose('c', after(5), long(5), { y: 0 })],
    }),
  )
  const taken = made(lesson, E.takeMoves(['box', 'other'], 'box'))
  expect(movesOf(taken, 'other').map(([, from, to]) => [from, to])).toEqual([
    [170, 180],
    [200, 210],
  ])
  expect([150, 180, 210].map((f) => xAt(taken, f, 'other'))).toEqual([500, 1200, 500])
  expect(posedAt(resolve(taken), box(taken, 'other'), 190)).toMatchObject({ rotation: 100, y: 700 })
  expect(movesOf(taken)).toEqual(movesOf(lesson))
})
