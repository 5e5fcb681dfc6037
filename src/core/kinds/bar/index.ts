import { BAR_EDGES, BarLook } from './look'
import { ranged } from '../../values/ranged'
import { alongEdge, keepsEdge, settleAlong } from '../edges'
import { goneInRounds } from '../gone'
import type { Rect } from '../../geometry'
import type { Shape } from '../../display'
import { roundedBox } from '../outline'
import { localBox, type Kind, ownSize } from '../kind'
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
  title: 'kinds.progressBar',
  short: 'kinds.bar',
  icon: 'minus-bold',
  swatch: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(0deg, #0000 0 4px, #2b21182b 4px 5px)' },
  pulls: 'both',
  thin: () => 0,
  reading: 'given.share',
  parts: [{ path: 'given', label: 'values.fillByHandOrBy', fresh: { share: 100 } }],
  first: ['shape', 'place', 'given.share', 'rounds', 'restFrames', 'fill', 'unfilled', 'after'],
  fields: ranged(BarLook, [
    {
      path: 'shape',
      label: 'values.shape',
      type: 'choice',
      options: [
        { value: 'straight', label: 'values.straight' },
        { value: 'ring', label: 'values.aRing' },
      ],
    },
    {
      path: 'place',
      label: 'values.place',
      when: ['shape', 'straight'],
      type: 'choice',
      options: [
        { value: 'bottom', label: 'values.bottomEdge' },
        { value: 'top', label: 'values.topEdge' },
        { value: 'left', label: 'values.leftEdge' },
        { value: 'right', label: 'values.rightEdge' },
        { value: 'free', label: 'values.free' },
      ],
    },
    {
      path: 'runs',
      label: 'values.direction',
      type: 'choice',
      options: [
        { value: 'right', label: 'values.toTheRight' },
        { value: 'left', label: 'values.toTheLeft' },
        { value: 'down', label: 'values.down' },
        { value: 'up', label: 'values.up' },
      ],
    },
    { path: 'withinBars', label: 'values.withinLetterboxBars', when: ['place', ...BAR_EDGES], type: 'tick' },
    { path: 'ringPx', label: 'values.thickness', when: ['shape', 'ring'], type: 'px' },
    { path: 'turnFrom', label: 'values.startAngle', when: ['shape', 'ring'], type: 'degrees' },
    { path: 'corner', label: 'values.cornerRadius', type: 'px' },
    { path: 'rounds', label: 'values.repeats', type: 'count' },
    { path: 'restFrames', label: 'values.staysFullFor', type: 'frames' },
    { path: 'given.share', posed: true, label: 'values.filled', when: ['given'], type: 'percent' },
    { path: 'fill', label: 'values.fill', type: 'colour' },
    { path: 'unfilled', label: 'values.unfilledPart', type: 'colour', optional: true },
    { path: 'border', label: 'values.border', type: 'colour', optional: true },
    { path: 'borderPx', label: 'values.borderWidth', type: 'px', digits: 1 },
    {
      path: 'after',
      label: 'values.whenItIsFull',
      type: 'choice',
      options: [
        { value: 'gone', label: 'values.disappearsAtItsEnd' },
        { value: 'stays', label: 'values.staysBeyondItsEnd' },
        { value: 'fades', label: 'values.fadesAsItIsFull' },
        { value: 'fades-after', label: 'values.fadesAfterItsEnd' },
      ],
    },
    { path: 'fadeFrames', label: 'values.fadesFor', type: 'frames' },
  ]),
  size: ownSize,
  settle: settleAlong,
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
  added: { spotless: true, lasts: 'lesson' },
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
  roles: {
    keeps: (e) => ({
      ...keepsEdge(e),
      within: (free) => (e.look.place === 'free' || !e.look.withinBars ? null : alongEdge(e, e.look.place, free)),
    }),
  },
}
