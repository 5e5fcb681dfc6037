import { elementAt } from '../edits'
import { lookAs } from '@/core/testing/looks'
import { element, lasting, lessonWithTake, loose, on, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { applies, setAt, valueAt } from '../values'
import { arrowBetween, arrowEnds, gone, kindOf, rippleAt } from './index'
import { createCanvas, Path2D } from '@napi-rs/canvas'
import { filledRound } from './bar/shapes'
import { goneInRounds, roundAt } from './gone'
import { roundedBox } from './outline'
import { posedAt } from '../motion'
import { settle } from './traits'
import { balloon } from './callout'

const drawn = (lesson: ReturnType<typeof lessonWithTake>, id: string, frame: number) => {
  const timed = resolve(lesson)
  const e = lesson.elements.find((x) => x.id === id)!
  return kindOf(e).draw(e, frame, timed.spans.get(id)!, timed)
}
test('a bar is empty on the first frame of its span, full on the last, and even between', () => {
  const span = { from: 100, to: 201 }
  expect([100, 125, 150, 200].map((f) => gone(f, span))).toEqual([0, 0.25, 0.5, 1])
  expect(gone(50, span)).toBe(0)
  expect(gone(300, span)).toBe(1)
  expect(gone(7, { from: 7, to: 8 })).toBe(1)
})
test('a bar’s fill is as wide as its share, to the thousandth of a pixel, and square at its end', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', loose(0), loose(101))])
  expect(drawn(lesson, 'bar', 0)[0]!.shapes).toEqual([])
  const path = (drawn(lesson, 'bar', 25)[0]!.shapes[0] as { d: string }).d
  expect(path).toBe('M-960 -7 H-480 V7 H-960 Z')
})
test('a bar runs the way it is told', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', loose(0), loose(101))])
  const at = (runs: 'left' | 'up' | 'down') => {
    lookAs(lesson.elements[0]!, 'bar').runs = runs
    return (drawn(lesson, 'bar', 50)[0]!.shapes[0] as { d: string }).d
  }
  expect(at('left')).toBe('M0 -7 H960 V7 H0 Z')
  expect(at('down')).toBe('M-960 -7 H960 V0 H-960 Z')
  expect(at('up')).toBe('M-960 0 H960 V7 H-960 Z')
})
test('a bar that stays is full to the end of the lesson; one that fades is gone after its frames', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'bar', 'bar', loose(0), loose(100))])
  const look = lookAs(lesson.elements[0]!, 'bar')
  const seen = () =>
    kindOf(lesson.elements[0]!).seen!(lesson.elements[0] as never, resolve(lesson).spans.get('bar')!, resolve(lesson))
  look.after = 'stays'
  expect(seen()).toEqual({ from: 0, to: 300 })
  look.after = 'fades'
  look.fadeFrames = 9
  expect(seen()).toEqual({ from: 0, to: 109 })
  expect(drawn(lesson, 'bar', 104)[0]!.opacity).toBeCloseTo(0.5, 6)
})
test('a bar on an edge covers the whole edge; within letterbox bars, the edge of what they leave free', () => {
  const lesson = lessonWithTake()
  const made = element(lesson, 'bar', 'bar', loose(0), loose(100))
  lesson.elements = besides(lesson, [made])
  const look = lookAs(made, 'bar')
  const { width, height } = lesson.frame
  const at = (place: typeof look.place) => {
    look.place = place
    settle(made, lesson)
    const { x, y, width: w, height: h } = posedAt(resolve({ ...lesson }), made, 50)!
    return { x, y, w, h }
  }
  made.height = 20
  expect(at('bottom')).toEqual({ x: width / 2, y: height - 10, w: width, h: 20 })
  expect(at('left')).toEqual({ x: 10, y: height / 2, w: 20, h: height })
  expect(at('right')).toEqual({ x: width - 10, y: height / 2, w: 20, h: height })
  const box = element(lesson, 'letterbox', 'box', loose(0), loose(60))
  Object.assign(box.look, { by: 'share', share: 20, first: 50 })
  lesson.elements = [...lesson.elements, box]
  look.withinBars = true
  expect(at('bottom')).toEqual({ x: width / 2, y: height * 0.9 - 10, w: width, h: 20 })
  expect(at('left')).toEqual({ x: 10, y: height / 2, w: 20, h: height * 0.8 })
})
test('what is filled of a bar with round ends is exactly as long as its share, within the outline', () => {
  const box = { x: 0, y: 0, w: 400, h: 40 }
  for (const runs of ['right', 'left', 'down', 'up'] as const)
    for (const share of [0.01, 0.05, 0.09, 0.1, 0.5, 1]) {
      const of = runs === 'down' || runs === 'up' ? { x: 0, y: 0, w: 40, h: 400 } : box
      const canvas = createCanvas(of.w, of.h)
      const ctx = canvas.getContext('2d')
      ctx.fill(new Path2D(filledRound(of, share, runs, 20)))
      const { data } = ctx.getImageData(0, 0, of.w, of.h)
      let sum = 0
      for (let i = 0; i < 400; i++) {
        const at = of === box ? 20 * 400 + i : i * 40 + 20
        sum += data[at * 4 + 3]! / 255
      }
      expect(sum).toBeCloseTo(400 * share, 0)
      ctx.globalCompositeOperation = 'destination-out'
      ctx.fill(new Path2D(roundedBox(of, 20)))
      expect(Math.max(...ctx.getImageData(0, 0, of.w, of.h).data.filter((_, i) => i % 4 === 3))).toBeLessThan(100)
    }
})
test('rounds share a span to the frame, and each is full before its end', () => {
  const span = { from: 10, to: 110 }
  expect(roundAt(10, span, 3).span).toEqual({ from: 10, to: 43 })
  expect([42, 43, 76, 77, 109].map((f) => roundAt(f, span, 3).n)).toEqual([0, 1, 1, 2, 2])
  expect([10, 42, 43].map((f) => goneInRounds(f, span, { rounds: 3 }))).toEqual([0, 1, 0])
  expect([89, 90, 99, 109].map((f) => goneInRounds(f, span, { restFrames: 20 }))).toEqual([1, 1, 1, 1])
  expect(goneInRounds(88, span, { restFrames: 20 })).toBeLessThan(1)
})
test('a ripple grows to its size in four frames at 70 %, then shrinks to 40 % as it fades', () => {
  expect([0, 1, 2, 3].map((n) => rippleAt(n, 4, 14)!.size)).toEqual([0.25, 0.5, 0.75, 1])
  expect([0, 3].map((n) => rippleAt(n, 4, 14)!.opacity)).toEqual([0.7, 0.7])
  const last = rippleAt(17, 4, 14)!
  expect(last.size).toBeCloseTo(0.44, 6)
  expect(last.opacity).toBeGreaterThan(0)
  expect(rippleAt(18, 4, 14)).toBeNull()
  expect(rippleAt(-1, 4, 14)).toBeNull()
})
test('a ripple rule marks each click at its own frame and place, the last one to its end', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'ripple', 'rule', on('lesson:start'), on('take/click-2', 1))])
  lookAs(lesson.elements[0]!, 'ripple').every = true
  expect(drawn(lesson, 'rule', 59)).toEqual([])
  expect(drawn(lesson, 'rule', 60)[0]!.at).toEqual({ x: 100, y: 200 })
  expect(drawn(lesson, 'rule', 130)[0]!.at).toEqual({ x: 200, y: 200 })
  expect(drawn(lesson, 'rule', 240)).toEqual([])
})
test('an arrow’s ends are where it is put, whatever its turn', () => {
  const a = arrowBetween({ x: 10, y: 20 }, { x: 40, y: 60 })
  const ends = arrowEnds(a)
  expect(ends.tail.x).toBeCloseTo(10, 9)
  expect(ends.tip.y).toBeCloseTo(60, 9)
  expect(a.width).toBe(50)
})
test('an arrow is drawn inside its box: with head, outline and bend', () => {
  const lesson = lessonWithTake()
  lesson.elements = besides(lesson, [element(lesson, 'arrow', 'a', loose(0), lasting(9))])
  const look = lookAs(lesson.elements[0]!, 'arrow')
  expect(drawn(lesson, 'a', 0)[0]!.shapes).toHaveLength(4)
  look.outline = null
  look.head = 'none'
  look.bend = 50
  const [d] = drawn(lesson, 'a', 0)
  expect(d!.shapes).toHaveLength(1)
  expect(d!.box.y).toBeLessThan(-50)
})
test('a callout’s tail leaves from the side that faces its spot; none from inside the box', () => {
  const box = { x: -100, y: -30, w: 200, h: 60 }
  expect(balloon(box, 10, { x: 0, y: 200 }, 40)).toContain('L20 30 L0 200 L-20 30')
  expect(balloon(box, 10, { x: 300, y: 0 }, 40)).toContain('L100 -20 L300 0 L100 20')
  expect(balloon(box, 10, { x: 5, y: 5 }, 40)).not.toContain('5 5')
  expect(balloon(box, 10, null, 40)).toBe(balloon(box, 10, { x: 5, y: 5 }, 40))
})
test('a callout grows with its text, and keeps a height that was set', () => {
  const lesson = lessonWithTake()
  const e = element(lesson, 'callout', 'c', loose(0), lasting(9))
  const look = lookAs(e, 'callout')
  const one = kindOf(e).size(e).h
  look.text = 'This text is so long that it needs more than one line in its box'
  expect(kindOf(e).size(e).h).toBeGreaterThan(one)
  look.fitText = false
  e.height = 300
  expect(kindOf(e).size(e).h).toBe(300)
})
test('every field a kind offers exists in a new look of that kind', () => {
  const lesson = lessonWithTake()
  for (const kind of ['callout', 'arrow', 'ripple', 'bar', 'still', 'zoom'] as const) {
    const e = element(lesson, kind, kind, loose(0), lasting(9))
    for (const f of kindOf(e).fields.filter((x) => applies(x, e.look))) {
      expect(valueAt(e.look, f.path)).not.toBeUndefined()
      setAt(e.look, f.path, valueAt(e.look, f.path))
    }
  }
})

test('an arrow that is drawn leads from where the drawing began to where it ended; pressed, it points there', () => {
  const timed = resolve(lessonWithTake())
  const spot = { kind: 'arrow', id: 'a', frame: 10, moment: null, at: { x: 700, y: 300 } } as const
  const drawn = arrowEnds(elementAt(timed, { ...spot, from: { x: 200, y: 900 } }))
  const close = (p: { x: number; y: number }, x: number, y: number) =>
    expect(Math.hypot(p.x - x, p.y - y)).toBeLessThan(0.1)
  close(drawn.tail, 200, 900)
  close(drawn.tip, 700, 300)
  close(arrowEnds(elementAt(timed, spot)).tip, 700, 300)
})
