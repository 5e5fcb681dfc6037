import { whyNot } from '@/core/testing/made'
import {
  applyEdit,
  blurredBehind,
  dip,
  dissolve,
  hurryThrough,
  idsFrom,
  makeWay,
  overlapClip,
  rollCut,
  slipClip,
  splitClip,
  standLeast,
  stretchClip,
} from '..'
import { clipEnd, sourceUsAt } from '../../lesson/clips'
import type { Lesson } from '../../lesson/schema'
import { idleIn, quietIn, silentIn } from '../../review/idle'
import { layersAt } from '../../scene'
import { resolve } from '../../timing'
import { madeAll as made } from '../../testing/made'
import { clip, element, lessonWithTake, loose, takeMedium } from '../../testing/lessons'

const clipsOf = (lesson: Lesson) =>
  resolve(lesson).clips.map((c) => ({
    id: c.id,
    at: c.at,
    to: clipEnd(c),
    from: sourceUsAt(c, c.at, lesson.rate) / 1e6,
    until: sourceUsAt(c, clipEnd(c), lesson.rate) / 1e6,
  }))

/** Two clips of one take that touch at frame 90, with more of the take on both sides of the cut. */
const touching = (): Lesson => {
  const lesson = lessonWithTake()
  lesson.elements = [clip('a', 0, 90), clip('b', 90, 100, { inUs: 5_000_000 })]
  return lesson
}

test('a clip that slips keeps its place, within its medium', () => {
  const lesson = touching()
  expect(clipsOf(made(lesson, slipClip('b', 15)))[1]).toEqual({ id: 'b', at: 90, to: 190, from: 5.5, until: 8.833333 })
  // Its medium ends at 10 s, and begins at 0.
  expect(clipsOf(made(lesson, slipClip('b', 1000)))[1]!.until).toBeCloseTo(10, 5)
  expect(clipsOf(made(lesson, slipClip('b', -1000)))[1]!.from).toBe(0)
})
test('a cut is rolled: one clip gives what the other takes, and nothing else moves', () => {
  const later = clipsOf(made(touching(), rollCut('a', 'b', 100)))
  expect(later).toMatchObject([
    { at: 0, to: 100, from: 0 },
    { at: 100, to: 190 },
  ])
  expect(later[1]!.from).toBeCloseTo(5.333333, 5)
  const earlier = clipsOf(made(touching(), rollCut('a', 'b', 60)))
  expect(earlier).toMatchObject([
    { at: 0, to: 60 },
    { at: 60, to: 190, from: 4 },
  ])
  expect(whyNot(applyEdit(made(touching(), splitClip('b', 120, 'c')), rollCut('a', 'c', 100), idsFrom('x')))).toBe(
    'This cannot be done: these two clips do not touch.',
  )
})
test('an end that is dragged to change the speed shows the same stretch of the medium', () => {
  const slow = clipsOf(made(touching(), stretchClip('b', 'end', 290)))[1]!
  expect(slow).toMatchObject({ at: 90, to: 290, from: 5 })
  expect(slow.until).toBeCloseTo(8.333333, 5)
  // No further than the clip beside it.
  expect(applyEdit(touching(), stretchClip('a', 'end', 200), idsFrom('x'))).toEqual({ refused: null })
})
test('two clips dissolve over their cut as long as asked, and half of each before it in a dip', () => {
  const lesson = made(touching(), dissolve('a', 'b', 20))
  expect(clipsOf(lesson)).toMatchObject([
    { at: 0, to: 100 },
    { at: 80, to: 190 },
  ])
  expect(lesson.elements[1]!.arrival).toMatchObject({ how: 'fade', frames: 20 })
  const timed = resolve(lesson)
  // Both are seen while it lasts, the one that comes over the one that goes.
  const at = (f: number) => layersAt(timed, f).layers.map((l) => [l.element, Math.round(l.opacity * 100)])
  expect(at(79)).toEqual([['a', 100]])
  expect(at(89)).toEqual([
    ['a', 100],
    ['b', 50],
  ])
  expect(at(100)).toEqual([['b', 100]])
  const apart = made(touching(), splitClip('b', 120, 'c'))
  for (const edit of [dip('a', 'c', 20), dissolve('a', 'c', 20)])
    expect(applyEdit(apart, edit, idsFrom('x'))).toMatchObject({ unfit: true })
  const dipped = made(touching(), dip('a', 'b', 20))
  expect(dipped.elements.map((e) => [e.arrival.how, e.departure.how])).toEqual([
    ['none', 'fade'],
    ['fade', 'none'],
  ])
})
test('a blurred copy fills the frame behind a clip, for as long as that lasts', () => {
  const lesson = lessonWithTake()
  lesson.media.take = takeMedium({ width: 608, height: 1080 })
  lesson.elements = [clip('c1', 0, 300)]
  const after = made(lesson, blurredBehind('c1', 'behind'))
  expect(after.elements.map((e) => e.id)).toEqual(['behind', 'c1'])
  expect(after.elements[0]).toMatchObject({ width: 1920, blurPx: 36, look: { fit: 'fill', muted: true } })
  expect(resolve(after).spans.get('behind')).toMatchObject({ from: 0, to: 300 })
})

describe('idle stretches', () => {
  const idleLesson = () => {
    const lesson = lessonWithTake()
    // Clicks at 2 s, 4 s and 8 s; the pointer goes from 1.5 s to 2 s; a word from 5 s to 5.5 s.
    lesson.media.take = takeMedium({
      pointer: [
        [0, 10, 10],
        [1_500_000, 10, 10],
        [2_000_000, 100, 200],
      ],
      words: [{ id: 'take/word-1', text: 'well', fromUs: 5_000_000, toUs: 5_500_000 }],
    })
    return lesson
  }
  test('nothing happens, nobody speaks, the pointer stands', () => {
    const around = 12
    expect(idleIn(resolve(idleLesson()), new Map())).toEqual(
      [
        { from: 61 + around, to: 120 - around },
        { from: 166 + around, to: 240 - around },
        { from: 241 + around, to: 300 },
      ].filter((s) => s.to - s.from >= 45),
    )
    // What is heard is not idle; what is known to be quiet is.
    const quiet = new Map([['take', [{ fromUs: 6_000_000, toUs: 10_000_000 }]]])
    expect(idleIn(resolve(idleLesson()), quiet, 1)[0]).toEqual({ from: 180 + around, to: 240 - around })
  })
  test('where nobody knows how loud a recording is, it is not called idle', () => {
    const lesson = idleLesson()
    lesson.media.take!.sound = true
    expect(idleIn(resolve(lesson), new Map())).toEqual([])
  })
  test('they go four times as fast, with a note; what comes after them moves up, and stays on its moments', () => {
    const lesson = idleLesson()
    lesson.elements.push(element(lesson, 'callout', 'later', loose(250), loose(290)))
    lesson.elements.push(
      element(
        lesson,
        'callout',
        'tied',
        { on: 'moment', moment: 'take/click-3', edge: 'start', offset: 0, last: 240 },
        { on: 'length', frames: 10 },
      ),
    )
    const after = made(lesson, hurryThrough([{ from: 180, to: 220 }], 4, true))
    const clips = clipsOf(after)
    expect(clips.map(({ at, to }) => [at, to])).toEqual([
      [0, 180],
      [180, 190],
      [190, 270],
    ])
    expect(clips.map((c) => [c.from, c.until].map((v) => Math.round(v * 100) / 100))).toEqual([
      [0, 6],
      [6, 7.33],
      [7.33, 10],
    ])
    const timed = resolve(after)
    expect(timed.spans.get('later')).toMatchObject({ from: 220, to: 260 })
    expect(timed.spans.get('tied')!.from).toBe(210)
    const note = after.elements.find((e) => e.name === '4× as fast')!
    expect(timed.spans.get(note.id)).toMatchObject({ from: 180, to: 190 })
    expect(note.look).toMatchObject({ text: '4×' })
    const cut = made(lesson, hurryThrough([{ from: 180, to: 220 }], null, false))
    expect(clipsOf(cut).map(({ at, to }) => [at, to])).toEqual([
      [0, 180],
      [180, 260],
    ])
  })
  test('quiet is what is not louder than the hum', () => {
    const peaks = Uint8Array.from({ length: 1000 }, (_, i) =>
      i >= 200 && i < 500 ? 120 : i >= 520 && i < 540 ? 90 : 6,
    )
    expect(quietIn(peaks, 100).map((q) => [q.fromUs / 1e6, q.toUs / 1e6])).toEqual([
      [0, 2],
      [5.4, 10],
    ])
    const humming = peaks.map((p) => (p === 6 ? 20 : p))
    expect(quietIn(humming, 100).map((q) => [q.fromUs / 1e6, q.toUs / 1e6])).toEqual([
      [0, 2],
      [5.4, 10],
    ])
  })
})

test('something small stands where it hides least: not on clicks, changes, the pointer or what is explained', () => {
  const lesson = lessonWithTake()
  const at = (x: number, y: number, i: number) => ({
    id: `take/click-${i}`,
    kind: 'click' as const,
    label: '',
    fromUs: i * 1e6,
    at: { x, y },
  })
  // Clicks in three corners, a callout in the middle of the right side.
  lesson.media.take = takeMedium({
    moments: [
      at(200, 150, 1),
      at(1700, 150, 2),
      at(1700, 950, 3),
      at(960, 100, 4),
      at(960, 950, 5),
      at(200, 540, 6),
      at(1700, 540, 7),
    ],
  })
  lesson.tracks.unshift({ id: 'front', kind: 'picture', name: 'In front' })
  lesson.elements.push(clip('pip', 0, 300, { track: 'front', fit: 'free' }))
  const here = { frame: 0, caught: null }
  const after = made(lesson, standLeast('pip', 0.25, here, 30, null))
  const pip = after.elements.find((e) => e.id === 'pip')!
  expect([pip.x < 480, pip.y > 800]).toEqual([true, true])
  // A click comes to lie under it: it goes out of the way before, and is gone when it comes.
  const clicked = structuredClone(after)
  clicked.media.take!.moments.push(at(200, 1000, 8))
  const way = made(clicked, makeWay('pip', 12, null))
  const moved = way.elements.find((e) => e.id === 'pip')!
  expect(moved.poses).toMatchObject([
    { start: { on: 'moment', moment: 'take/click-8', offset: -24 }, end: { frames: 12 } },
  ])
  expect(moved.poses[0]!.values.y === pip.y && moved.poses[0]!.values.x === pip.x).toBe(false)
  // Where there is much to see on the screen itself, it does not stand.
  const cells = Array.from({ length: 4 }, (_, i) => (i === 2 ? 1 : 0))
  const bare = { ...lesson, media: { take: takeMedium({ moments: [] }) } }
  const elsewhere = made(bare, standLeast('pip', 0.25, here, 30, { columns: 2, rows: 2, cells }))
  const e = elsewhere.elements.find((x) => x.id === 'pip')!
  expect(e.x < 960 && e.y > 540).toBe(false)
})

test('a clip that is laid over its neighbour fades in over it, whichever is in front', () => {
  const after = made(touching(), overlapClip('b', 75))
  expect(clipsOf(after)).toMatchObject([
    { id: 'a', at: 0, to: 90 },
    { id: 'b', at: 75, to: 175 },
  ])
  expect(after.elements.find((e) => e.id === 'b')!.arrival).toMatchObject({ how: 'fade', frames: 15 })
  // Brought before the other from behind it, the other fades in over it, and lies over it.
  const first = made(touching(), overlapClip('a', 195), overlapClip('a', 180))
  expect(first.elements.find((e) => e.id === 'a')!.arrival).toMatchObject({ how: 'fade', frames: 10 })
  expect(first.elements.map((e) => e.id)).toEqual(['b', 'a'])
  expect(whyNot(applyEdit(touching(), overlapClip('b', 0), idsFrom('t')))).toBe(
    'This cannot be done: one of two clips would lie over all of the other.',
  )
})
test('it is silent where nobody speaks, whatever happens on the screen; what nobody heard is not called silent', () => {
  const lesson = lessonWithTake()
  lesson.length = 300
  lesson.elements = [clip('a', 0, 300)]
  lesson.media.take = { ...lesson.media.take!, sound: true }
  const quiet = new Map([['take', [{ fromUs: 2_000_000, toUs: 5_000_000 }]]])
  expect(silentIn(resolve(lesson), quiet)).toEqual([{ from: 65, to: 145 }])
  expect(silentIn(resolve(lesson), quiet, 3)).toEqual([])
  expect(silentIn(resolve(lesson), new Map())).toEqual([])
  const without = structuredClone(lesson)
  without.elements[0]!.look = { ...without.elements[0]!.look, muted: true } as object
  expect(silentIn(resolve(without), quiet)).toEqual([])
})
