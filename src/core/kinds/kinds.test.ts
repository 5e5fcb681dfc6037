import type { Element } from '../lesson/schema'
import type { Shape } from '../display'
import { lasting, lessonWithTake, loose, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { ELEMENT_KINDS, hasPlace, isRule, kindOf, type ElementKind, type Look, newElement } from './index'
import { barsOf } from './letterbox'
import { ellipse, ellipseHole, faded, polygon, roundedBox, roundedHole } from './outline'

const lesson = lessonWithTake()
const made = (kind: ElementKind, look: Partial<Look> = {}, change: Partial<Element> = {}): Element => {
  const e = {
    ...newElement(lesson, kind, kind, { start: loose(0), end: lasting(60) }),
    x: 960,
    y: 540,
    width: 200,
    height: 100,
    ...change,
  }
  return { ...e, look: { ...e.look, ...look } as Look }
}
const drawn = (e: Element) => {
  const timed = resolve({ ...lesson, elements: besides(lesson, [e]) })
  return kindOf(e).draw(e, 10, timed.spans.get(e.id)!, timed)
}
const shapes = (e: Element): Shape[] => drawn(e).flatMap((d) => d.shapes)
const paths = (e: Element) => shapes(e).filter((s) => s.type === 'path')
/** Every pair of numbers of a path that has only straight lines. */
const corners = (d: string) => d.replace(/[MLZ]/g, ' ').trim().split(/\s+/).map(Number)

describe('outlines', () => {
  const box = { x: -10, y: -5, w: 20, h: 10 }
  test('a box is drawn clockwise, a hole in it the other way round', () => {
    expect(roundedBox(box, 0)).toBe('M-10 -5 H10 V5 H-10 Z')
    expect(roundedHole(box, 0)).toBe('M-10 -5 V5 H10 V-5 Z')
  })
  test('corners are never rounder than half of the shorter side', () => {
    expect(roundedBox(box, 999)).toBe(roundedBox(box, 5))
    expect(roundedBox(box, -3)).toBe(roundedBox(box, 0))
  })
  test('an ellipse touches the middle of its sides', () => {
    expect(ellipse(box)).toMatch(/^M-10 0 A10 5 0 1 1 10 0 A10 5 0 1 1 -10 0 Z$/)
    expect(ellipseHole(box)).toContain('0 1 0')
  })
  test('a polygon of four stands on its corner; a star has twice as many, every second drawn in', () => {
    expect(corners(polygon({ x: -10, y: -10, w: 20, h: 20 }, 4))).toEqual([0, -10, 10, 0, 0, 10, -10, 0])
    const star = corners(polygon({ x: -10, y: -10, w: 20, h: 20 }, 5, 0.5))
    expect(star).toHaveLength(20)
    const far = Array.from({ length: 10 }, (_, i) => Math.round(Math.hypot(star[i * 2]!, star[i * 2 + 1]!)))
    expect(far).toEqual([10, 5, 10, 5, 10, 5, 10, 5, 10, 5])
  })
  test('a share of a colour is its transparency, whatever it had', () => {
    expect([faded('#102030', 0.5), faded('#102030ff', 0), faded('#102030', 7)]).toEqual([
      '#10203080',
      '#10203000',
      '#102030ff',
    ])
  })
})

describe('letterbox bars', () => {
  test('by a share, both bars together take it of the height', () => {
    expect(barsOf({ by: 'share', share: 20, ratio: 1, first: 50 }, 1920, 1080)).toEqual([
      { x: 0, y: 0, w: 1920, h: 108 },
      { x: 0, y: 972, w: 1920, h: 108 },
    ])
  })
  test('what is left stands higher or lower by the share of it that is above', () => {
    expect(barsOf({ by: 'share', share: 20, ratio: 1, first: 25 }, 1920, 1080)).toEqual([
      { x: 0, y: 0, w: 1920, h: 54 },
      { x: 0, y: 918, w: 1920, h: 162 },
    ])
    expect(barsOf({ by: 'share', share: 20, ratio: 1, first: 0 }, 1920, 1080)).toEqual([
      { x: 0, y: 864, w: 1920, h: 216 },
    ])
  })
  test(
    'by a shape, what is left has it: bars above and below ' +
      'a wide one, left and right of a tall one, none at its own',
    () => {
      const wide = barsOf({ by: 'ratio', share: 0, ratio: 2.4, first: 50 }, 1920, 1080)
      expect(1920 / (1080 - wide[0]!.h - wide[1]!.h)).toBeCloseTo(2.4, 9)
      const tall = barsOf({ by: 'ratio', share: 0, ratio: 4 / 3, first: 50 }, 1920, 1080)
      expect((1920 - tall[0]!.w - tall[1]!.w) / 1080).toBeCloseTo(4 / 3, 9)
      expect(tall.map((b) => [b.y, b.h])).toEqual([
        [0, 1080],
        [0, 1080],
      ])
      expect(barsOf({ by: 'ratio', share: 0, ratio: 16 / 9, first: 50 }, 1920, 1080)).toEqual([])
    },
  )
})

describe('covers', () => {
  test('a new one is plain', () => expect(made('cover').look).toMatchObject({ how: 'plain' }))
  test('blocks are never smaller than a line of text, however small they are asked for', () => {
    const px = (blockPx: number) =>
      (shapes(made('cover', { how: 'blocks', blockPx })) as Extract<Shape, { type: 'below' }>[])[0]!.px
    expect([px(24), px(90)]).toEqual([27, 90])
  })
  test('a blur reads what lies below, within its box', () => {
    expect(shapes(made('cover', { how: 'blur', softPx: 9 }))).toEqual([
      { type: 'below', x: -100, y: -50, w: 200, h: 100, effect: 'blur', px: 9, seed: expect.any(Number) },
    ])
  })
})

test('a spotlight dims all but its hole', () => {
  const [only] = paths(made('spotlight', { form: 'rectangle', corner: 0, dim: 40, colour: '#000000' }))
  expect(only!.fill).toBe('#00000066')
  expect(only!.d).toBe('M-50000 -50000 H50000 V50000 H-50000 Z M-100 -50 V50 H100 V-50 Z')
})
test('dim and blur are there only as far as they are asked for', () => {
  expect(shapes(made('dim', { softPx: 0, dim: 0 }))).toEqual([])
  expect(shapes(made('dim', { softPx: 5, dim: 0 })).map((s) => s.type)).toEqual(['below'])
  expect(shapes(made('dim', { softPx: 0, dim: 50 })).map((s) => s.type)).toEqual(['path'])
})
test('a backdrop graded upwards ends in its second colour at the top; from left to right, at the right', () => {
  const line = (angle: number) => {
    const { fill } = paths(made('backdrop', { fill: '#000000', second: '#ffffff', angle }))[0]!
    return fill as { x1: number; y1: number; x2: number; y2: number; stops: { at: number; colour: string }[] }
  }
  expect(line(0)).toMatchObject({ x1: 0, y1: 50, x2: 0, y2: -50 })
  expect(line(90)).toMatchObject({ x1: -100, x2: 100 })
  expect(line(0).stops.at(0)!.colour.slice(0, 7)).toBe('#000000')
  expect(line(0).stops.at(-1)!.colour.slice(0, 7)).toBe('#ffffff')
  expect(paths(made('backdrop', { fill: '#123456', second: null }))[0]!.fill).toBe('#123456')
})
describe('shapes', () => {
  test('a line has its thickness and no fill', () => {
    const [line] = paths(made('shape', { form: 'line', fill: '#ff0000', outline: '#000000', outlinePx: 8 }))
    expect(line).toMatchObject({ stroke: '#000000', lineWidth: 8, cap: 'round' })
    expect(line!.fill).toBeUndefined()
  })
  test('without fill and outline nothing is drawn; with both, the outline lies on the fill', () => {
    expect(shapes(made('shape', { fill: null, outline: null }))).toEqual([])
    const both = paths(made('shape', { fill: '#ff0000', outline: '#000000', outlinePx: 4 }))
    expect(both.map((s) => s.fill ?? s.stroke)).toEqual(['#ff0000', '#000000'])
  })
  test('dashes are as long as their gaps', () =>
    expect(paths(made('shape', { dashPx: 12, outline: '#000000' }))[0]!.dash).toEqual([12, 12]))
})
describe('text', () => {
  test('box, outline and letters lie in this order; the shadow falls once', () => {
    const all = paths(
      made('text', { text: 'Bin A', box: '#ffffff', outline: '#000000', outlinePx: 3, shadow: '#333333' }),
    )
    expect(all.map((s) => s.fill ?? s.stroke)).toEqual(['#ffffff', '#000000', expect.any(String)])
    expect(all[1]!.lineWidth).toBe(6)
    expect(all.filter((s) => s.shadow)).toHaveLength(1)
  })
  test('more lines make it taller; a height that was set stays', () => {
    const size = (text: string, fitText: boolean) =>
      kindOf(made('text', { text, fitText })).size(made('text', { text, fitText }) as never).h
    expect(size('A\nB\nC', true)).toBeGreaterThan(size('A', true) * 1.8)
    expect(size('A\nB\nC', false)).toBe(100)
  })
  test('lines stand at the left, in the middle or at the right of their box', () => {
    const first = (align: 'left' | 'centre' | 'right') =>
      Number(/M(-?[\d.]+)/.exec(paths(made('text', { text: 'I', align, outline: null }))[0]!.d)![1])
    expect(first('left')).toBeLessThan(first('centre'))
    expect(first('centre')).toBeLessThan(first('right'))
  })
})
test('what every kind draws lies within the box that it gives', () => {
  for (const kind of ELEMENT_KINDS.filter(
    (k) => !['still', 'zoom', 'arrow', 'callout', 'text', 'ripple', 'bar'].includes(k),
  )) {
    for (const d of drawn(made(kind)))
      for (const s of d.shapes) {
        if (s.type !== 'path' || /A/.test(s.d)) continue
        const numbers = s.d.match(/-?[\d.]+/g)!.map(Number)
        expect(Math.max(...numbers.map(Math.abs))).toBeLessThanOrEqual(
          Math.max(Math.abs(d.box.x), Math.abs(d.box.y), d.box.x + d.box.w, d.box.y + d.box.h),
        )
      }
  }
})
test('what lies over the whole picture and what stands for many have no place of their own', () => {
  expect(ELEMENT_KINDS.filter((k) => !hasPlace(made(k)))).toEqual([
    'zoom',
    'dim',
    'backdrop',
    'letterbox',
    'gauge',
    'treatment',
    'footage',
    'sound',
    'chime',
  ])
  expect(hasPlace(made('ripple', { every: true }))).toBe(false)
  expect(isRule(made('ripple', { every: false }))).toBe(false)
})
