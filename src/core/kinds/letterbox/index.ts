import { LetterboxLook } from './look'
import { ranged } from '../../values/ranged'
import { fillFrame } from '../fillFrame'
import type { Shape } from '../../display'
import { localBox, type Kind, ownSize } from '../kind'
import { roundedBox } from '../outline'

export const letterbox: Kind<'letterbox'> = {
  kind: 'letterbox',
  title: 'kinds.letterboxBars',
  icon: 'rectangle-horizontal',
  swatch: { colour: '#d9d2c6', pattern: 'repeating-linear-gradient(0deg, #2b211840 0 2px, #0000 2px 12px)' },
  pulls: 'none',
  lies: 'frame',
  fields: ranged(LetterboxLook, [
    {
      path: 'by',
      label: 'values.setBy',
      type: 'choice',
      options: [
        { value: 'share', label: 'values.ofTheHeight' },
        { value: 'ratio', label: 'values.shapeOfThePicture' },
      ],
    },
    {
      path: 'share',
      posed: true,
      label: 'values.bothBarsTogether',
      when: ['by', 'share'],
      type: 'percent',
      digits: 1,
    },
    {
      path: 'ratio',
      label: 'values.widthByHeight',
      when: ['by', 'ratio'],
      type: 'ratio',
      digits: 3,
    },
    { path: 'first', label: 'values.topOrLeftShare', type: 'percent', digits: 1 },
    { path: 'colour', label: 'values.colour', type: 'colour' },
  ]),
  size: ownSize,
  settle: fillFrame,
  draw(e) {
    const { look } = e
    const box = localBox(e, letterbox.size(e))
    const bars = barsOf(look, box.w, box.h)
    const shapes: Shape[] = bars.map((b) => ({
      type: 'path',
      d: roundedBox({ x: box.x + b.x, y: box.y + b.y, w: b.w, h: b.h }, 0),
      fill: look.colour,
    }))
    return [{ shapes, box }]
  },
  added: { spotless: true, lasts: 'to the end' },
  fresh: (lesson) => ({
    space: 'fixed',
    width: lesson.frame.width,
    height: lesson.frame.height,
    look: { kind: 'letterbox', by: 'ratio', colour: '#000000', share: 20, ratio: 2.35, first: 50 },
  }),
  roles: {
    leaves: ({ width, height, look }) => {
      const free = { x: 0, y: 0, w: width, h: height }
      for (const b of barsOf(look, width, height)) {
        if (b.w === width) {
          if (b.y === 0) free.y = b.h
          free.h -= b.h
        } else {
          if (b.x === 0) free.x = b.w
          free.w -= b.w
        }
      }
      return free
    },
  },
}

/** The bars above and below, or left and right of a shape that is narrower than the picture. */
export function barsOf(
  look: { by: 'share' | 'ratio'; share: number; ratio: number; first: number },
  w: number,
  h: number,
): { x: number; y: number; w: number; h: number }[] {
  const tall = look.by === 'share' ? (h * look.share) / 100 : Math.max(0, h - w / look.ratio)
  const first = look.first / 100
  const filled = (bars: { x: number; y: number; w: number; h: number }[]) => bars.filter((b) => b.w > 0 && b.h > 0)
  if (tall > 0)
    return filled([
      { x: 0, y: 0, w, h: tall * first },
      { x: 0, y: h - tall * (1 - first), w, h: tall * (1 - first) },
    ])
  const wide = look.by === 'ratio' ? Math.max(0, w - h * look.ratio) : 0
  return filled([
    { x: 0, y: 0, w: wide * first, h },
    { x: w - wide * (1 - first), y: 0, w: wide * (1 - first), h },
  ])
}
