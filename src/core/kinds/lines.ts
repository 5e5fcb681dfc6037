import { hasRight, layoutText, lineWidth, textPath, type LineAt, type TextFace } from '../text'
import { fix, type Rect } from '../geometry'
import type { Unranged } from '../values/ranged'

const ALIGNS = [
  { value: 'left', label: 'values.left' },
  { value: 'centre', label: 'values.centre' },
  { value: 'right', label: 'values.right' },
] as const
/** What can be changed of a text that stands in a box. */
export const TEXT_FIELDS: readonly Unranged[] = [
  { path: 'text', label: 'values.text', type: 'text' },
  { path: 'face', label: 'values.font', type: 'font' },
  { path: 'face.size', label: 'values.textSize', type: 'px' },
  { path: 'align', label: 'values.align', type: 'choice', options: ALIGNS },
  { path: 'fitText', label: 'values.heightFollowsTheText', type: 'tick' },
  { path: 'ink', label: 'values.textColour', type: 'colour' },
]
/**
 * Text in a box: its lines as one path, set in the middle of the box’s height. Null when there is nothing to see.
 *
 * @param part  only its letters from one to another; each stands where it stands in the whole
 */
export function linesPath(
  text: string,
  face: TextFace,
  { align, box, padding }: { align: 'left' | 'centre' | 'right'; box: Rect; padding: number },
  part: { from: number; to: number } = { from: 0, to: Infinity },
): string | null {
  const inner = Math.max(1, box.w - 2 * padding)
  const laid = layoutText(text, face, inner)
  const top = box.y + (box.h - laid.height) / 2
  const shift = { left: 0, centre: 0.5, right: 1 }[align]
  let at = 0
  const lines = laid.lines.flatMap((l, i): LineAt[] => {
    // Lines are cut at spaces, which they lose.
    at = l.text === '' ? at : Math.max(at, text.indexOf(l.text, at))
    const begins = at
    at += l.text.length
    const from = Math.max(0, part.from - begins)
    const to = Math.min(l.text.length, part.to - begins)
    if (l.text === '' || to <= from) return []
    // What runs from right to left begins at the right.
    const x = box.x + padding + (box.w - 2 * padding - l.width) * (l.rtl ? 1 - shift : shift)
    const y = fix(top + i * laid.linePx + laid.baseline)
    if (hasRight(l.text)) return [{ text: l.text, x: fix(x), y, rtl: l.rtl, from, to }]
    const before = from === 0 ? 0 : lineWidth(l.text.slice(0, from), face)
    return [{ text: l.text.slice(from, to), x: fix(x + before), y }]
  })
  return lines.length > 0 ? textPath(lines, face) : null
}
/** How tall a text is in a box of a width. */
export const linesHeight = (text: string, face: TextFace, width: number, padding: number): number =>
  layoutText(text, face, Math.max(1, width - 2 * padding)).height + 2 * padding

/** By how many pixels a text is taller than the box that it stands in; 0 where the box goes by the text. */
export function overflow({ look, width, height }: { look: object; width: number; height: number }): number {
  const { text, face, padding = 0, fitText, fitSize } = look as Record<string, unknown>
  if (typeof text !== 'string' || typeof face !== 'object' || face === null || fitText === true || fitSize === true)
    return 0
  return Math.max(0, linesHeight(text, face as TextFace, width, Number(padding)) - height)
}
