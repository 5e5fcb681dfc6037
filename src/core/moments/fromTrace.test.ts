import type { TraceEvent } from '../trace'
import { momentsOf } from './fromTrace'

const trace = (events: TraceEvent[]) => ({ width: 1920, height: 1080, events })
const down = (
  t: number,
  x: number,
  y: number,
  more: Partial<Extract<TraceEvent, { type: 'pointerdown' }>> = {},
): TraceEvent => ({ type: 'pointerdown', t, x, y, button: 0, ...more })
const up = (t: number, x: number, y: number): TraceEvent => ({ type: 'pointerup', t, x, y, button: 0 })
const move = (t: number, x: number, y: number): TraceEvent => ({ type: 'pointermove', t, x, y })
const key = (t: number, k: string, label?: string): TraceEvent => ({
  type: 'keydown',
  t,
  key: k,
  ...(label && { target: { label } }),
})
const of = (kind: string, events: TraceEvent[]) => momentsOf(trace(events), 'm').filter((m) => m.kind === kind)

test('two presses at one place within half a second are a double click; a third is a click again', () => {
  const labels = (events: TraceEvent[]) => of('click', events).map((m) => m.label.replace(/ \d+$/, ''))
  expect(labels([down(1, 50, 50), up(1.1, 50, 50), down(1.3, 52, 50), up(1.4, 52, 50), down(1.7, 52, 50)])).toEqual([
    'click',
    'double click',
    'click',
  ])
  expect(labels([down(1, 50, 50), down(1.6, 50, 50)])).toEqual(['click', 'click'])
  expect(labels([down(1, 50, 50), down(1.2, 90, 50)])).toEqual(['click', 'click'])
  expect(labels([down(1, 50, 50), down(1.2, 50, 50, { button: 2 })])).toEqual(['click', 'right click'])
})
test('a press that is let go elsewhere is a drag, from its start to its end', () => {
  expect(of('drag', [down(1, 10, 10), move(1.2, 60, 10), up(1.5, 100, 40)])).toEqual([
    { id: 'm/drag-1', kind: 'drag', label: 'drag 1', fromUs: 1e6, toUs: 1.5e6, at: { x: 10, y: 10 } },
  ])
  expect(of('drag', [down(1, 10, 10), up(1.5, 14, 12)])).toHaveLength(0)
  expect(of('drag', [down(1, 10, 10, { target: { label: 'Shelf 7' } }), up(2, 300, 10)])[0]!.label).toBe(
    'drag of Shelf 7',
  )
})
test('keys that follow each other are a run of typing, with what was typed and where', () => {
  const runs = of('typing', [
    key(1, 'd', 'Search box'),
    key(1.2, 'r'),
    key(1.4, 'Shift'),
    key(1.6, 'I'),
    key(5, 'x'),
    key(5.2, 'y'),
    key(9, 'a'),
    key(9.5, 'b'),
    key(10, 'c'),
  ])
  expect(runs.map((r) => [r.label, r.fromUs, r.toUs])).toEqual([
    ['typing “drI” into Search box', 1e6, 1.6e6],
    ['typing “abc”', 9e6, 10e6],
  ])
})
test('the pointer rests where it stays for almost a second, and not while it creeps on', () => {
  const rests = of('rest', [
    move(0, 0, 0),
    move(0.1, 100, 100),
    move(0.2, 101, 100),
    move(1.5, 101, 101),
    move(1.6, 400, 100),
    ...Array.from({ length: 60 }, (_, i) => move(1.7 + i / 30, 400 + i * 3, 100)),
  ])
  expect(rests).toHaveLength(1)
  expect(Math.hypot(rests[0]!.at!.x - 100, rests[0]!.at!.y - 100)).toBeLessThan(4)
  expect(rests[0]!.toUs! - rests[0]!.fromUs).toBeGreaterThan(1.2e6)
})
test('what was found in pixels keeps its confidence; a click that is not sure is proposed', () => {
  const found = momentsOf(
    trace([
      down(1, 5, 5, { confidence: 0.9 }),
      down(3, 300, 5, { confidence: 0.55 }),
      { type: 'screenchange', t: 3.1, rect: [0, 0, 100, 50], confidence: 0.8 },
    ]),
    'm',
    { width: 960, height: 540 },
  )
  expect(found.filter((m) => m.kind === 'click').map((m) => [m.confidence, m.proposed ?? false])).toEqual([
    [0.9, false],
    [0.55, true],
  ])
  expect(found.find((m) => m.kind === 'screen')).toMatchObject({ confidence: 0.8, rect: [0, 0, 50, 25] })
  expect(found.find((m) => m.kind === 'screen')!.proposed).toBeUndefined()
})
