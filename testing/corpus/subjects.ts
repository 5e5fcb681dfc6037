import { readFileSync } from 'node:fs'
import path from 'node:path'
import { checkLesson } from '@/core/review/check'
import { ADDABLE_KINDS, type ElementKind, newElement } from '@/core/kinds'
import type { Edge, Element, Lesson, MoveEdge, Pose } from '@/core/lesson/schema'
import { besides, clip, laid } from '@/core/testing/lessons'
import { ground } from './ground'

const loose = (frame: number): Edge => ({ on: 'loose', frame })
const long = (frames: number): Edge => ({ on: 'length', frames })
const tied = (moment: string, offset = 0, edge: 'start' | 'end' = 'start', last = 0): Edge => ({
  on: 'moment',
  moment,
  edge,
  offset,
  last,
})
const after = (frames: number): MoveEdge => ({ on: 'start', frames })
const before = (frames: number): MoveEdge => ({ on: 'end', frames })
const pose = (
  id: string,
  start: MoveEdge,
  end: MoveEdge,
  values: Pose['values'],
  change: Partial<Pose> = {},
): Pose => ({ id, start, end, values, easing: 'ease-in-out', curve: null, ...change })
const make = (
  lesson: Lesson,
  kind: ElementKind,
  id: string,
  start: Edge,
  end: Edge,
  change: Partial<Element> = {},
): Element => {
  const e = newElement(lesson, kind, id, { start, end }, { x: 700, y: 420 })
  const look = kind === 'still' ? { ...e.look, media: 'shelf' } : e.look
  return { ...e, look: look as Element['look'], track: 'elements-1', ...change }
}
const lessonOf = (build: (lesson: Lesson) => Element[], change: Partial<Lesson> = {}): Lesson => {
  const { elements: clips, ...rest } = change
  const lesson = { ...ground(), ...rest }
  if (clips) lesson.elements = laid(lesson, clips)
  lesson.elements = besides(lesson, build(lesson))
  return lesson
}

/** Kinds that have a subject of their own. */
const LATER: readonly ElementKind[] = ['counter', 'gauge', 'treatment']
/** A bar, a number and words that read one gauge; a group with a rim that fades; footage in a corner, treated. */
const reading = (): Lesson => {
  const reads = (gauge: string, to: [number, number], step = 0) => ({
    gauge,
    from: [0, 100] as [number, number],
    to,
    step,
    steps: [],
  })
  return lessonOf((l) => [
    make(l, 'gauge', 'level', loose(20), long(300), {
      poses: [
        pose('half', after(10), after(90), { 'look.value': 40 }, { easing: 'linear' }),
        pose('full', after(150), before(20), { 'look.value': 100 }, { easing: 'linear' }),
      ],
    }),
    make(l, 'bar', 'fill', loose(20), long(300), {
      reads: { 'look.given.share': reads('level', [0, 100]) },
      look: { ...newElement(l, 'bar', 'x', { start: loose(0), end: long(9) }).look, given: { share: 0 } },
    }),
    make(l, 'counter', 'share', loose(20), long(300), { y: 200, reads: { 'look.value': reads('level', [0, 100], 1) } }),
    make(l, 'text', 'words', loose(20), long(300), {
      y: 320,
      reads: {
        'look.text': {
          gauge: 'level',
          from: [0, 100],
          to: [0, 100],
          step: 0,
          steps: [
            { from: 0, value: 'Loading' },
            { from: 100, value: 'Ready' },
          ],
        },
        opacity: reads('level', [0.3, 1]),
      },
    }),
    make(l, 'group', 'card', loose(40), long(260), {
      x: 1400,
      y: 600,
      width: 500,
      height: 300,
      cornerPx: 20,
      look: { kind: 'group', asOne: true, mask: true, ground: '#fffdf8', border: '#2b2118', borderPx: 8 },
      arrival: { how: 'fade', from: 'left', frames: 20, easing: 'linear' },
      poses: [pose('turned', after(100), after(150), { rotation: 20, opacity: 0.7 })],
    }),
    make(l, 'shape', 'on-card', loose(40), long(260), {
      rides: { on: 'card', by: [1, 0, 0, 1, -700, -420], fades: false },
    }),
    make(l, 'treatment', 'warm', loose(200), long(120), { opacity: 0.5 }),
  ])
}
/** Each kind as it comes, and moving, turning, fading, cropped, with a shadow. */
const kinds = (): Lesson =>
  lessonOf((l) =>
    ADDABLE_KINDS.filter((k) => !LATER.includes(k)).flatMap((kind, i) => {
      const at = 20 * i
      const plain = make(l, kind, `${kind}-1`, loose(at), long(60))
      const moving = make(l, kind, `${kind}-2`, loose(at + 30), long(90), {
        arrival: {
          how: (['fade', 'slide', 'grow', 'none'] as const)[i % 4]!,
          from: 'top',
          frames: 12,
          easing: 'ease-out',
        },
        departure: {
          how: (['grow', 'none', 'fade', 'slide'] as const)[i % 4]!,
          from: 'right',
          frames: 9,
          easing: 'ease-in',
          fades: true,
        },
        crop: { left: 0.1, right: 0, top: 0, bottom: 0.2 },
        shadow: { colour: '#00000080', dx: 4, dy: 6, blurPx: 10 },
        poses: [
          pose('p2', after(20), after(40), { x: 1000, y: 300, ...(kind !== 'zoom' && { rotation: 30, opacity: 0.5 }) }),
          pose(
            'p3',
            before(30),
            before(10),
            kind === 'zoom' ? { width: 600, height: 337.5 } : { 'scale.x': 1.5, 'scale.y': 1.5 },
          ),
        ],
      })
      return [plain, moving]
    }),
  )

/** Every way to say when: tied to moments, words, cuts, other elements; lost; in a circle. */
const ties = (): Lesson =>
  lessonOf((l) => [
    make(l, 'callout', 'on-click', tied('desk/click-2', -4), tied('desk/typing-1', 0, 'end')),
    make(l, 'arrow', 'on-word', tied('voice/word-3'), long(50)),
    make(l, 'shape', 'by-another', { on: 'element', element: 'on-click', edge: 'end', offset: 6, last: 0 }, long(40)),
    make(l, 'shape', 'from-its-end', long(33), tied('cut:c1:end')),
    make(l, 'bar', 'whole', tied('lesson:start'), tied('lesson:end')),
    make(l, 'bar', 'chapter', tied('desk/chapter-1'), tied('desk/chapter-1', 0, 'end')),
    make(l, 'text', 'lost', tied('desk/click-9', 3, 'start', 210), tied('desk/click-8', 0, 'start', 260)),
    make(l, 'text', 'backwards', loose(200), loose(190)),
    make(l, 'shape', 'ring-1', { on: 'element', element: 'ring-2', edge: 'start', offset: 2, last: 90 }, long(20)),
    make(l, 'shape', 'ring-2', { on: 'element', element: 'ring-1', edge: 'start', offset: 2, last: 92 }, long(20)),
    make(l, 'ripple', 'on-mark', tied('mark-1'), long(18)),
  ])

/** Moves that begin and land in every way, straight on, curved, looped, blinking. */
const moves = (): Lesson =>
  lessonOf(
    (l) => [
      make(l, 'shape', 'every-way', loose(30), long(300), {
        poses: [
          pose('p2', after(10), { on: 'share', share: 0.2 }, { x: 200 }),
          pose(
            'p3',
            { on: 'previous' },
            tied('desk/click-2') as MoveEdge,
            { y: 900 },
            { easing: 'cubic-bezier(0.5, 0, 0.2, 1.4)' },
          ),
          pose(
            'p4',
            { on: 'length', frames: 20 },
            { on: 'take', media: 'desk', us: 8_000_000 },
            { 'look.fill': '#c8371b' },
          ),
          pose(
            'p5',
            before(60),
            before(20),
            { x: 1500, y: 200 },
            { curve: { start: { x: 0, y: -300 }, landing: { x: -200, y: 0 } } },
          ),
        ],
      }),
      make(l, 'text', 'there-and-back', loose(60), long(200), {
        poses: [pose('p2', after(0), after(20), { rotation: 12 })],
        loop: { how: 'there-and-back', times: 3, everyFrames: 15 },
      }),
      make(l, 'callout', 'blinks', loose(60), long(200), { loop: { how: 'blink', times: null, everyFrames: 12 } }),
      make(l, 'pointer', 'drawn', loose(0), long(240), {
        poses: [
          pose('s2', after(30), after(60), { x: 1000, y: 800 }, { press: true }),
          pose('s3', after(100), after(130), { x: 300, y: 200 }),
        ],
      }),
      make(l, 'ripple', 'on-its-press', tied('drawn/press-s2'), long(20)),
      make(l, 'shape', 'on-its-stop', tied('drawn/stop-s2'), tied('drawn/stop-s3')),
    ],
    { motionBlur: { on: true, shutter: 180, samples: 6 } },
  )

/** What carries others, with riders, one riding on a rider; groups; a stagger that was made of them. */
const riding = (): Lesson =>
  lessonOf(
    (l) => [
      make(l, 'group', 'shelf', loose(0), long(400), {
        look: { kind: 'group', asOne: false, mask: false, ground: null, border: null, borderPx: 0 },
        poses: [pose('p2', after(60), after(120), { x: 1200, rotation: 90 })],
      }),
      ...[1, 2, 3].map((n) =>
        make(l, 'text', `bin-${n}`, loose(10 + 4 * n), long(300), {
          x: 300 * n,
          rides: { on: n === 3 ? 'bin-2' : 'shelf', by: [1, 0, 0, 1, -700, -420], fades: n === 2 },
          group: 'bins',
        }),
      ),
    ],
    {
      staggers: [
        {
          id: 's1',
          elements: ['bin-1', 'bin-2', 'bin-3'],
          what: 'start',
          move: 1,
          frames: 4,
          order: 'selection',
          seed: 1,
          jitter: 0,
          shifts: { 'bin-1': 0, 'bin-2': 4, 'bin-3': 8 },
        },
      ],
    },
  )

/** Zooms of both spaces and what keeps its size in them; dims and covers beneath. */
const framing = (): Lesson =>
  lessonOf((l) => [
    make(l, 'zoom', 'in', loose(40), long(120), {
      x: 500,
      y: 400,
      width: 640,
      height: 360,
      arrival: { how: 'grow', from: 'left', frames: 20, easing: 'ease-in-out' },
    }),
    make(l, 'zoom', 'on', loose(200), long(150), {
      poses: [pose('v2', after(30), after(60), { x: 1400, y: 700, width: 480, height: 270 })],
    }),
    make(l, 'callout', 'readable', loose(20), long(400), { readable: true, space: 'framed' }),
    make(l, 'text', 'fixed', loose(20), long(400), { space: 'fixed', x: 300, y: 100 }),
    make(l, 'cover', 'blurred', loose(0), long(400), { x: 1200, y: 700, width: 300, height: 120, blurPx: 2 }),
    make(l, 'spotlight', 'spot', loose(100), long(200), { width: 400, height: 200 }),
  ])

/** Takes at other speeds, frozen, over one another, in a lesson of another rate and shape. */
const footage = (): Lesson =>
  lessonOf(
    (l) => [
      make(l, 'ripple', 'slow-click', tied('desk/click-1'), long(20)),
      make(l, 'ripple', 'twice', tied('desk/click-3'), long(20)),
    ],
    {
      rate: { num: 30000, den: 1001 },
      frame: { width: 1280, height: 720 },
      elements: [
        clip('slow', 10, 200, { track: 'takes-1', media: 'desk', speed: { num: 1, den: 2 } }),
        clip('fast', 210, 100, { track: 'takes-1', media: 'desk', inUs: 4e6, speed: { num: 3, den: 1 } }),
        clip('held', 310, 60, { track: 'takes-1', media: 'desk', inUs: 17e6, freeze: true }),
        clip('small', 100, 120, { track: 'takes-2', media: 'desk', fit: 'fill', inUs: 1e6 }),
      ],
    },
  )

/** One lesson for each subject of the model, by its name. */
/** A lesson as the first version of the format wrote it, opened today. */
function earlier(): Lesson {
  const file = path.join(__dirname, 'version1.json')
  const { lesson, faults } = checkLesson(JSON.parse(readFileSync(file, 'utf8')))
  if (!lesson) throw new Error(`${faults[0]!.at}: ${faults[0]!.sentence}`)
  return lesson
}

export const SUBJECTS: Record<string, () => Lesson> = { kinds, reading, ties, moves, riding, framing, footage, earlier }
