import { readFileSync } from 'node:fs'
import path from 'node:path'
import { fill, page, put, type Screen } from '../testing/screens'
import { carriedThrough } from './carried'
import { Changes } from './changes'
import { Eyes } from './eyes'
import { FlashFinder } from './flashes'
import { PointerFinder, type Altered, type FoundPointer } from './finder'
import { RegionTracker } from './region'
import { fitAt, roughShapeOf, shapeOf } from './shapes'
import { traceOf } from './sights'
import { calibrate, chain, heeding, proven, type Pointed, type Stay } from './track'

const code = new WebAssembly.Module(readFileSync(path.join(__dirname, '../../../wasm/vision.wasm')))
const W = 320
const H = 192

/** Runs a recording of so many frames through the finder; `draw` says what each shows. */
function watch(
  frames: number,
  draw: (t: number, screen: Screen) => void,
  width = W,
  height = H,
  pointed: Pointed | null = null,
): { found: (FoundPointer | null)[]; altered: (Altered | null)[] } {
  const found: (FoundPointer | null)[] = []
  const altered: (Altered | null)[] = []
  const finder = new PointerFinder(
    code,
    width,
    height,
    (f, a) => {
      found.push(f)
      altered.push(a)
    },
    pointed,
  )
  for (let t = 0; t < frames; t++) {
    const screen = page(width, height)
    draw(t, screen)
    finder.grey.set(screen.grey)
    finder.add()
  }
  finder.end()
  return { found, altered }
}
/** A way round the screen that rests now and then. */
const way = (t: number) => {
  const k = t % 60 < 12 ? Math.floor(t / 60) * 60 : t
  return { x: Math.round(150 + 110 * Math.sin(k / 17)), y: Math.round(85 + 60 * Math.sin(k / 11 + 1)) }
}
const offBy = (found: (FoundPointer | null)[], t: number, hot = { x: 1, y: 1 }) => {
  const f = found[t]
  const at = way(t)
  return f ? Math.hypot(f.x - at.x - hot.x, f.y - at.y - hot.y) : Infinity
}

test('an arrow that nobody described is found in every frame, resting or moving, within two pixels', () => {
  const { found } = watch(300, (t, s) => put(s, 'arrow', way(t).x, way(t).y))
  const errors = found.map((_, t) => offBy(found, t)).sort((a, b) => a - b)
  expect(errors[150]).toBeLessThanOrEqual(2)
  expect(errors[Math.floor(300 * 0.97)]).toBeLessThanOrEqual(10)
})
test('a hidden pointer is not seen: neither gone for a while nor while text is typed', () => {
  const hidden = (t: number) => t >= 120 && t < 190
  const { found } = watch(320, (t, s) => {
    if (t >= 120) for (let i = 0; i < Math.min(12, Math.floor((t - 120) / 6)); i++) fill(s, 20 + i * 9, 160, 6, 9, 60)
    if (!hidden(t)) put(s, 'arrow', way(t).x, way(t).y)
  })
  expect(found.filter((f, t) => f && t >= 124 && t < 186)).toHaveLength(0)
  expect(found.filter((f, t) => f && !hidden(t)).length).toBeGreaterThan(250 * 0.95)
})
test('what a menu covered is told to be there again when it is put away, and what is new is not', () => {
  const { altered } = watch(120, (t, s) => {
    if (t >= 40 && t < 80) fill(s, 200, 96, 96, 80, 210)
    if (t >= 100) fill(s, 200, 96, 96, 80, 120)
    put(s, 'arrow', Math.min(60, 10 + t), 30)
  })
  expect(altered[40]!.restored ?? 0).toBe(0)
  expect(altered[80]!.restored).toBe(altered[80]!.squares)
  expect(altered[100]!.restored ?? 0).toBe(0)
})
test('a pointer that is seen at one place only is found once a person points at it, for as long as it is there', () => {
  const draw = (t: number, s: Screen) => {
    if (t >= 20 && t < 40) put(s, 'arrow', 100, 60)
  }
  expect(watch(60, draw).found.every((f) => f === null)).toBe(true)
  const { found } = watch(60, draw, W, H, { frame: 30, x: 101, y: 61 })
  expect(found.flatMap((f, t) => (f ? [t] : []))).toEqual(Array.from({ length: 20 }, (_, i) => 20 + i))
  expect(found[25]).toMatchObject({ x: 101, y: 61 })
})
test('where a person points the pointer is nowhere else, whatever speaks for another place', () => {
  const shape = roughShapeOf(
    Array.from({ length: 40 }, (_, i) => ({ x: i % 5, y: Math.floor(i / 5), value: i % 2 ? 0 : 255, sure: 1 })),
  )
  const stays: Stay[] = [
    { x: 10, y: 10, shape, share: 1, from: 0, to: 90 },
    { x: 200, y: 100, shape, share: 0.7, from: 40, to: 60 },
  ]
  const links = chain(heeding(stays, { frame: 50, x: 201, y: 101 }, [shape]))
  expect(links.find((s) => s.from <= 50 && s.to >= 50)).toMatchObject({ x: 200, y: 100, said: 'found' })
  const alone = chain(heeding([stays[0]!], { frame: 50, x: 201, y: 101 }, [shape]))
  expect(alone.find((s) => s.from <= 50 && s.to >= 50)).toMatchObject({ x: 201, y: 101, said: 'alone' })
  expect(proven(alone).some((s) => s.said)).toBe(true)
})
/** Looks that the pointer takes once each: a bar and an arrow that do not touch, and a plus. */
const looks = [
  (s: Screen, x: number, y: number) => {
    fill(s, x, y, 3, 18, 16)
    for (let i = 0; i < 7; i++) fill(s, x + 6 + i, y + 9 - i, 2, 1 + 2 * i, 16)
  },
  (s: Screen, x: number, y: number) => {
    fill(s, x + 6, y, 6, 18, 16)
    fill(s, x, y + 6, 18, 6, 16)
    fill(s, x + 8, y + 2, 2, 14, 250)
    fill(s, x + 2, y + 8, 14, 2, 250)
  },
]
test(
  'looks that the pointer takes only once, each where ' + 'it rests, are learned there; one that trembles as well',
  () => {
    const rests = [120, 180]
    const look = (t: number) => rests.findIndex((r) => t >= r && t < r + 12)
    const { found } = watch(300, (t, s) => {
      const { x, y } = way(t)
      const own = look(t)
      if (own < 0) put(s, 'arrow', x, y)
      else looks[own]!(s, x + (own === 1 ? (t % 3) - 1 : 0), y)
    })
    for (const from of rests)
      for (let t = from; t < from + 12; t++)
        expect({
          t,
          near: Math.hypot((found[t]?.x ?? Infinity) - way(t).x, (found[t]?.y ?? Infinity) - way(t).y) < 24,
        }).toEqual({ t, near: true })
  },
)
test('words of a page that scrolls while the pointer is away are no looks of it', () => {
  const [w, h] = [640, 384]
  const tall = page(w, 900, 9)
  fill(tall, 0, 0, 330, 900, 236)
  const away = (t: number) => t >= 120 && t < 168
  const upTo = (n: number) => Math.min(10, Math.max(0, n))
  const place = way(119)
  const { found } = watch(
    300,
    (t, s) => {
      // Up in ten steps, then it stands, and ten steps on: what is drawn on the page stands there while the pointer is
      // away, and neither before nor after.
      const top = 10 * (upTo(t - 121) + upTo(t - 154))
      s.grey.set(tall.grey.subarray(top * w, (top + h) * w))
      looks[1]!(s, place.x + 24, place.y + 120 - top)
      if (!away(t)) put(s, 'arrow', way(t).x, way(t).y)
    },
    w,
    h,
  )
  expect(found.filter((f, t) => f && t >= 124 && t < 164)).toHaveLength(0)
  expect(found.filter((f, t) => f && !away(t)).length).toBeGreaterThan(252 * 0.95)
})
test('a recording in which nothing moves has no pointer', () => {
  expect(watch(40, () => {}).found.every((f) => f === null)).toBe(true)
})
test('what changes apart from the pointer is told with its place; the pointer’s own moves are not', () => {
  const { altered } = watch(150, (t, s) => {
    if (t >= 100) fill(s, 160, 64, 96, 64, 128)
    put(s, 'arrow', way(t).x, way(t).y)
  })
  expect(altered[50]).toBeNull()
  expect(altered[100]).toMatchObject({ squares: expect.any(Number) })
  expect(altered[100]!.x).toBeLessThanOrEqual(160)
  expect(altered[100]!.x + altered[100]!.w).toBeGreaterThanOrEqual(256)
})

test('squares that change by less than ten are taken as they were; any square can be looked up at any frame', () => {
  const eyes = new Eyes(code, 40, 24)
  const changes = new Changes(eyes)
  const at = (t: number) => changes.pixels(0, changes.entry(0, t))[0]
  for (const value of [100, 105, 111, 40]) {
    eyes.grey.fill(value)
    changes.add()
  }
  expect(changes.lists.map((l) => l.length)).toEqual([6, 0, 6, 6])
  expect([0, 1, 2, 3].map(at)).toEqual([100, 100, 111, 40])
  expect(changes.frameOf(0, 2)).toBe(3)
  expect(changes.unrest(0)).toBe(0.75)
})
test(
  'what flashes up is there at one frame and neither before ' + 'nor after; what leaves something behind is not told',
  () => {
    const eyes = new Eyes(code, W, H)
    const changes = new Changes(eyes)
    for (let t = 0; t < 20; t++) {
      const s = page(W, H)
      if (t === 9) put(s, 'arrow', 101, 53)
      // A caret that leaves a letter behind.
      if (t >= 9) fill(s, 240, 100, t === 9 ? 10 : 8, 14, t === 9 ? 20 : 130)
      eyes.grey.set(s.grey)
      changes.add()
    }
    const flashes = new FlashFinder(changes).at(9, 8, 10)
    expect(flashes).toHaveLength(1)
    expect(Math.abs(flashes[0]!.x - 101)).toBeLessThanOrEqual(1)
    expect(Math.abs(flashes[0]!.y - 53)).toBeLessThanOrEqual(1)
  },
)

/** The pixels of a drawn pointer, as a shape. */
function drawn(what: 'arrow' | 'beam', value = 128) {
  const s: Screen = { width: 40, height: 40, grey: new Uint8Array(1600).fill(value) }
  put(s, what, 10, 8)
  return shapeOf(
    [...s.grey.keys()]
      .filter((i) => s.grey[i] !== value)
      .map((i) => ({ x: i % 40, y: Math.floor(i / 40), value: s.grey[i]!, sure: 1 })),
  )
}
test('an arrow points with its tip inside its rim, a text pointer with its middle', () => {
  expect(drawn('arrow').hot).toEqual({ x: 1, y: 1 })
  expect(drawn('beam').hot).toMatchObject({ x: 2, y: 6, middle: true })
})
test('the compiled search finds a shape where the plain one does, and fits it equally well', () => {
  const shape = drawn('arrow')
  const s = page(W, H, 5)
  put(s, 'arrow', 77, 91)
  const eyes = new Eyes(code, W, H)
  eyes.grey.set(s.grey)
  const { list, pixels } = eyes.changed(true)
  eyes.lay('now', list, pixels)
  const [best] = eyes.seek('now', shape, list, 0.8, 0).sort((a, b) => b.share - a.share)
  expect(best).toMatchObject({ x: 77, y: 91 })
  for (const [x, y] of [
    [77, 91],
    [78, 91],
    [76, 90],
    [10, 10],
    [-4, 100],
    [300, 180],
  ] as const)
    expect(eyes.fit(shape, x, y, 0)).toBeCloseTo(fitAt({ pixels: s.grey, width: W, height: H }, shape, { x, y }, 0), 5)
})

const stay = (from: number, to: number, x: number, y: number, share = 0.95): Stay => ({
  from,
  to,
  x,
  y,
  share,
  shape: { ...drawn('arrow'), hot: { x: 0, y: 0 } },
})
test(
  'the chain of stays leaves a likeness that never moves for ' +
    'the pointer that does, and what stands alone is not believed',
  () => {
    const moving = Array.from({ length: 40 }, (_, i) => stay(i * 2, i * 2 + 1, 10 + i * 5, 20))
    const links = chain([stay(0, 79, 300, 150, 0.8), ...moving])
    expect(links).toHaveLength(40)
    expect(links.every((l) => l.y === 20)).toBe(true)
    expect(proven([stay(0, 50, 9, 9), stay(90, 120, 100, 100), stay(121, 130, 104, 100)]).map((l) => l.from)).toEqual([
      90, 121,
    ])
  },
)

test(
  'a change near a pointer that has come to rest is ' + 'proposed as a click; one that comes again and again is not',
  () => {
    const at = { x: 100, y: 80, confidence: 0.9 }
    const big: Altered = { x: 80, y: 60, w: 200, h: 120, squares: 90 }
    const sights = Array.from({ length: 120 }, (_, i) => ({
      t: i / 30,
      found: i < 20 ? { ...at, x: i * 5 } : at,
      altered: i === 40 ? big : null,
    }))
    const clicks = traceOf(sights, W, H).events.filter((e) => e.type === 'pointerdown')
    expect(clicks).toHaveLength(1)
    expect(clicks[0]).toMatchObject({ x: 100, y: 80, t: expect.closeTo(40 / 30 - 0.08, 3) })
    const scrolls = sights.map((s, i) => ({ ...s, altered: i >= 40 && i % 8 === 0 ? big : null }))
    expect(traceOf(scrolls, W, H).events.filter((e) => e.type === 'pointerdown')).toHaveLength(0)
  },
)

test(
  'a line of a page is followed as the page scrolls, lost while it ' +
    'is out of sight, and found again; a plain field cannot be held',
  () => {
    const tall = page(W, 900, 3)
    for (const [what, x, y] of [
      ['arrow', 52, 398],
      ['beam', 90, 404],
      ['arrow', 120, 402],
    ] as const)
      put(tall, what, x, y)
    const tracker = new RegionTracker(code, W, H)
    const show = (top: number) => tracker.grey.set(tall.grey.subarray(top * W, (top + H) * W))
    show(300)
    expect(tracker.start(40, 90, 120, 40)).toBe(true)
    for (const top of [300, 307, 330, 352, 352]) {
      show(top)
      expect(tracker.next()).toEqual({ x: 40, y: 90 - (top - 300), seen: true })
    }
    show(600)
    expect(tracker.next()).toMatchObject({ seen: false })
    show(280)
    expect(tracker.next()).toEqual({ x: 40, y: 110, seen: true })
    const plain = new RegionTracker(code, W, H)
    plain.grey.fill(200)
    expect(plain.start(10, 10, 60, 60)).toBe(false)
  },
)
test('of rows that look the same, the wheel tells which one is followed, at once or on a page that glides', () => {
  const list = page(W, 1600)
  for (let row = 0; row < 50; row++) {
    fill(list, 20, row * 30 + 8, 90, 8, 40)
    fill(list, 140, row * 30 + 10, 30, 5, 90)
    fill(list, 24, row * 30 + 20, 60, 3, 120)
  }
  const follow = (tops: number[], turns: number[]) => {
    const tracker = new RegionTracker(code, W, H)
    const show = (top: number) => tracker.grey.set(list.grey.subarray(top * W, (top + H) * W))
    show(tops[0]!)
    tracker.start(16, 122, 170, 26)
    return tops.slice(1).map((top, i) => {
      show(top)
      return tracker.next({ x: 0, y: turns[i]! })
    })
  }
  // Two rows at once, and back by one.
  expect(follow([300, 360, 360, 330], [60, 0, -30]).map((p) => p.y)).toEqual([62, 62, 92])
  // Asked for at once, gone in pieces of more than half a row.
  expect(follow([300, 320, 340, 352, 360, 360], [60, 0, 0, 0, 0]).map((p) => p.y)).toEqual([102, 82, 70, 62, 62])
  // At the end of the page the wheel asks for more than there is, and what it asked for is forgotten.
  const still = follow(
    [300, ...Array.from({ length: 30 }, () => 300), 270],
    [60, ...Array.from({ length: 30 }, () => 0), 0],
  )
  expect(still.at(-2)).toMatchObject({ y: 122 })
})
test('what goes under a bar at the top, or under a box, is not taken to be another row that looks the same', () => {
  const list: Screen = { width: W, height: 2400, grey: new Uint8Array(W * 2400).fill(236) }
  for (let row = 0; row < 80; row++) {
    fill(list, 20, row * 30 + 8, 90, 8, 40)
    fill(list, 140, row * 30 + 10, 30, 5, 90)
    fill(list, 24, row * 30 + 20, 60, 3, 120)
  }
  const BAR = 40
  const follow = (tops: number[], box: (i: number) => boolean = () => false) => {
    const tracker = new RegionTracker(code, W, H)
    const show = (top: number, covered: boolean) => {
      tracker.grey.set(list.grey.subarray(top * W, (top + H) * W))
      tracker.grey.fill(70, 0, BAR * W)
      if (covered) for (let y = 100; y < 170; y++) tracker.grey.fill(250, y * W + 4, y * W + W - 40)
    }
    show(tops[0]!, false)
    tracker.start(16, 122, 170, 26)
    return tops.slice(1).map((top, i) => {
      show(top, box(i + 1))
      return tracker.next()
    })
  }
  const down = Array.from({ length: 30 }, (_, i) => 300 + Math.max(0, i - 2) * 7)
  const up = down.toReversed()
  // Seven pixels a frame, far under the bar, and back again: where it is meanwhile is known from the other rows.
  const places = follow([...down, ...up])
  for (const [i, top] of [...down, ...up].slice(1).entries()) {
    const y = 122 - (top - 300)
    expect([i, Math.abs(places[i]!.y - y) <= 1, places[i]!.seen || y < BAR]).toEqual([i, true, true])
    if (y < BAR - 26) expect([i, places[i]!.seen]).toEqual([i, false])
  }
  // Recorded twice as often as the page is drawn, every other frame is the one before it.
  const fast = down.map((top) => 300 + (top - 300) * 2)
  const twice = follow(fast.flatMap((top) => [top, top]))
  for (const [i, top] of fast.entries()) if (i > 0) expect([i, twice[2 * i]!.y]).toEqual([i, 122 - (top - 300)])
  // A box is laid over it while the page stands still, and taken away.
  const boxed = follow([300, 300, 300, 300, 300, 300], (i) => i > 1 && i < 4)
  expect(boxed.map((p) => [p.y, p.seen])).toEqual([
    [122, true],
    [122, false],
    [122, false],
    [122, true],
    [122, true],
  ])
})
test(
  'a spot on a page that goes away is not found again at the ' +
    'border of the next one, where most of it would be outside',
  () => {
    const show = (tracker: RegionTracker, s: Screen) => tracker.grey.set(s.grey)
    const blank = (): Screen => ({ width: W, height: H, grey: new Uint8Array(W * H).fill(236) })
    const first = blank()
    // To the left a pale line, to the right the word by which it is known.
    fill(first, 40, 80, 70, 2, 222)
    for (let i = 0; i < 5; i++) fill(first, 120 + i * 7, 74 + (i % 3) * 4, 4, 8 - i, 40)
    const tracker = new RegionTracker(code, W, H)
    show(tracker, first)
    expect(tracker.start(36, 66, 130, 28)).toBe(true)
    const next = blank()
    fill(next, W - 70, 80, 70, 2, 222)
    fill(next, 20, 20, 120, 30, 90)
    show(tracker, next)
    expect(tracker.next()).toMatchObject({ seen: false })
    show(tracker, first)
    expect(tracker.next()).toEqual({ x: 36, y: 66, seen: true })
  },
)
test(
  'a window carried by its bar is followed while its pointer ' +
    'looks unlike any known one, and not where nothing moves',
  () => {
    const eyes = new Eyes(code, W, H)
    const changes = new Changes(eyes)
    const windowAt = (t: number) => ({ x: 30 + 7 * Math.max(0, t - 4), y: 20 + 5 * Math.max(0, t - 4) })
    for (let t = 0; t < 20; t++) {
      const s = page(W, H)
      const at = windowAt(t)
      fill(s, at.x, at.y, 110, 60, 150)
      fill(s, at.x + 46, at.y + 14, 22, 5, 30)
      fill(s, at.x + 64, at.y + 30, 9, 12, 240)
      eyes.grey.set(s.grey)
      changes.add()
    }
    const held = (t: number) => ({ x: windowAt(t).x + 55, y: windowAt(t).y + 22 })
    const links = [stay(0, 4, held(4).x, held(4).y), stay(19, 19, held(19).x, held(19).y)]
    const way = carriedThrough(changes, links)
    expect([...way.keys()]).toEqual(Array.from({ length: 14 }, (_, i) => i + 5))
    for (const [t, p] of way) expect(Math.hypot(p.x - held(t).x, p.y - held(t).y)).toBeLessThan(3)
    expect(carriedThrough(changes, [stay(0, 4, 300, 180), stay(19, 19, 200, 100)]).size).toBe(0)
  },
)
test(
  'where one look follows on another, its hot spot is put ' +
    'where the other’s was; what points with its middle is left',
  () => {
    const arrow = { ...drawn('arrow'), hot: { x: 1, y: 1 } }
    const odd = { ...drawn('arrow'), hot: { x: 9, y: 9 } }
    const beam = drawn('beam')
    const spot = { ...beam.hot }
    // The arrow's tip is at 51, 61 and at 71, 41; the other look stands with its box nine and seven pixels before that.
    const at = (from: number, x: number, y: number, shape: Stay['shape']): Stay => ({
      from,
      to: from + 4,
      x,
      y,
      share: 0.95,
      shape,
    })
    calibrate(
      [arrow, odd, beam],
      [
        at(0, 50, 60, arrow),
        at(5, 42, 54, odd),
        at(10, 50, 60, arrow),
        at(20, 70, 40, arrow),
        at(25, 62, 34, odd),
        at(40, 10, 10, beam),
        at(45, 100, 100, arrow),
      ],
    )
    expect(odd.hot).toEqual({ x: 9, y: 7 })
    expect(beam.hot).toEqual(spot)
    expect(arrow.hot).toEqual({ x: 1, y: 1 })
  },
)
test(
  'typing a little at a time is proposed as no click; of a ' +
    'button that lights up and the page that comes, one click is',
  () => {
    const at = { x: 100, y: 80, confidence: 0.9 }
    const sights = (altered: (i: number) => Altered | null) =>
      Array.from({ length: 200 }, (_, i) => ({
        t: i / 30,
        found: i < 20 ? { ...at, x: i * 5 } : at,
        altered: altered(i),
      }))
    const clicks = (list: ReturnType<typeof sights>) =>
      traceOf(list, W, H).events.filter((e) => e.type === 'pointerdown')
    expect(
      clicks(sights((i) => (i > 60 && i % 6 === 0 ? { x: 120 + i, y: 84, w: 16, h: 16, squares: 1 } : null))),
    ).toHaveLength(0)
    const both = clicks(
      sights((i) =>
        i === 40
          ? { x: 90, y: 70, w: 64, h: 32, squares: 8 }
          : i === 46
            ? { x: 0, y: 0, w: 320, h: 192, squares: 200 }
            : null,
      ),
    )
    expect(both).toHaveLength(1)
    expect(both[0]!.t).toBeCloseTo(46 / 30 - 0.08, 2)
  },
)
