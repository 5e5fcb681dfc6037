import type { Point } from '../geometry'
import type { Trace, TraceEvent } from '../trace'
import { CALM, followInput, followStands, viewer } from './index'
import { hiddenOf } from './moving'
import { thingsInUse } from './things'

const [W, H] = [1920, 1080]
const dialog = { x: 560, y: 214, w: 800, h: 652 }
const rest = (p: Point, n: number): Point[] => Array.from({ length: n }, () => p)

test('a dialog is worked in from when it comes until it is left; what is too large or only passed over is not', () => {
  const pointer = [
    ...rest({ x: 100, y: 100 }, 60),
    ...rest({ x: 900, y: 500 }, 200),
    ...rest({ x: 1800, y: 1000 }, 140),
  ]
  const told = { width: W, height: H, fps: 30, pointer, pressed: [], around: [] }
  const [use, ...more] = thingsInUse({ ...told, came: [{ at: 30, rect: dialog }] })
  expect(more).toEqual([])
  expect(use).toEqual({ from: 24, to: 259, rect: dialog })
  expect(thingsInUse({ ...told, came: [{ at: 30, rect: { x: 0, y: 0, w: W, h: 1000 } }] })).toEqual([])
  expect(thingsInUse({ ...told, came: [], around: [{ from: 70, to: 80, rect: dialog }] })).toEqual([])
})
test('a small change that comes and goes far from the pointer is left alone', () => {
  const came = [30, 60, 90, 120].map((at) => ({ at, rect: { x: 1800, y: 20, w: 90, h: 30 } }))
  expect(
    thingsInUse({
      width: W,
      height: H,
      fps: 30,
      pointer: rest({ x: 300, y: 600 }, 200),
      pressed: [],
      around: [],
      came,
    }),
  ).toEqual([])
})
test('a trace’s dialog is in the picture whole, as near as it goes, and the view is nearer before it', () => {
  const events: TraceEvent[] = [
    { type: 'pointermove', t: 0, x: 400, y: 300 },
    { type: 'screenchange', t: 8, rect: [dialog.x, dialog.y, dialog.w, dialog.h] },
    { type: 'pointermove', t: 8.2, x: 420, y: 310 },
    ...Array.from({ length: 12 }, (_, i): TraceEvent => {
      const k = (i + 1) / 12
      return { type: 'pointermove', t: 8.2 + k * 0.5, x: 420 + 700 * k, y: 310 + 460 * k }
    }),
    { type: 'pointermove', t: 14, x: 1121, y: 770 },
  ]
  const trace: Trace = { width: W, height: H, events }
  const at = viewer(followStands(followInput(trace, 30)!, CALM))
  const box = { x0: dialog.x, x1: dialog.x + dialog.w, y0: dialog.y, y1: dialog.y + dialog.h }
  for (let f = 280; f < 415; f++) expect(hiddenOf(box, at(f))).toBe(0)
  expect(at(10).w).toBeCloseTo(960)
  expect(at(350).w).toBeLessThan(1300)
})
