import { clip, element, lasting, lessonWithTake, on, takeMedium, besides, laid } from '../testing/lessons'
import { resolve } from '../timing'
import { readTrace, writeTrace, type TraceEvent } from '../trace'
import { momentsOf } from './fromTrace'
import { runningOrder } from '../order'
import { caught, clusters } from './snap'

const head = '{"trace":1,"width":1920,"height":1080}'
const trace = (events: TraceEvent[]) => ({ width: 1920, height: 1080, events })
const words = (texts: string[], from = 0, each = 400_000) =>
  texts.map((text, i) => ({
    id: `voice/word-${i + 1}`,
    text,
    fromUs: from + i * each,
    toUs: from + (i + 1) * each - 50_000,
  }))

test('presses become clicks with their target’s label and place; keys and scrolls too', () => {
  const found = momentsOf(
    trace([
      { type: 'pointermove', t: 0, x: 1, y: 1 },
      { type: 'pointerdown', t: 1, x: 5, y: 6, button: 0, target: { label: 'Save', rect: [0, 0, 10, 10] } },
      { type: 'pointerup', t: 1.1, x: 5, y: 6, button: 0 },
      { type: 'pointerdown', t: 2, x: 7, y: 8, button: 2 },
      { type: 'keydown', t: 3, key: ' ' },
      { type: 'wheel', t: 4, x: 0, y: 0, deltaX: 0, deltaY: 100 },
      { type: 'wheel', t: 4.3, x: 0, y: 0, deltaX: 0, deltaY: 100 },
      { type: 'wheel', t: 5.2, x: 0, y: 0, deltaX: 0, deltaY: -100 },
    ]),
    'm',
  )
  expect(found.filter((m) => m.kind !== 'rest').map((m) => [m.id, m.label, m.fromUs])).toEqual([
    ['m/click-1', 'click on Save', 1e6],
    ['m/click-2', 'right click 2', 2e6],
    ['m/key-1', 'key Space', 3e6],
    ['m/scroll-1', 'scroll down', 4e6],
    ['m/scroll-2', 'scroll up', 5.2e6],
  ])
  expect(found.find((m) => m.kind === 'click')).toMatchObject({ at: { x: 5, y: 6 }, rect: [0, 0, 10, 10], button: 0 })
  expect(found.filter((m) => m.kind === 'scroll')).toMatchObject([
    {
      toUs: 4.3e6,
      turns: [
        [4e6, 0, 100],
        [4.3e6, 0, 100],
      ],
    },
    { turns: [[5.2e6, 0, -100]] },
  ])
})
test('a trace of another size than its take is scaled to the take', () => {
  const events: TraceEvent[] = [
    { type: 'pointerdown', t: 1, x: 960, y: 540, button: 0, target: { label: 'Go', rect: [100, 200, 300, 400] } },
    { type: 'wheel', t: 1.1, x: 0, y: 0, deltaX: 8, deltaY: 100 },
    { type: 'screenchange', t: 2, rect: [0, 0, 1920, 1080] },
  ]
  expect(momentsOf(trace(events), 'm', { width: 960, height: 270 })).toMatchObject([
    { at: { x: 480, y: 135 }, rect: [50, 50, 150, 100] },
    { kind: 'scroll', turns: [[1.1e6, 4, 25]] },
    { rect: [0, 0, 960, 270] },
  ])
})
test('a trace is read line by line, and a fault is named by its line', () => {
  const good = writeTrace(trace([{ type: 'pointermove', t: 0.5, x: 1, y: 2 }]))
  expect(readTrace(good)).toEqual({ trace: trace([{ type: 'pointermove', t: 0.5, x: 1, y: 2 }]) })
  expect(readTrace('')).toEqual({ error: 'The trace is empty.' })
  expect(readTrace('{"x":1}')).toMatchObject({ error: expect.stringContaining('Line 1') })
  expect(readTrace(`${head}\nnot json`)).toEqual({ error: 'Line 2 of the trace is not JSON.' })
  expect(
    readTrace(`${head}\n{"t":2,"type":"pointermove","x":1,"y":1}\n{"t":1,"type":"pointermove","x":1,"y":1}`),
  ).toMatchObject({ error: expect.stringContaining('time order') })
  expect(readTrace(`${head}\n{"t":1,"type":"dance"}`)).toMatchObject({ error: expect.stringContaining('Line 2') })
})
test('a click lies where the take lies in the lesson, scaled to its frame', () => {
  const lesson = lessonWithTake()
  lesson.media.take = takeMedium({ width: 960, height: 540 })
  lesson.elements = laid(lesson, [clip('c1', 90, 300)])
  expect(resolve(lesson).moments.get('take/click-1')).toMatchObject({
    frame: 150,
    at: { x: 200, y: 400 },
    kind: 'click',
  })
})
test('a moment that is cut away has no frame, and a split clip keeps its moments', () => {
  const lesson = lessonWithTake()
  lesson.elements = laid(lesson, [clip('c1', 0, 90), clip('c2', 90, 60, { inUs: 8_000_000 })])
  const all = resolve(lesson).moments
  expect(all.get('take/click-1')!.frame).toBe(60)
  expect(all.get('take/click-2')!.frame).toBeNull()
  expect(all.get('take/click-3')!.frame).toBe(90)
  expect(all.get('cut:c2:start')!.frame).toBe(90)
})
test('a drop catches clicks before cuts, cuts before chapters, chapters before words, within its reach', () => {
  const p = (id: string, kind: 'click' | 'cut' | 'chapter' | 'word', frame: number) => ({
    id,
    kind,
    label: id,
    frame,
    untilFrame: null,
  })
  const all = [p('word', 'word', 100), p('chapter', 'chapter', 101), p('cut', 'cut', 103), p('click', 'click', 104)]
  expect(caught(all, 100, 5)?.moment.id).toBe('click')
  expect(caught(all, 100, 3)?.moment.id).toBe('cut')
  expect(caught(all, 100, 2)?.moment.id).toBe('chapter')
  expect(caught(all, 100, 0)?.moment.id).toBe('word')
  expect(caught(all, 50, 8)).toBeNull()
})
test('the running order gathers keys into what they typed, and hangs elements on their phrase', () => {
  const lesson = lessonWithTake()
  lesson.media.take!.moments = ['d', 'r', 'i'].map((k, i) => ({
    id: `take/key-${i}`,
    kind: 'key' as const,
    label: `key ${k}`,
    fromUs: 1e6 + i * 200_000,
  }))
  lesson.media.voice = takeMedium({
    kind: 'sound',
    sound: true,
    moments: [],
    words: words(['Now', 'open', 'the', 'drill.', 'Then', 'stop.'], 5_000_000),
  })
  lesson.elements.push(clip('c2', 0, 300, { track: 'sound-1', media: 'voice' }))
  lesson.elements = besides(lesson, [element(lesson, 'callout', 'note', on('voice/word-3'), lasting(60))])
  lesson.elements[0]!.poses = [
    {
      id: 'p',
      start: { on: 'moment', moment: 'voice/word-5', edge: 'start', offset: 0, last: 0 },
      end: { on: 'length', frames: 10 },
      easing: 'ease',
      values: { x: 1 },
      curve: null,
    },
  ]
  const rows = runningOrder(resolve(lesson))
  expect(rows.map((r) => r.label)).toEqual(['types “dri”', 'Now open the drill.', 'Then stop.'])
  expect(rows[1]!.elements).toMatchObject([{ element: { id: 'note' }, side: 'start' }])
  expect(rows[2]!.elements).toMatchObject([{ element: { id: 'note' }, side: 'start', pose: 1 }])
})

test(
  'moments that would lie on each other are one mark, at ' + 'the first of them; the one that counts most comes first',
  () => {
    const timed = resolve(lessonWithTake())
    const click = [...timed.moments.values()].find((m) => m.kind === 'click')!
    const at = (id: string, kind: 'click' | 'rest' | 'key', frame: number) => ({ ...click, id, kind, frame })
    const found = clusters([at('a', 'rest', 10), at('b', 'click', 20), at('c', 'key', 30), at('d', 'rest', 60)], 25)
    expect(found.map((c) => [c.at, c.moments.map((m) => m.id)])).toEqual([
      [10, ['b', 'c', 'a']],
      [60, ['d']],
    ])
  },
)
