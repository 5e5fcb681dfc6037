import type { Shape } from '../../display'
import { grown, type Rect } from '../../geometry'
import { layoutText, shortened, textPath } from '../../text'
import type { Span, Timed } from '../../timing'
import { keepsEdge, settleAlong } from '../edges'
import { filledPart, filledRound } from '../bar/shapes'
import { gone } from '../gone'
import { localBox, type ElementOf, type Kind, ownSize } from '../kind'
import { roundedBox } from '../outline'
import { ranged } from '../../values/ranged'
import { ChaptersLook } from './look'
import { unitOf } from '../unit'
import { chaptersOf } from '../../moments'

/** A chapter as far as it lies in a span. */
export interface ChapterPart {
  label: string
  from: number
  to: number
}
/** The chapters that a span goes through, in time order; the span itself where there is none. */
export function chaptersOver(timed: Timed, span: { from: number; to: number }): ChapterPart[] {
  const marks = chaptersOf(timed.moments)
  const parts = marks.flatMap((m, i): ChapterPart[] => {
    const from = Math.max(span.from, m.frame)
    const to = Math.min(span.to, marks[i + 1]?.frame ?? timed.length)
    return to > from ? [{ label: m.label, from, to }] : []
  })
  return parts.length > 0 ? parts : [{ label: '', ...span }]
}

/** Room between a bar and the labels beside it, in their own size. */
const AIR = 0.35
/** How tall the bar itself is: what its labels leave of the element. */
function barBox(box: Rect, { labels, face }: ChaptersLook): Rect {
  const taken = labels === 'above' || labels === 'below' ? Math.min(box.h * 0.9, face.size * (1 + AIR) * 1.05) : 0
  return { ...box, y: labels === 'above' ? box.y + taken : box.y, h: box.h - taken }
}
/** Where each part lies along a bar: whole pixels, so that all gaps are alike. */
export function partBoxes(bar: Rect, parts: readonly ChapterPart[], { widths, gapPx }: ChaptersLook): Rect[] {
  const gap = Math.min(gapPx, bar.w / (2 * parts.length))
  const room = bar.w - gap * (parts.length - 1)
  const whole = parts.reduce((sum, p) => sum + p.to - p.from, 0)
  let before = 0
  return parts.map((p, i) => {
    const share = widths === 'equal' ? 1 / parts.length : (p.to - p.from) / whole
    const x = Math.round(room * before)
    before += share
    return { ...bar, x: bar.x + x + i * gap, w: Math.round(room * before) - x }
  })
}
/**
 * How far a bar has come at a frame, in its own pixels: evenly through each chapter, or evenly from stop to stop, where
 * it rests until the next chapter begins.
 */
export function reachAt(
  parts: readonly ChapterPart[],
  boxes: readonly Rect[],
  frame: number,
  look: ChaptersLook,
): number {
  const i = Math.max(
    0,
    parts.findLastIndex((p) => p.from <= frame),
  )
  const part = parts[i]!
  const box = boxes[i]!
  if (look.goes === 'through') return box.x + box.w * gone(frame, part)
  const stopOf = (b: Rect) => b.x + (b.w * look.stopAt) / 100
  const before = i > 0 ? stopOf(boxes[i - 1]!) : box.x
  const way = Math.min(look.wayFrames, part.to - part.from)
  return before + (stopOf(box) - before) * Math.min(1, Math.max(0, (frame - part.from) / way))
}

function draw(e: ElementOf<'chapters'>, frame: number, span: Span, timed: Timed) {
  const { look } = e
  const box = localBox(e, { w: e.width, h: e.height })
  const bar = barBox(box, look)
  const parts = chaptersOver(timed, span)
  const boxes = partBoxes(bar, parts, look)
  const reach = reachAt(parts, boxes, frame, look)
  const shapes: Shape[] = []
  if (look.ground && look.labels !== 'none') shapes.push({ type: 'path', d: roundedBox(box, 0), fill: look.ground })
  const inside = look.labels === 'inside'
  const round = (i: number) => (look.gapPx > 0 || i === 0 || i === parts.length - 1 ? look.corner : 0)
  parts.forEach((_, i) => {
    const own = boxes[i]!
    const share = own.w > 0 ? Math.min(1, Math.max(0, (reach - own.x) / own.w)) : 0
    if (look.unfilled) shapes.push({ type: 'path', d: roundedBox(own, round(i)), fill: look.unfilled })
    if (share <= 0) return
    const d = round(i) > 0 ? filledRound(own, share, 'right', round(i)) : roundedBox(filledPart(own, share, 'right'), 0)
    shapes.push({ type: 'path', d, fill: look.fill })
  })
  if (look.labels !== 'none')
    parts.forEach((part, i) => {
      const own = boxes[i]!
      const pad = inside ? look.face.size * 0.4 : 0
      const text = shortened(part.label, look.face, own.w - 2 * pad)
      if (text === '') return
      const { baseline, linePx, width } = layoutText(text, look.face, 1e6)
      const top = inside
        ? own.y + (own.h - linePx) / 2
        : look.labels === 'above'
          ? own.y - look.face.size * AIR - linePx
          : own.y + own.h + look.face.size * AIR
      const x = look.goes === 'stops' && !inside ? own.x + (own.w - width) * (look.stopAt / 100) : own.x + pad
      const on = frame >= part.from && frame < part.to
      shapes.push({
        type: 'path',
        d: textPath([{ text, x, y: top + baseline }], look.face),
        fill: on ? look.lit : look.ink,
      })
    })
  return [{ shapes, box: grown(box, 2 + look.face.size * 0.4) }]
}

export const chapters: Kind<'chapters'> = {
  kind: 'chapters',
  title: 'kinds.chapterBar',
  icon: 'list-ordered',
  swatch: { colour: '#c6d8e2', pattern: 'repeating-linear-gradient(90deg, #0000 0 14px, #2b21183d 14px 16px)' },
  pulls: 'both',
  first: ['place', 'goes', 'fill', 'unfilled', 'labels', 'face.size', 'lit', 'ink'],
  fields: ranged(ChaptersLook, [
    {
      path: 'place',
      label: 'values.place',
      type: 'choice',
      options: [
        { value: 'bottom', label: 'values.bottomEdge' },
        { value: 'top', label: 'values.topEdge' },
        { value: 'free', label: 'values.free' },
      ],
    },
    {
      path: 'goes',
      label: 'values.moves',
      type: 'choice',
      options: [
        { value: 'through', label: 'values.evenlyThroughEachChapter' },
        { value: 'stops', label: 'values.fromStopToStop' },
      ],
    },
    { path: 'wayFrames', label: 'values.movesToAStopIn', when: ['goes', 'stops'], type: 'frames' },
    { path: 'stopAt', label: 'values.stopsAt', when: ['goes', 'stops'], type: 'percent' },
    {
      path: 'widths',
      label: 'values.partWidths',
      type: 'choice',
      options: [
        { value: 'time', label: 'values.asWideAsTheyAre' },
        { value: 'equal', label: 'values.equallyWide' },
      ],
    },
    { path: 'fill', label: 'values.fill', type: 'colour' },
    { path: 'unfilled', label: 'values.unfilledPart', type: 'colour', optional: true },
    { path: 'gapPx', label: 'values.gaps', type: 'px' },
    { path: 'corner', label: 'values.cornerRadius', type: 'px' },
    {
      path: 'labels',
      label: 'values.labels',
      type: 'choice',
      options: [
        { value: 'above', label: 'values.aboveIt' },
        { value: 'below', label: 'values.belowIt' },
        { value: 'inside', label: 'values.insideIt' },
        { value: 'none', label: 'values.none' },
      ],
    },
    { path: 'face', label: 'values.font', when: ['labels', 'above', 'below', 'inside'], type: 'font' },
    { path: 'face.size', label: 'values.textSize', when: ['labels', 'above', 'below', 'inside'], type: 'px' },
    { path: 'lit', label: 'values.currentLabel', when: ['labels', 'above', 'below', 'inside'], type: 'colour' },
    { path: 'ink', label: 'values.otherLabels', when: ['labels', 'above', 'below', 'inside'], type: 'colour' },
    {
      path: 'ground',
      label: 'values.background',
      when: ['labels', 'above', 'below', 'inside'],
      type: 'colour',
      optional: true,
    },
  ]),
  size: ownSize,
  settle: settleAlong,
  kept: (e) => e,
  draw,
  added: { spotless: true, lasts: 'lesson' },
  fresh: ({ frame }) => {
    const unit = unitOf(frame)
    return {
      space: 'fixed',
      x: frame.width / 2,
      y: frame.height - 22 * unit,
      width: frame.width,
      height: Math.round(44 * unit),
      look: ChaptersLook.parse({
        kind: 'chapters',
        fill: '#e2552f',
        unfilled: '#ffffff3d',
        gapPx: 6 * unit,
        labels: 'inside',
        face: { family: 'Public Sans', weight: 600, size: Math.round(22 * unit), lineHeight: 1.2 },
        lit: '#ffffff',
        ink: '#ffffffb3',
        ground: '#1f1a16',
      }),
    }
  },
  roles: {
    keeps: keepsEdge,
  },
}
