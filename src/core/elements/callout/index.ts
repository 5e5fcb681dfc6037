import { layoutText, textPath } from '../../text'
import { fix, grown, union, type Point, type Rect } from '../../scene/geometry'
import { localBox, type ElementOf, type Kind } from '../kind'

const textHeight = (e: ElementOf<'callout'>) => layoutText(e.look.text, e.look.face, Math.max(1, e.width - 2 * e.look.padding))

/** The spot the tail points at, in the element's own pixels. */
export function localTip(e: ElementOf<'callout'>): Point | null {
  if (!e.look.tip) return null
  const r = (-e.rotation * Math.PI) / 180
  const dx = e.look.tip.x - e.x
  const dy = e.look.tip.y - e.y
  return { x: dx * Math.cos(r) - dy * Math.sin(r), y: dx * Math.sin(r) + dy * Math.cos(r) }
}

/** A rounded box with a tail from the side that faces the tip; no tail when the tip lies inside the box. */
export function balloon(box: Rect, corner: number, tip: Point | null, tailPx: number): string {
  const r = Math.min(corner, box.w / 2, box.h / 2)
  const { x, y } = box
  const right = x + box.w
  const bottom = y + box.h
  const over = tip && { left: x - tip.x, right: tip.x - right, top: y - tip.y, bottom: tip.y - bottom }
  const side = over && (Object.entries(over).sort((a, b) => b[1] - a[1])[0] as [keyof typeof over, number])
  const facing = side && side[1] > 0 ? side[0] : null
  const n = (v: number) => fix(v)
  const tail = (from: number, to: number, at: number, along: 'x' | 'y', fixed: number): string => {
    const lo = Math.min(from, to) + r
    const hi = Math.max(from, to) - r
    const half = Math.min(tailPx / 2, Math.max(0, (hi - lo) / 2))
    const middle = Math.min(hi - half, Math.max(lo + half, at))
    const [first, second] = from < to ? [middle - half, middle + half] : [middle + half, middle - half]
    const p = (v: number) => (along === 'x' ? `${n(v)} ${n(fixed)}` : `${n(fixed)} ${n(v)}`)
    return `L${p(first)} L${n(tip!.x)} ${n(tip!.y)} L${p(second)} `
  }
  return `M${n(x + r)} ${n(y)} ${facing === 'top' ? tail(x, right, tip!.x, 'x', y) : ''}L${n(right - r)} ${n(y)} Q${n(right)} ${n(y)} ${n(right)} ${n(y + r)} `
    + `${facing === 'right' ? tail(y, bottom, tip!.y, 'y', right) : ''}L${n(right)} ${n(bottom - r)} Q${n(right)} ${n(bottom)} ${n(right - r)} ${n(bottom)} `
    + `${facing === 'bottom' ? tail(right, x, tip!.x, 'x', bottom) : ''}L${n(x + r)} ${n(bottom)} Q${n(x)} ${n(bottom)} ${n(x)} ${n(bottom - r)} `
    + `${facing === 'left' ? tail(bottom, y, tip!.y, 'y', x) : ''}L${n(x)} ${n(y + r)} Q${n(x)} ${n(y)} ${n(x + r)} ${n(y)} Z`
}

export const callout: Kind<'callout'> = {
  kind: 'callout',
  title: 'Callout',
  pulls: 'both',
  fields: [
    { path: 'text', label: 'Text', type: 'text' },
    { path: 'face', label: 'Font', type: 'font' },
    { path: 'face.size', label: 'Text size', type: 'px', min: 4, max: 1000 },
    { path: 'align', label: 'Lines', type: 'choice', options: [{ value: 'left', label: 'left' }, { value: 'centre', label: 'centre' }, { value: 'right', label: 'right' }] },
    { path: 'fitText', label: 'As tall as its text', type: 'tick' },
    { path: 'ink', label: 'Text colour', type: 'colour' },
    { path: 'fill', label: 'Fill', type: 'colour' },
    { path: 'outline', label: 'Outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'Outline width', type: 'px', min: 0, max: 60, digits: 1 },
    { path: 'corner', label: 'Corner', type: 'px', min: 0, max: 400 },
    { path: 'padding', label: 'Padding', type: 'px', min: 0, max: 400 },
    { path: 'tailPx', label: 'Tail width', type: 'px', min: 2, max: 400 },
  ],
  size: (e) => ({ w: e.width, h: e.look.fitText ? textHeight(e).height + 2 * e.look.padding : e.height }),
  draw(e) {
    const look = e.look
    const text = textHeight(e)
    const size = callout.size(e)
    const box = localBox(e, size)
    const tip = localTip(e)
    const inner = box.w - 2 * look.padding
    const top = box.y + (box.h - text.height) / 2
    const shift = { left: 0, centre: 0.5, right: 1 }[look.align]
    const lines = text.lines.filter((l) => l.text !== '').map((l) => ({ text: l.text, x: fix(box.x + look.padding + (inner - l.width) * shift), y: 0 }))
    text.lines.filter((l) => l.text !== '').forEach((l, i) => { lines[i]!.y = fix(top + text.lines.indexOf(l) * text.linePx + text.baseline) })
    const outlined = look.outline && look.outlinePx > 0
    const reach = tip ? union(box, { x: tip.x, y: tip.y, w: 0, h: 0 }) : box
    return [{
      shapes: [
        { type: 'path', d: balloon(box, look.corner, tip, look.tailPx), fill: look.fill, ...(outlined && { stroke: look.outline!, lineWidth: look.outlinePx * 2 }) },
        ...(lines.length > 0 ? [{ type: 'path' as const, d: textPath(lines, look.face), fill: look.ink }] : []),
      ],
      box: grown(reach, 2 + (outlined ? look.outlinePx * 2 : 0)),
    }]
  },
  fresh: (lesson) => {
    const unit = lesson.frame.height / 1080
    return {
      space: 'take', width: Math.round(420 * unit), height: Math.round(96 * unit),
      look: {
        kind: 'callout', text: 'Say what this is', face: { family: 'Public Sans', weight: 600, size: Math.round(32 * unit), lineHeight: 1.3 }, align: 'left',
        fill: '#fff6e0', outline: '#2b2118', outlinePx: 3 * unit, ink: '#2b2118', corner: 10 * unit, padding: 22 * unit, fitText: true, tip: null, tailPx: 44 * unit,
      },
    }
  },
}
