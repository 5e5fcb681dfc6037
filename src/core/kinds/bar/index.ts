import { BAR_EDGES, BarLook } from './look'
import { ranged } from '../ranged'
import { alongEdge } from '../edges'
import { goneInRounds } from '../gone'
import type { Rect } from '../../geometry'
import type { Shape } from '../../display'
import { roundedBox } from '../outline'
import { localBox, type Kind } from '../kind'
import { filledPart, filledRound, ringShapes } from './shapes'
import { unitOf } from '../unit'

function straightShapes(box: Rect, share: number, look: BarLook): Shape[] {
  const shapes: Shape[] = []
  const r = look.corner
  if (look.unfilled) shapes.push({ type: 'path', d: roundedBox(box, r), fill: look.unfilled })
  if (share > 0) {
    const d = r > 0 ? filledRound(box, share, look.runs, r) : roundedBox(filledPart(box, share, look.runs), 0)
    shapes.push({ type: 'path', d, fill: look.fill })
  }
  const b = look.border ? Math.min(look.borderPx, box.w / 2, box.h / 2) : 0
  if (b > 0)
    shapes.push({
      type: 'path',
      d: roundedBox({ x: box.x + b / 2, y: box.y + b / 2, w: box.w - b, h: box.h - b }, r - b / 2),
      stroke: look.border!,
      lineWidth: b,
    })
  return shapes
}

/** The frame from which it fades: as it is full, or after its end; never, where it does neither. */
function fadesFrom({ after, given, restFrames }: BarLook, span: { to: number }): number {
  if (after === 'fades') return span.to - (given ? 0 : restFrames)
  return after === 'fades-after' ? span.to : Infinity
}

export const bar: Kind<'bar'> = {
  kind: 'bar',
  title: 'Progress bar',
  short: 'Bar',
  icon: 'minus',
  boldIcon: true,
  swatch: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(0deg, #0000 0 4px, #2b21182b 4px 5px)' },
  pulls: 'both',
  wholeLesson: true,
  spotless: true,
  thin: true,
  settle(e, { frame }) {
    const { place } = e.look
    if (place !== 'free') Object.assign(e, alongEdge(e, place, { x: 0, y: 0, w: frame.width, h: frame.height }))
  },
  within: (e, free) => {
    const { place, withinBars } = e.look
    return place === 'free' || !withinBars ? null : alongEdge(e, place, free)
  },
  reading: 'given.share',
  parts: [{ path: 'given', label: 'Fill by hand or by a gauge', fresh: { share: 100 } }],
  held: (e) => (e.look.place === 'free' ? null : e.look.place),
  letGo(e) {
    e.look.place = 'free'
  },
  first: ['shape', 'place', 'given.share', 'rounds', 'restFrames', 'fill', 'unfilled', 'after'],
  fields: ranged(BarLook, [
    {
      path: 'shape',
      label: 'Shape',
      type: 'choice',
      options: [
        { value: 'straight', label: 'straight' },
        { value: 'ring', label: 'a ring' },
      ],
    },
    {
      path: 'place',
      label: 'Place',
      when: ['shape', 'straight'],
      type: 'choice',
      options: [
        { value: 'bottom', label: 'bottom edge' },
        { value: 'top', label: 'top edge' },
        { value: 'left', label: 'left edge' },
        { value: 'right', label: 'right edge' },
        { value: 'free', label: 'free' },
      ],
    },
    {
      path: 'runs',
      label: 'Direction',
      type: 'choice',
      options: [
        { value: 'right', label: 'to the right' },
        { value: 'left', label: 'to the left' },
        { value: 'down', label: 'down' },
        { value: 'up', label: 'up' },
      ],
    },
    { path: 'withinBars', label: 'Within letterbox bars', when: ['place', ...BAR_EDGES], type: 'tick' },
    { path: 'ringPx', label: 'Thickness', when: ['shape', 'ring'], type: 'px' },
    { path: 'turnFrom', label: 'Start angle', when: ['shape', 'ring'], type: 'degrees' },
    { path: 'corner', label: 'Corner radius', type: 'px' },
    { path: 'rounds', label: 'Repeats', type: 'count' },
    { path: 'restFrames', label: 'Stays full for', type: 'frames' },
    { path: 'given.share', posed: true, label: 'Filled', when: ['given'], type: 'percent' },
    { path: 'fill', label: 'Fill', type: 'colour' },
    { path: 'unfilled', label: 'Unfilled part', type: 'colour', optional: true },
    { path: 'border', label: 'Border', type: 'colour', optional: true },
    { path: 'borderPx', label: 'Border width', type: 'px', digits: 1 },
    {
      path: 'after',
      label: 'When it is full',
      type: 'choice',
      options: [
        { value: 'gone', label: 'disappears at its end' },
        { value: 'stays', label: 'stays beyond its end' },
        { value: 'fades', label: 'fades as it is full' },
        { value: 'fades-after', label: 'fades after its end' },
      ],
    },
    { path: 'fadeFrames', label: 'Fades for', type: 'frames' },
  ]),
  size: (e) => ({ w: e.width, h: e.height }),
  seen: (e, span, timed) => ({
    from: span.from,
    to:
      e.look.after === 'stays'
        ? Math.max(span.to, timed.length)
        : Number.isFinite(fadesFrom(e.look, span))
          ? Math.max(span.to, fadesFrom(e.look, span) + e.look.fadeFrames)
          : span.to,
  }),
  draw(e, frame, span) {
    const { look } = e
    const box = localBox(e, bar.size(e))
    const share = look.given ? look.given.share / 100 : goneInRounds(frame, span, look)
    const shapes = look.shape === 'ring' ? ringShapes(box, share, look) : straightShapes(box, share, look)
    const over = frame - fadesFrom(look, span) + 1
    return [
      {
        shapes,
        box,
        ...(over > 0 && { opacity: Math.max(0, 1 - over / (look.fadeFrames + 1)) }),
      },
    ]
  },
  fresh: (lesson) => ({
    space: 'fixed',
    x: lesson.frame.width / 2,
    y: lesson.frame.height - Math.round(14 * unitOf(lesson.frame)) / 2,
    width: lesson.frame.width,
    height: Math.round(14 * unitOf(lesson.frame)),
    look: BarLook.parse({
      kind: 'bar',
      fill: '#c8371b',
      unfilled: null,
      border: null,
      borderPx: 0,
      runs: 'right',
      place: 'bottom',
      after: 'gone',
    }),
  }),
}
