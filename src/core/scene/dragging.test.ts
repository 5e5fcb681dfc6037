import fc from 'fast-check'
import { apply, IDENTITY, type Matrix } from '../geometry'
import { anchorIn, bentWay, croppedTo, draggedBy, drawnBetween, snapPoint } from './dragging'
import type { SnapLine } from './snap'

const LINE: SnapLine = { axis: 'x', at: 500, name: 'guide' }
const BOX = { x: 100, y: 100, w: 80, h: 40 }
const pulled = (x: number, y: number, straight = false) => ({ from: { x: 0, y: 0 }, to: { x, y }, straight })

test('freely, a thing moves by whole pixels; near a line its edge or middle lies on it, and it says on which', () => {
  expect(draggedBy(pulled(10.4, 3.6), BOX, [LINE], 7, IDENTITY)).toEqual({ dx: 10, dy: 4, snapped: null })
  const near = draggedBy(pulled(316.2, 3.6), BOX, [LINE], 7, IDENTITY)
  expect([near.dx, near.dy]).toEqual([320, 4])
  expect(near.snapped!.lines.map((l) => l.name)).toEqual(['guide'])
})
test('along one axis, the other does not move and its lines are not kept to', () => {
  expect(draggedBy(pulled(4, 300, true), { ...BOX, x: 418 }, [LINE], 7, IDENTITY)).toEqual({
    dx: 0,
    dy: 300,
    snapped: null,
  })
  expect(draggedBy(pulled(317, 30, true), BOX, [LINE], 7, IDENTITY)).toMatchObject({ dx: 320, dy: 0 })
})
test('however its space is turned and enlarged, what keeps to a line lies on it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0.3, max: 4, noNaN: true }),
      fc.double({ min: 0, max: 6.28, noNaN: true }),
      fc.double({ min: 314, max: 326, noNaN: true }),
      fc.double({ min: -400, max: 400, noNaN: true }),
      (scale, turn, x, y) => {
        const [c, s] = [Math.cos(turn) * scale, Math.sin(turn) * scale]
        const space: Matrix = [c, s, -s, c, 37, -12]
        const { dx, dy, snapped } = draggedBy(pulled(x, y), BOX, [LINE], 7, space)
        if (!snapped) return
        const [a, b] = [apply(space, { x: 0, y: 0 }), apply(space, { x: dx, y: dy })]
        const edges = [BOX.x, BOX.x + BOX.w / 2, BOX.x + BOX.w].map((v) => v + b.x - a.x)
        expect(Math.min(...edges.map((v) => Math.abs(v - LINE.at)))).toBeLessThan(0.01 * scale + 1e-6)
      },
    ),
  )
})
test('a point keeps to a line; a rectangle is drawn in any direction, in proportions where asked', () => {
  expect(snapPoint({ x: 497, y: 20 }, [LINE], 7).at).toEqual({ x: 500, y: 20 })
  expect(snapPoint({ x: 480, y: 20 }, [LINE], 7).snapped).toBeNull()
  expect(drawnBetween({ x: 50, y: 60 }, { x: 10, y: 90 })).toEqual({ x: 10, y: 60, w: 40, h: 30 })
  expect(drawnBetween({ x: 100, y: 100 }, { x: 90, y: 10 }, { width: 160, height: 90 })).toEqual({
    x: -60,
    y: 10,
    w: 160,
    h: 90,
  })
})
test('an anchor point lies on edges and the middle when it is near; a grip crops the edges that it pulls', () => {
  expect(anchorIn(BOX, { x: 141, y: 139 })).toEqual({ x: 0.5, y: 1 })
  expect(anchorIn(BOX, { x: 120, y: 20 })).toEqual({ x: 0.25, y: 0 })
  expect(croppedTo(BOX, { x: -1, y: 1 }, { x: 120, y: 130 })).toEqual({ left: 0.25, bottom: 0.25 })
})

test('a way goes through the place that its middle is dragged to; a handle alone goes where it is dragged', () => {
  const [a, b] = [
    { x: 100, y: 200 },
    { x: 400, y: 260 },
  ]
  const to = { x: 300, y: 60 }
  const { start, landing } = bentWay('middle', [a, b], null, to)
  // A cubic at its middle: an eighth of each end, three eighths of each handle.
  const at = (k: 'x' | 'y') => (a[k] + b[k]) / 8 + (3 * (a[k] + start[k] + b[k] + landing[k])) / 8
  expect([at('x'), at('y')].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([300, 60])
  const one = bentWay('landing', [a, b], null, to)
  expect(one).toEqual({ start: { x: 100, y: 20 }, landing: { x: -100, y: -200 } })
})
