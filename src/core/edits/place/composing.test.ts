import { motionOf } from '../../motion'
import { layersAt, timedOf } from '../../scene'
import { posedAt } from '../../motion'
import type { Element, Lesson } from '../../lesson/schema'
import {
  besides,
  clip,
  clipsOf,
  element,
  lasting,
  laid,
  lessonWithTake,
  loose,
  takeMedium,
} from '../../testing/lessons'
import { long, made, newIds, pose, whyNot } from '../../testing/made'
import { resolve } from '../../timing'
import * as E from '..'

const here = (frame: number) => ({ frame, caught: null })
const find = (lesson: Lesson, id: string): Element => lesson.elements.find((e) => e.id === id)!
const at = (lesson: Lesson, id: string, frame: number): Element => posedAt(resolve(lesson), find(lesson, id), frame)!

describe('picture-in-picture', () => {
  const over = (): Lesson => {
    const lesson = lessonWithTake()
    return made(lesson, E.layOver('take', 'pip', 0))
  }
  test('what is laid over lies in front, whole, on a track of its own, and does not make the lesson longer', () => {
    const lesson = over()
    expect(lesson.tracks[0]!.id).toBe(find(lesson, 'pip').track)
    const late = made(lessonWithTake(), E.layOver('take', 'pip', 200))
    expect([resolve(late).length, clipsOf(late).find((c) => c.id === 'pip')!.length]).toEqual([300, 100])
  })
  test('in a corner it is as wide as said, a margin away from both edges, when it gets there', () => {
    const lesson = made(over(), E.standAt(['pip'], 'bottom-right', 0.25, here(60), 60))
    const e = at(lesson, 'pip', 120)
    expect([e.width * e.scale.x, e.height * e.scale.y]).toEqual([480, 270])
    const margin = 1080 * 0.04
    expect([e.x + 240, e.y + 135]).toEqual([1920 - margin, 1080 - margin])
    expect(at(lesson, 'pip', 60).scale.x).toBe(1)
    expect(at(lesson, 'pip', 90).scale.x).toBeCloseTo(0.625, 3)
  })
  test('where it begins right there it stands there from the first, with no move', () => {
    const lesson = made(over(), E.standAt(['pip'], 'top-left', 0.5, here(0), 60))
    expect(find(lesson, 'pip').poses).toEqual([])
    expect(find(lesson, 'pip').scale).toEqual({ x: 0.5, y: 0.5 })
  })
})

describe('moments of footage that moves', () => {
  const shrunk = made(lessonWithTake(), E.standAt(['c1'], 'bottom-right', 0.25, here(60), 60))
  const corner = { x: 1920 - 43.2 - 480, y: 1080 - 43.2 - 270 }
  test('lie where the footage stands when they come', () => {
    const { moments } = timedOf(shrunk)
    expect(moments.get('take/click-1')!.at).toEqual({ x: 100, y: 200 })
    expect(moments.get('take/click-2')!.at!.x).toBeCloseTo(corner.x + 50, 1)
    expect(moments.get('take/click-2')!.at!.y).toBeCloseTo(corner.y + 50, 1)
    expect(moments.get('take/click-3')!.at!.x).toBeCloseTo(corner.x + 75, 1)
  })
  test('go with a group that carries the footage', () => {
    const lesson = made(made(lessonWithTake(), E.makeGroup(['c1'], 'g', 0)), E.setScale(['g'], 'x', 0.5, true))
    const e = find(lesson, 'g')
    expect(timedOf(lesson).moments.get('take/click-1')!.at).toEqual({
      x: e.x + (100 - e.x) * 0.5,
      y: e.y + (200 - e.y) * 0.5,
    })
  })
  test('a ripple on every click is drawn there', () => {
    const ripple = element(shrunk, 'ripple', 'r', loose(0), lasting(300))
    const lesson = { ...shrunk, elements: besides(shrunk, [{ ...ripple, look: { ...ripple.look, every: true } }]) }
    const [ring, ...more] = layersAt(timedOf(lesson as Lesson), 122).layers.filter((l) => l.element === 'r')
    expect(more).toEqual([])
    expect(ring!.bounds.x + ring!.bounds.w / 2).toBeCloseTo(corner.x + 50, 0)
    expect(ring!.bounds.y + ring!.bounds.h / 2).toBeCloseTo(corner.y + 50, 0)
  })
})

describe('side by side', () => {
  test('equal parts fill the frame between gaps; one large and the rest small stand beside it', () => {
    const frame = { width: 1000, height: 500 }
    expect(E.cellsFor(2, 'equal', 20, frame)).toEqual([
      { x: 20, y: 20, w: 470, h: 460 },
      { x: 510, y: 20, w: 470, h: 460 },
    ])
    const [large, ...small] = E.cellsFor(3, 'first-large', 20, frame)
    expect(large!.w + small[0]!.w).toBe(940)
    expect(small.map((c) => [c.x, c.w, c.h])).toEqual(Array(2).fill([large!.w + 40, small[0]!.w, 220]))
    expect(small[1]!.y).toBe(260)
  })
})

describe('taken together', () => {
  const two = (): Lesson => {
    const lesson = lessonWithTake()
    lesson.media.other = takeMedium({ moments: [] })
    lesson.tracks.unshift({ id: 'takes-2', kind: 'picture', name: 'Second' })
    lesson.elements = laid(lesson, [clip('a', 0, 300), clip('b', 0, 300, { track: 'takes-2', media: 'other' })])
    return made(lesson, E.setGroup(['a', 'b'], 'pair'))
  }
  const rows = (lesson: Lesson) => clipsOf(lesson).map((c) => [c.track, c.at, c.length, c.inUs])
  test('a cut goes through both, and each half is a pair of its own', () => {
    const cut = made(two(), E.splitClip('a', 100, 'right'))
    expect(cut.elements.map((e) => e.group).filter((g) => g === 'pair')).toHaveLength(2)
    expect(new Set(cut.elements.map((e) => e.group)).size).toBe(2)
    const moved = made(cut, E.moveClip('right', 150))
    expect(rows(moved).filter((r) => r[1] === 150)).toHaveLength(2)
    expect(rows(moved).filter((r) => r[1] === 0)).toHaveLength(2)
  })
  test('a new speed pushes what follows on all their tracks, where a new end does', () => {
    const cut = made(two(), E.splitClip('a', 100, 'right'))
    const faster = made(cut, E.pushing('b', E.setSpeed('b', 200, 100)))
    expect(
      rows(faster)
        .map((r) => [r[1] as number, r[2]])
        .sort((a, b) => (a[0] as number) - (b[0] as number)),
    ).toEqual([
      [0, 50],
      [0, 50],
      [50, 200],
      [50, 200],
    ])
  })
  test('trimmed, sped up and taken out of together, until they are parted', () => {
    expect(rows(made(two(), E.trimClip('a', 'end', 200))).map((r) => r[2])).toEqual([200, 200])
    expect(rows(made(two(), E.setSpeed('b', 200, 100))).map((r) => r[2])).toEqual([150, 150])
    expect(rows(made(two(), E.trimClip('a', 'start', 30)))).toEqual([
      ['takes-1', 30, 270, 1_000_000],
      ['takes-2', 30, 270, 1_000_000],
    ])
    const stretched = made(two(), E.stretchClip('a', 'end', 150))
    expect(rows(stretched).map((r) => [r[1], r[2]])).toEqual([
      [0, 150],
      [0, 150],
    ])
    const speeds = (l: Lesson) => clipsOf(l).map((c) => c.speed)
    expect(speeds(stretched)).toEqual(Array(2).fill({ num: 2, den: 1 }))
    for (const edit of [E.freezeAt('a', 100, 40, true), E.rampSpeed('b', 100, 30, 200, 100)]) {
      const maps = resolve(made(two(), edit)).clips.map((c) => [c.at, c.length, c.map.stretches])
      expect(maps[0]).toEqual(maps[1])
    }
    const trimmed = made(two(), E.trimClip('a', 'start', 60))
    expect(rows(made(trimmed, E.slipClip('b', -30))).map((r) => r[3])).toEqual([1_000_000, 1_000_000])
    // One that begins elsewhere would lose its sync: that is said, and nothing changes.
    const apart = made(made(two(), E.setGroup(['a', 'b'], null)), E.trimClip('b', 'start', 30))
    const uneven = made(apart, E.setGroup(['a', 'b'], 'pair'))
    const refused = E.applyEdit(uneven, E.setSpeed('a', 200, 100), newIds())
    expect(whyNot(refused)).toContain('begins elsewhere')
    const parted = made(two(), E.setGroup(['a', 'b'], null))
    expect(rows(made(parted, E.trimClip('a', 'end', 200))).map((r) => r[2])).toEqual([200, 300])
  })
})

describe('groups', () => {
  const boxes = (): Lesson => {
    const lesson = lessonWithTake()
    const box = (id: string, x: number) =>
      element(lesson, 'shape', id, loose(20), lasting(100), { x, y: 300, width: 100, height: 100 })
    lesson.elements = besides(lesson, [box('one', 300), box('two', 700)])
    return lesson
  }
  const grouped = () => made(boxes(), E.makeGroup(['one', 'two'], 'g', 40))
  const matrices = (lesson: Lesson, frame: number) =>
    layersAt(resolve(lesson), frame)
      .layers.flatMap((l) => ('layers' in l ? l.layers : [l]))
      .filter((l) => l.element === 'one' || l.element === 'two')
      .map((l) => l.matrix.map((v) => Math.round(v * 100) / 100))
  test('nothing moves as things are gathered, let go or parted', () => {
    const before = matrices(boxes(), 50)
    expect(matrices(grouped(), 50)).toEqual(before)
    expect(matrices(made(grouped(), E.detach(['one'], 50)), 50)).toEqual(before)
    expect(matrices(made(grouped(), E.dissolveGroup('g', 50)), 50)).toEqual(before)
  })
  test('it carries, turns and fades its members as one', () => {
    const moved = made(made(grouped(), E.moveElements(['g'], 100, 50)), E.setElements(['g'], { opacity: 0.5 }))
    const [group] = layersAt(resolve(moved), 50).layers.filter((l) => 'layers' in l)
    expect([
      group!.opacity,
      'layers' in group! && group.layers.map((l) => [l.element, l.opacity, l.matrix[4], l.matrix[5]]),
    ]).toEqual([
      0.5,
      [
        ['one', 1, 400, 350],
        ['two', 1, 800, 350],
      ],
    ])
  })
  test('its members are seen only while it is there, and within its box where it is masked', () => {
    const shorter = made(grouped(), E.setElements(['g'], { end: { on: 'loose', frame: 60 } }))
    expect([59, 60].map((f) => matrices(shorter, f).length)).toEqual([2, 0])
    const masked = made(grouped(), E.setLook(['g'], 'mask', true))
    const [group] = layersAt(resolve(masked), 50).layers.filter((l) => 'layers' in l)
    expect(group!.clip).toMatchObject({ x: -250, y: -50, w: 500, h: 100 })
  })
  test('a page in a window begins at its top and scrolls by screenfuls, never past its end', () => {
    const lesson = lessonWithTake()
    const page = element(lesson, 'shape', 'page', loose(0), lasting(300), { x: 960, y: 540, width: 500, height: 2000 })
    lesson.elements = besides(lesson, [page])
    let now = made(lesson, E.windowOver(['page'], { x: 500, y: 200, w: 1000, h: 500 }, 'w', 0, true))
    const top = (frame: number) => at(now, 'page', frame).y - 2000
    expect([at(now, 'page', 0).scale.x, top(0)]).toEqual([2, 200])
    now = made(now, E.scrollOn('page', 1, here(50)))
    expect(top(100)).toBeCloseTo(200 - 425, 5)
    const ids = newIds()
    for (const f of [110, 140, 170, 200, 230, 260]) {
      const result = E.applyEdit(now, E.scrollOn('page', 3, here(f)), () => `more-${ids()}`)
      if ('edited' in result) now = result.edited.lesson
    }
    expect(at(now, 'page', 299).y + 2000).toBeCloseTo(700, 5)
  })
  test('a page scrolls evenly to named stops, tied to what is said; never past its end', () => {
    const lesson = lessonWithTake()
    const page = element(lesson, 'shape', 'page', loose(0), lasting(300), { x: 960, y: 540, width: 500, height: 2000 })
    lesson.elements = besides(lesson, [page])
    let now = made(lesson, E.windowOver(['page'], { x: 500, y: 200, w: 1000, h: 500 }, 'w', 0, true))
    const own = () => now.elements.find((e) => e.id === 'page')!
    expect(E.tallness(resolve(now), own(), 0)).toBeCloseTo(8, 5)
    const word = { frame: 60, caught: { moment: { id: 'take/click-1' }, edge: 'start' as const, frame: 60 } }
    now = made(now, E.scrollTo('page', 0.25, 'Prices', word, true))
    // A quarter of the page, 1000 px further down, is brought to the top of the window, with a little above it.
    expect(at(now, 'page', 250).y - 2000).toBeCloseTo(200 - 1000 + 30, 5)
    expect(own().poses[0]).toMatchObject({ name: 'Prices', easing: 'linear', start: { moment: 'take/click-1' } })
    const last = E.applyEdit(now, E.scrollTo('page', 0.99, '', here(200), false), (what) => `last-${what}`)
    if ('edited' in last) now = last.edited.lesson
    expect(at(now, 'page', 299).y + 2000).toBeCloseTo(700, 5)
    expect(E.stopsOf(resolve(now), own()).map((s) => [s.name, Math.round(s.share * 100)])).toEqual([
      ['Prices', 24],
      ['', 88],
    ])
    // It comes to rest while it is seen, however far it is; where there is no time left, that is said.
    const late = E.applyEdit(now, E.scrollTo('page', 0.1, 'Late', here(290), true), (what) => `late-${what}`)
    if (!('edited' in late)) throw new Error('refused')
    const { moves } = motionOf(
      late.edited.timed,
      late.edited.lesson.elements.find((e) => e.id === 'page')!,
    )
    expect(moves.at(-1)).toMatchObject({ from: 290, to: 299 })
    const none = E.applyEdit(now, E.scrollTo('page', 0.1, 'Late', here(299), true), newIds())
    expect(whyNot(none)).toContain('no time left')
  })
})

describe('gauges', () => {
  const read = (): Lesson => {
    const lesson = lessonWithTake()
    const text = element(lesson, 'text', 't', loose(0), lasting(101))
    text.look = { ...text.look, text: 'Loading → Almost → Ready' } as object
    lesson.elements = besides(lesson, [
      element(lesson, 'bar', 'b', loose(0), lasting(101)),
      element(lesson, 'counter', 'c', loose(0), lasting(101)),
      text,
    ])
    return made(lesson, E.readTogether(['b', 'c', 't'], 'g'))
  }
  const look = (lesson: Lesson, id: string, frame: number) => at(lesson, id, frame).look as Record<string, unknown>
  const shares = (lesson: Lesson, frames: number[]) =>
    frames.map((f) => (look(lesson, 'b', f).given as { share: number }).share)
  test('a bar, a number and words go evenly from 0 to 100, with the words spread between', () => {
    const lesson = read()
    expect(shares(lesson, [0, 25, 50, 100])).toEqual([0, 25, 50, 100])
    expect([0, 33, 100].map((f) => look(lesson, 'c', f).value)).toEqual([0, 33, 100])
    expect([0, 49, 50, 99, 100].map((f) => look(lesson, 't', f).text)).toEqual([
      'Loading',
      'Loading',
      'Almost',
      'Almost',
      'Ready',
    ])
  })
  test('it rests where it is told to, and still ends when it did', () => {
    const rested = made(read(), E.restHere(['g'], here(40), 20), () => 'rest')
    expect(shares(rested, [20, 40, 50, 60, 80, 100])).toEqual([20, 40, 40, 40, 70, 100])
  })
  test('without its gauge each stands as it is by itself', () => {
    const gone = made(read(), E.removeElements(['g']))
    expect(gone.elements.map((e) => Object.keys(e.reads).length)).toEqual([0, 0, 0, 0])
  })
})

describe('copies', () => {
  const three = (): Lesson => {
    const lesson = lessonWithTake()
    const box = (id: string, x: number) =>
      element(lesson, 'shape', id, loose(0), lasting(100), {
        x,
        y: 300,
        poses: [pose('p', { on: 'start', frames: 10 }, long(20), { x: x + 50 })],
      })
    lesson.elements = besides(lesson, [box('first', 100), box('second', 500), box('third', 900)])
    return made(lesson, E.followCopy(['second', 'third'], 'first', ['motion', 'look']))
  }
  test('what is changed of the first is changed of all, from each one’s own place', () => {
    const lesson = made(three(), E.inPoses({ pose: 1 }, E.moveElements(['first'], 30, 40)))
    expect(['first', 'second', 'third'].map((id) => [at(lesson, id, 60).x, at(lesson, id, 60).y])).toEqual([
      [180, 340],
      [580, 340],
      [980, 340],
    ])
    expect(at(lesson, 'second', 0)).toMatchObject({ x: 500, y: 300 })
  })
  test('what is changed of a copy is its own from then on, until it is as the first again', () => {
    let lesson = made(three(), E.setElements(['second'], { opacity: 0.4 }))
    lesson = made(lesson, E.setElements(['first'], { opacity: 0.8 }))
    const opacity = () => ['first', 'second', 'third'].map((id) => find(lesson, id).opacity)
    expect(opacity()).toEqual([0.8, 0.4, 0.8])
    lesson = made(lesson, E.likeFirst(['second']))
    expect(opacity()).toEqual([0.8, 0.8, 0.8])
  })
  test('cut loose, or with its first one gone, it goes its own way', () => {
    let lesson = made(three(), E.cutLoose(['second']))
    lesson = made(lesson, E.setElements(['first'], { opacity: 0.8 }))
    expect(find(lesson, 'second').opacity).toBe(1)
    lesson = made(lesson, E.removeElements(['first']))
    expect(find(lesson, 'third').follows).toBeNull()
  })
})

describe('another file', () => {
  test('stands in the place of the one before; moments, ties and poses stay', () => {
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [
      element(
        lesson,
        'callout',
        'note',
        { on: 'moment', moment: 'take/click-2', edge: 'start', offset: 0, last: 120 },
        lasting(30),
      ),
    ])
    const fresh = takeMedium({
      sha256: 'b'.repeat(64),
      file: `media/${'b'.repeat(64)}/take.mp4`,
      moments: [],
      width: 1280,
      height: 1024,
    })
    const now = made(lesson, E.replaceFile('take', fresh))
    expect(resolve(now).spans.get('note')).toMatchObject({ from: 120, startLost: false })
    expect(now.media.take).toMatchObject({ sha256: 'b'.repeat(64), width: 1280 })
    expect(find(now, 'c1')).toMatchObject({ height: 1080, width: 1350, x: 960 })
    // Of a shorter file nothing is shown that it does not have: it is told before, piece by piece.
    const pieces = made(made(lesson, E.splitClip('c1', 60, 'c2')), E.splitClip('c2', 150, 'c3'))
    const short = takeMedium({ sha256: 'c'.repeat(64), name: 'Shorter.mp4', durationUs: 4_000_000, frames: 120 })
    expect(E.cutByFile(resolve(pieces), 'take', short).map((c) => [c.element.id, c.left])).toEqual([
      ['c2', 60],
      ['c3', 0],
    ])
    const cut = made(pieces, E.replaceFile('take', short))
    expect(clipsOf(cut).map((c) => [c.id, c.at, c.length])).toEqual([
      ['c1', 0, 60],
      ['c2', 60, 60],
    ])
    const sound = takeMedium({ kind: 'sound' })
    expect(whyNot(E.applyEdit(lesson, E.replaceFile('take', sound), newIds()))).toContain('cannot show or play a sound')
  })
})
