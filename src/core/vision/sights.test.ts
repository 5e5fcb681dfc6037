import { readFileSync } from 'node:fs'
import path from 'node:path'
import { fill, page } from '../testing/screens'
import { Changes } from './changes'
import { Eyes } from './eyes'
import type { Altered, FoundPointer } from './finder'
import { scrolledBy } from './scrolled'
import { traceOf, type FrameSight } from './sights'

const code = new WebAssembly.Module(readFileSync(path.join(__dirname, '../../../wasm/vision.wasm')))
const at = (x: number, y: number, change: Partial<FoundPointer> = {}): FoundPointer => ({
  x,
  y,
  confidence: 0.9,
  ...change,
})
const square = (x: number, y: number, w: number, h: number, change: Partial<Altered> = {}): Altered => ({
  x,
  y,
  w,
  h,
  squares: Math.round((w * h) / 256),
  ...change,
})
/**
 * Thirty frames a second: the pointer comes from the left, rests at 100, 80 from frame 20 on, unless told otherwise.
 */
const sights = (
  n: number,
  altered: (i: number) => Altered | null,
  found: (i: number) => FoundPointer | null = (i) => (i < 20 ? at(i * 5, 80) : at(100, 80)),
): FrameSight[] => Array.from({ length: n }, (_, i) => ({ t: i / 30, found: found(i), altered: altered(i) }))
const eventsOf = (list: FrameSight[], type: string) => traceOf(list, 640, 360).events.filter((e) => e.type === type)

test('what scrolls is a turn of the wheel at the pointer, and neither a click nor a change of the screen', () => {
  const list = sights(120, (i) => (i >= 40 && i < 52 ? square(0, 40, 320, 300, { scrolled: 12 }) : null))
  expect(eventsOf(list, 'wheel')).toHaveLength(12)
  expect(eventsOf(list, 'wheel')[0]).toMatchObject({ x: 100, y: 80, deltaY: 12 })
  expect(eventsOf(list, 'pointerdown')).toHaveLength(0)
  expect(eventsOf(list, 'screenchange')).toHaveLength(0)
})
test('a change that goes along with the pointer is a drag, from where it was taken up to where it was let go', () => {
  const x = (i: number) => 100 + Math.min(30, Math.max(0, i - 40)) * 8
  const list = sights(
    120,
    (i) => (i > 40 && i <= 70 ? square(x(i) - 60, 60, 200, 120) : null),
    (i) => (i < 20 ? at(i * 5, 80) : at(x(i), 80)),
  )
  expect(eventsOf(list, 'pointerdown')).toMatchObject([{ x: 100, y: 80 }])
  expect(eventsOf(list, 'pointerup')).toMatchObject([{ x: 340, y: 80, t: expect.closeTo(70 / 30, 2) }])
  // The same change in one place while the pointer passes is none.
  const film = list.map((s) => ({ ...s, altered: s.altered && square(400, 60, 200, 120) }))
  expect(eventsOf(film, 'pointerdown')).toHaveLength(0)
})
test('a drag is told of a pointer that is not seen while it drags, too', () => {
  const list = sights(
    120,
    (i) => (i > 40 && i <= 70 ? square(60, 60, 300, 120) : null),
    (i) => (i < 20 ? at(i * 5, 80) : i <= 40 ? at(100, 80) : i <= 72 ? null : at(300, 140)),
  )
  expect(eventsOf(list, 'pointerdown')).toMatchObject([{ x: 100, y: 80 }])
  expect(eventsOf(list, 'pointerup')).toMatchObject([{ x: 300, y: 140 }])
})
test(
  'a pointer that is hidden right after, as something is ' +
    'typed, has clicked; one that moves on all the while has not',
  () => {
    const change = (i: number) => (i === 40 ? square(60, 60, 200, 120) : null)
    expect(
      eventsOf(
        sights(90, change, (i) => (i < 36 ? at(i * 5, 80) : i < 41 ? at(180, 80) : null)),
        'pointerdown',
      ),
    ).toHaveLength(1)
    expect(
      eventsOf(
        sights(90, change, (i) => at(i * 5, 80)),
        'pointerdown',
      ),
    ).toHaveLength(0)
  },
)
test('two buttons pressed soon after each other are two clicks, though the same display answers', () => {
  const list = sights(
    120,
    (i) => (i === 40 || i === 62 ? square(130, 40, 32, 32) : null),
    (i) => (i < 20 ? at(i * 5, 80) : i < 48 ? at(100, 80) : i < 55 ? at(100 + (i - 48) * 6, 80) : at(140, 80)),
  )
  expect(eventsOf(list, 'pointerdown')).toMatchObject([{ x: 100 }, { x: 140 }])
})
test('of a page that scrolls it is known how far; not of a dialog that opens', () => {
  const [w, h] = [320, 192]
  const tall = page(w, 700, 3)
  const eyes = new Eyes(code, w, h)
  const changes = new Changes(eyes)
  const show = (top: number, draw: (s: { width: number; height: number; grey: Uint8Array }) => void = () => {}) => {
    const grey = tall.grey.slice(top * w, (top + h) * w)
    draw({ width: w, height: h, grey })
    eyes.grey.set(grey)
    changes.add()
  }
  const whole = { x: 0, y: 0, w, h }
  show(100)
  show(113)
  expect(scrolledBy(changes, 1, whole)).toBe(13)
  show(80)
  expect(scrolledBy(changes, 2, whole)).toBe(-33)
  show(80, (s) => fill(s, 60, 30, 200, 130, 210))
  expect(scrolledBy(changes, 3, { x: 60, y: 30, w: 200, h: 130 })).toBeNull()
  expect(scrolledBy(changes, 0, whole)).toBeNull()
})
test(
  'the one small change while the pointer rests for a moment answers a press, though it is not ' +
    'near; one that comes far off, or is one of many, does not',
  () => {
    const there = (i: number) => (i < 20 ? at(i * 5, 80) : i < 50 ? at(100, 80) : at(100 + (i - 50) * 4, 80))
    const answers = (x: number, when: number[]) =>
      eventsOf(
        sights(120, (i) => (when.includes(i) ? square(x, 200, 32, 32) : null), there),
        'pointerdown',
      ).length
    expect(answers(260, [40])).toBe(1)
    expect(answers(560, [40])).toBe(0)
    expect(answers(260, [32, 38, 44])).toBe(0)
  },
)
test(
  'what lay over the screen and is put away with nothing new behind it was put away by a key, ' +
    'unless it was opened from that very place',
  () => {
    const menu = (i: number, restored: number) => square(80, 60, 160, 160, { restored, squares: 100 - (i % 2) })
    const there = (i: number) =>
      i < 20 ? at(i * 5, 80) : i < 60 ? at(100, 80) : i < 70 ? at(100 + (i - 60) * 6, 80 + (i - 60) * 8) : at(160, 160)
    const change = (i: number, restored: number) => (i === 40 ? menu(i, 0) : i === 90 ? menu(i, restored) : null)
    expect(
      eventsOf(
        sights(140, (i) => change(i, 100), there),
        'pointerdown',
      ),
    ).toHaveLength(1)
    expect(
      eventsOf(
        sights(140, (i) => change(i, 40), there),
        'pointerdown',
      ),
    ).toHaveLength(2)
    expect(
      eventsOf(
        sights(
          140,
          (i) => change(i, 100),
          (i) => (i < 20 ? at(i * 5, 80) : i < 60 ? at(100, 80) : i < 80 ? at(130, 110) : at(102, 82)),
        ),
        'pointerdown',
      ),
    ).toHaveLength(2)
  },
)
