import { layoutText, textPath, type TextFace } from '../text'
import { fix, type Rect } from '../geometry'
import type { Unranged } from './ranged'

const ALIGNS = [
  { value: 'left', label: 'left' },
  { value: 'centre', label: 'centre' },
  { value: 'right', label: 'right' },
] as const
/** What can be changed of a text that stands in a box. */
export const TEXT_FIELDS: readonly Unranged[] = [
  { path: 'text', label: 'Text', type: 'text' },
  { path: 'face', label: 'Font', type: 'font' },
  { path: 'face.size', label: 'Text size', type: 'px' },
  { path: 'align', label: 'Lines', type: 'choice', options: ALIGNS },
  { path: 'fitText', label: 'As tall as its text', type: 'tick' },
  { path: 'ink', label: 'Text colour', type: 'colour' },
]
/** Text in a box: its lines as one path, set in the middle of the box’s height. Null when there is nothing to see. */
export function linesPath(
  text: string,
  face: TextFace,
  align: 'left' | 'centre' | 'right',
  box: Rect,
  padding: number,
): string | null {
  const inner = Math.max(1, box.w - 2 * padding)
  const laid = layoutText(text, face, inner)
  const top = box.y + (box.h - laid.height) / 2
  const shift = { left: 0, centre: 0.5, right: 1 }[align]
  const lines = laid.lines.flatMap((l, i) =>
    l.text === ''
      ? []
      : [
          {
            text: l.text,
            x: fix(box.x + padding + (box.w - 2 * padding - l.width) * shift),
            y: fix(top + i * laid.linePx + laid.baseline),
          },
        ],
  )
  return lines.length > 0 ? textPath(lines, face) : null
}
/** How tall a text is in a box of a width. */
export const linesHeight = (text: string, face: TextFace, width: number, padding: number): number =>
  layoutText(text, face, Math.max(1, width - 2 * padding)).height + 2 * padding
