import { arrowBetween, newElement } from '@/core/kinds'
import { following, layMedium, liftOut, pinTo, type PinPlace, make, idsFrom } from '@/core/edits'
import { USUAL_STYLE } from '@/core/styles'
import { CALM } from '@/core/framing'
import { emptyLesson } from '@/core/lesson/make'
import type { Edge, Element, Lesson, Medium, Pose } from '@/core/lesson/schema'
import { frameStartUs, secondsToFrames } from '@/core/time'
import { momentsOf } from '@/core/moments'
import { remember, resolve } from '@/core/timing'
import { pathOf, type Trace } from '@/core/trace'
import { setAt } from '@/core/values'
import { readCaptions } from '@/core/voice'

/**
 * What the pinned callout marks: a line of the drill's page, in pixels of the take, and the seconds in which it was
 * followed.
 */
export const PARTS: [number, number, number, number] = [1360, 760, 180, 50]
export const PARTS_SECONDS = [20, 29] as const

type Two = [number, number]
/** The demo lesson “Lend out a tool”, over the recording and the narration that ship with the program. */
export function demoLesson(
  take: Medium,
  narration: Medium,
  trace: Trace,
  captions: string,
  parts: readonly PinPlace[],
): Lesson {
  const lesson = { ...emptyLesson('Lend out a tool'), style: USUAL_STYLE }
  const read = readCaptions(captions, 'narration')
  if ('error' in read) throw new Error(read.error)
  const chapter = (n: number, label: string, seconds: number) => ({
    id: `lend-out/chapter-${n}`,
    kind: 'chapter' as const,
    label,
    fromUs: frameStartUs(secondsToFrames(seconds, lesson.rate), lesson.rate),
    byHand: true,
  })
  lesson.media = {
    'lend-out': {
      ...take,
      pointer: pathOf(trace, take),
      moments: [
        ...momentsOf(trace, 'lend-out'),
        chapter(1, 'Welcome', 0),
        chapter(2, 'Find the tool', 7.4),
        chapter(3, 'Look at it', 18.2),
        chapter(4, 'Lend it out', 33.8),
        chapter(5, 'The receipt', 54.8),
        chapter(6, 'Goodbye', 64),
      ],
    },
    narration: { ...narration, words: read.words },
  }
  const lay = (medium: string, id: string) =>
    make(layMedium(medium, id, 0), lesson, { timed: resolve(lesson), newId: idsFrom('demo') })
  lay('lend-out', 'clip-1')
  lay('narration', 'clip-2')
  const spoken = lesson.elements.find((e) => e.id === 'clip-2')!
  if (spoken.end.on === 'length') spoken.end.frames = Math.min(take.frames!, spoken.end.frames)
  lesson.tracks.unshift({ id: 'elements-2', kind: 'picture', name: 'Notes' })
  lesson.tracks[1]!.name = 'Marks'
  lesson.tracks[2]!.name = 'Screen'

  const clicks = lesson.media['lend-out']!.moments.filter((m) => m.kind === 'click')
  const click = (label: string) => clicks.find((m) => m.label === `click on ${label}`)!
  const word = (text: string, nth = 1) =>
    lesson.media.narration!.words.filter((w) => w.text.toLowerCase().replace(/\W/g, '') === text)[nth - 1]!
  const at = (moment: string, offset = 0, edge: 'start' | 'end' = 'start'): Edge => ({
    on: 'moment',
    moment,
    edge,
    offset,
    last: 0,
  })
  const add = (e: Element, change: Partial<Element> = {}) => {
    lesson.elements.push({ ...e, track: 'elements-1', ...change })
  }
  const note = (
    id: string,
    name: string,
    text: string,
    start: Edge,
    end: Edge,
    box: { x: number; y: number; width: number },
    tip: { x: number; y: number } | null,
  ) => {
    const e = newElement(lesson, 'callout', id, { start, end }, box)
    add(e, {
      name,
      track: 'elements-2',
      width: box.width,
      look: { ...e.look, text, tip },
    })
  }
  const pointer = (
    id: string,
    name: string,
    start: Edge,
    end: Edge,
    tail: { x: number; y: number },
    tip: { x: number; y: number },
    bend = 0,
  ) => {
    const e = newElement(lesson, 'arrow', id, { start, end })
    add(e, {
      name,
      ...arrowBetween(tail, tip),
      look: { ...e.look, bend },
    })
  }

  add(
    newElement(
      lesson,
      'zoom',
      'zoom-member',
      { start: at(click('Lend out').id, 24), end: at(click('Confirm').id, -6) },
      {
        x: 960,
        y: 540,
      },
    ),
    {
      name: 'Zoom to the dialog',
      width: 1280,
      height: 720,
      look: { kind: 'zoom', inFrames: 30, backFrames: 24, easing: 'ease-in-out' },
    },
  )
  add(newElement(lesson, 'ripple', 'ripples', { start: at('lesson:start'), end: at('lesson:end') }), {
    name: 'Ripple on every click',
    look: { kind: 'ripple', colour: '#e0901a', every: true, growFrames: 4, fadeFrames: 14 },
  })
  pointer(
    'arrow-search',
    'Arrow to the search box',
    at(word('search').id),
    at(click('Search box').id, 20),
    { x: 780, y: 420 },
    { x: 560, y: 222 },
    40,
  )
  note(
    'callout-type',
    'Callout: part of the name',
    'Part of the name is enough.',
    at(word('type').id),
    at(click('Cordless drill, 18 V').id, -40),
    { x: 1240, y: 620, width: 470 },
    { x: 640, y: 200 },
  )
  note(
    'callout-history',
    'Callout: who had it',
    'Every loan stays here, with how the tool came back.',
    at(word('scroll').id, 20),
    at(word('well').id),
    { x: 1560, y: 330, width: 520 },
    { x: 1250, y: 470 },
  )
  pointer(
    'arrow-lend',
    'Arrow to Lend out',
    at(click('Lend out').id, -40),
    at(click('Lend out').id, 10),
    { x: 1250, y: 720 },
    { x: 1030, y: 584 },
  )
  note(
    'callout-due',
    'Callout: the due date',
    'One week: the due date follows by itself.',
    at(click('1 week').id, 4),
    at(word('confirm', 1).id, 6),
    { x: 1474, y: 560, width: 230 },
    { x: 1330, y: 640 },
  )
  note(
    'callout-receipt',
    'Callout: the receipt',
    'The member gets the same receipt.',
    at(word('receipt').id, 0, 'end'),
    at(click('Send by mail').id, 30),
    { x: 1690, y: 560, width: 400 },
    { x: 1404, y: 470 },
  )
  const outline = newElement(
    lesson,
    'shape',
    'outline-page',
    { start: at(word('condition').id), end: at(word('scroll').id) },
    {
      x: 1110,
      y: 324,
    },
  )
  const move = (id: string, said: string, values: Pose['values']): Pose => ({
    id,
    start: { on: 'moment', moment: word(said).id, edge: 'start', offset: -6, last: 0 },
    end: { on: 'length', frames: 14 },
    easing: 'snappy',
    values,
    curve: null,
  })
  add(outline, {
    name: 'Outline: what the page shows',
    width: 490,
    height: 50,
    poses: [
      move('to-accessories', 'accessories', { x: 1092, y: 725, width: 1596, height: 270 }),
      move('to-history', 'history', { x: 1092, y: 968, width: 1596, height: 176 }),
    ],
  })
  const bar = newElement(lesson, 'bar', 'progress', { start: at('lend-out/chapter-2'), end: at('lend-out/chapter-6') })
  // The bar and the number beside it read one gauge: how much of the chapters has gone by.
  const gauge = newElement(lesson, 'gauge', 'how-far', {
    start: at('lend-out/chapter-2'),
    end: at('lend-out/chapter-6'),
  })
  add(gauge, { name: 'How far', look: { ...gauge.look, runs: 'span' } as Element['look'] })
  const reads = (step: number) => ({ gauge: 'how-far', from: [0, 100] as Two, to: [0, 100] as Two, step, steps: [] })
  add(bar, {
    name: 'Progress',
    look: { ...bar.look, unfilled: '#00000033', given: { share: 0 } } as Element['look'],
    reads: { 'look.given.share': reads(0) },
  })
  const percent = newElement(
    lesson,
    'counter',
    'percent',
    { start: at('lend-out/chapter-2'), end: at('lend-out/chapter-6') },
    {
      x: 1830,
      y: 992,
    },
  )
  add(percent, {
    name: 'Percent',
    width: 150,
    height: 48,
    reads: { 'look.value': reads(1) },
    look: {
      ...percent.look,
      face: { family: 'Public Sans', weight: 800, size: 32, lineHeight: 1.2 },
      align: 'right',
      ink: '#2b2118',
      outline: '#fffaf0',
      outlinePx: 4,
    } as Element['look'],
  })
  // A part for each chapter, right above the bar.
  const strip = newElement(lesson, 'chapters', 'chapters', { start: at('lesson:start'), end: at('lesson:end') })
  add(strip, { name: 'Chapters', x: 960, y: 1044, look: { ...strip.look, place: 'free' } as Element['look'] })
  // The drill's page once more, beside the receipt: footage of the same take, small, in a corner.
  lesson.tracks.unshift({ id: 'front', kind: 'picture', name: 'In front' })
  const before = newElement(lesson, 'footage', 'page-before', {
    start: at('lend-out/chapter-5', 112),
    end: {
      on: 'length',
      frames: 128,
    },
  })
  add(before, {
    name: 'The drill’s page, once more',
    track: 'front',
    space: 'fixed',
    x: 356,
    y: 640,
    width: 1920,
    height: 1080,
    scale: { x: 0.32, y: 0.32 },
    cornerPx: 44,
    shadow: { colour: '#00000059', dx: 0, dy: 10, blurPx: 26 },
    arrival: { how: 'fade', from: 'left', frames: 12, easing: 'ease-out' },
    departure: { how: 'fade', from: 'left', frames: 12, easing: 'ease-in' },
    look: { ...before.look, media: 'lend-out', fit: 'free', inUs: 20_000_000, muted: true } as Element['look'],
    poses: [
      {
        id: 'page-corner',
        start: { on: 'start', frames: 40 },
        end: { on: 'length', frames: 60 },
        easing: 'ease-in-out',
        values: { x: 288, y: 873, 'scale.x': 0.25, 'scale.y': 0.25 },
        curve: null,
      },
    ],
  })
  add(
    newElement(
      lesson,
      'zoom',
      'zoom-follow',
      { start: at('lesson:start', 150), end: at(word('search').id, -4) },
      { x: 960, y: 540 },
    ),
    { name: 'Follow the pointer', width: 1200, height: 675 },
  )
  note(
    'callout-parts',
    'Callout: all in its case',
    'All of it is in the case.',
    at(word('accessories').id, 6),
    at(word('scroll').id, 22),
    { x: 1640, y: 590, width: 330 },
    { x: PARTS[0] + 90, y: PARTS[1] + 6 },
  )
  // The due date on the receipt is lifted out for a moment.
  const solved = resolve(lesson)
  const receipt = solved.moments.get('lend-out/chapter-5')!.frame! + 14
  const lift = liftOut({ x: 764, y: 452, w: 652, h: 56 }, 'cut-due', { frame: receipt, caught: null }, false)
  make(lift, lesson, { timed: solved, newId: idsFrom('due') })
  Object.assign(
    lesson.elements.find((e) => e.id === 'cut-due')!,
    {
      name: 'Cut-out: the due date',
      start: at('lend-out/chapter-5', 14),
      end: { on: 'length', frames: 90 },
    },
  )
  const pin = pinTo('callout-parts', 'lend-out', parts)
  make(pin, lesson, { timed: resolve(lesson), newId: idsFrom('demo') })
  const timed = resolve(lesson)
  const last = lesson.elements.findIndex((e) => e.id === 'zoom-follow')
  const choice = { ...CALM, zoom: 1.6 }
  lesson.elements[last] = following(timed, lesson.elements[last]!, choice) ?? lesson.elements[last]!
  setAt(lesson.elements[last]!.look, 'follow', { ...choice, found: true })
  remember(lesson, resolve(lesson))
  return lesson
}
