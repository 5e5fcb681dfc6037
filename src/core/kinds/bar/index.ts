import { BarLook } from './look'
import { ranged } from '../ranged'
import type { Rect } from '../../geometry'
import type { Shape } from '../../display'
import { localBox, type Kind } from '../kind'

/** The share of a span that has gone by: 0 on its first frame, 1 on its last, even in between. */
export const gone = (frame: number, span: { from: number; to: number }): number =>
  span.to - span.from <= 1 ? 1 : Math.min(1, Math.max(0, (frame - span.from) / (span.to - 1 - span.from)))

/** Where a bar lies that is fixed to an edge of the frame: the whole edge, exactly level. */
export function barPlace(
  e: { height: number; look: { place: 'top' | 'bottom' | 'free' } },
  frame: { width: number; height: number },
): { x: number; y: number; width: number; rotation: 0; anchor: { x: number; y: number } } | null {
  if (e.look.place === 'free') return null
  const y = e.look.place === 'top' ? e.height / 2 : frame.height - e.height / 2
  return { x: frame.width / 2, y, width: frame.width, rotation: 0, anchor: { x: 0.5, y: 0.5 } }
}

const rect = (r: Rect) => `M${r.x} ${r.y} H${r.x + r.w} V${r.y + r.h} H${r.x} Z`

export const bar: Kind<'bar'> = {
  kind: 'bar',
  title: 'Progress bar',
  icon: 'minus',
  boldIcon: true,
  swatch: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(0deg, #0000 0 4px, #2b21182b 4px 5px)' },
  pulls: 'both',
  wholeLesson: true,
  spotless: true,
  thin: true,
  settle(e, { frame }) {
    const place = barPlace(e, frame)
    if (place) Object.assign(e, place)
  },
  reading: 'given.share',
  parts: [{ path: 'given', label: 'Filled by hand or by a gauge', fresh: { share: 100 } }],
  held: (e) => (e.look.place === 'free' ? null : e.look.place),
  letGo(e) {
    e.look.place = 'free'
  },
  fields: ranged(BarLook, [
    {
      path: 'place',
      label: 'Place',
      type: 'choice',
      options: [
        { value: 'bottom', label: 'bottom edge' },
        { value: 'top', label: 'top edge' },
        { value: 'free', label: 'free' },
      ],
    },
    {
      path: 'runs',
      label: 'Runs',
      type: 'choice',
      options: [
        { value: 'right', label: 'to the right' },
        { value: 'left', label: 'to the left' },
        { value: 'down', label: 'down' },
        { value: 'up', label: 'up' },
      ],
    },
    { path: 'given.share', label: 'Filled', when: ['given'], type: 'percent' },
    { path: 'fill', label: 'Fill', type: 'colour' },
    { path: 'unfilled', label: 'Unfilled part', type: 'colour', optional: true },
    { path: 'border', label: 'Border', type: 'colour', optional: true },
    { path: 'borderPx', label: 'Border width', type: 'px', digits: 1 },
    {
      path: 'after',
      label: 'When it is full',
      type: 'choice',
      options: [
        { value: 'gone', label: 'is gone' },
        { value: 'stays', label: 'stays' },
        { value: 'fades', label: 'fades' },
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
        : e.look.after === 'fades'
          ? span.to + e.look.fadeFrames
          : span.to,
  }),
  draw(e, frame, span) {
    const { look } = e
    const box = localBox(e, bar.size(e))
    const share = look.given ? look.given.share / 100 : gone(frame, span)
    const filled: Rect = {
      right: { ...box, w: box.w * share },
      left: { ...box, x: box.x + box.w * (1 - share), w: box.w * share },
      down: { ...box, h: box.h * share },
      up: { ...box, y: box.y + box.h * (1 - share), h: box.h * share },
    }[look.runs]
    const shapes: Shape[] = []
    if (look.unfilled) shapes.push({ type: 'path', d: rect(box), fill: look.unfilled })
    if (share > 0) shapes.push({ type: 'path', d: rect(filled), fill: look.fill })
    const b = look.border ? Math.min(look.borderPx, box.w / 2, box.h / 2) : 0
    if (b > 0)
      shapes.push({
        type: 'path',
        d: rect({ x: box.x + b / 2, y: box.y + b / 2, w: box.w - b, h: box.h - b }),
        stroke: look.border!,
        lineWidth: b,
      })
    const over = frame - span.to + 1
    return [
      {
        shapes,
        box,
        ...(look.after === 'fades' && over > 0 && { opacity: Math.max(0, 1 - over / (look.fadeFrames + 1)) }),
      },
    ]
  },
  fresh: (lesson) => ({
    space: 'fixed',
    x: lesson.frame.width / 2,
    y: lesson.frame.height - Math.round(14 * (lesson.frame.height / 1080)) / 2,
    width: lesson.frame.width,
    height: Math.round(14 * (lesson.frame.height / 1080)),
    look: {
      kind: 'bar',
      fill: '#c8371b',
      unfilled: null,
      border: null,
      borderPx: 0,
      runs: 'right',
      place: 'bottom',
      after: 'gone',
      fadeFrames: 15,
      given: null,
    },
  }),
}
