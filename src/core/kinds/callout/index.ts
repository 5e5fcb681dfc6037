import { CalloutLook } from './look'
import { ranged } from '../ranged'
import { inOwnPixels, keptTip, leading, swungTo, tipFields } from '../aim'
import { readableFrames } from '../../timing'
import { besideSpot } from '../beside'
import { fix, grown, hundredth, union, type Point, type Rect } from '../../geometry'
import { localBox, type ElementOf, type Kind, type Repointed } from '../kind'
import { TEXT_FIELDS, linesHeight, linesPath } from '../lines'

/** The spot the tail points at, in the element's own pixels. */
export const localTip = (e: ElementOf<'callout'>): Point | null => e.look.tip && inOwnPixels(e, e.look.tip)

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
  return (
    `M${n(x + r)} ${n(y)} ${facing === 'top' ? tail(x, right, tip!.x, 'x', y) : ''}L${n(right - r)} ` +
    `${n(y)} Q${n(right)} ${n(y)} ${n(right)} ${n(y + r)} ` +
    (`${facing === 'right' ? tail(y, bottom, tip!.y, 'y', right) : ''}L${n(right)} ${n(bottom - r)} ` +
      `Q${n(right)} ${n(bottom)} ${n(right - r)} ${n(bottom)} `) +
    (`${facing === 'bottom' ? tail(right, x, tip!.x, 'x', bottom) : ''}L${n(x + r)} ${n(bottom)} ` +
      `Q${n(x)} ${n(bottom)} ${n(x)} ${n(bottom - r)} `) +
    (`${facing === 'left' ? tail(bottom, y, tip!.y, 'y', x) : ''}L${n(x)} ` +
      `${n(y + r)} Q${n(x)} ${n(y)} ${n(x + r)} ${n(y)} Z`)
  )
}

/** Room that is kept around a box, and how far a box that would cover what it points at goes out of the way. */
const AROUND = 30
const ASIDE = 90
/** The values with which a callout points at a spot: it stays where it stands unless it would cover that. */
function swung(e: ElementOf<'callout'>, to: Point, frame: { height: number }): Repointed {
  const { values, way } = swungTo(e, to)
  const size = callout.size(e)
  const box = grown({ x: e.x - e.anchor.x * size.w, y: e.y - e.anchor.y * size.h, ...size }, AROUND)
  const covers = to.x > box.x && to.x < box.x + box.w && to.y > box.y && to.y < box.y + box.h
  if (covers) {
    const up = to.y > frame.height / 2
    values.y = hundredth(e.y + (up ? to.y - ASIDE - (box.y + box.h - AROUND) : to.y + ASIDE - (box.y + AROUND)))
  }
  return { values, way }
}

export const callout: Kind<'callout'> = {
  ...leading('tail'),
  kept: keptTip,
  kind: 'callout',
  title: 'Callout',
  icon: 'message-square',
  swatch: { colour: '#f3dfae', pattern: 'none' },
  pulls: 'both',
  put(e, { at, safe, view, lesson }) {
    const unit = (lesson.frame.height / 1080) * (view.h / lesson.frame.height)
    const stands = besideSpot(at, callout.size(e), safe, 100 * unit)
    Object.assign(e, { x: Math.round(stands.x), y: Math.round(stands.y) })
    e.look.tip = { ...at }
  },
  lasts: (e, fps) => readableFrames(e.look.text, fps),
  heightByHand(e) {
    e.look.fitText = false
  },
  content: ['text', 'tip'],
  repoint: swung,
  reading: 'text',
  fields: ranged(CalloutLook, [
    ...tipFields('Tail'),
    ...TEXT_FIELDS,
    { path: 'fill', label: 'Fill', type: 'colour' },
    { path: 'outline', label: 'Outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'Outline width', type: 'px', digits: 1 },
    { path: 'corner', label: 'Corner', type: 'px' },
    { path: 'padding', label: 'Padding', type: 'px' },
    { path: 'tailPx', label: 'Tail width', type: 'px' },
  ]),
  size: (e) => ({
    w: e.width,
    h: e.look.fitText ? linesHeight(e.look.text, e.look.face, e.width, e.look.padding) : e.height,
  }),
  draw(e) {
    const look = e.look
    const box = localBox(e, callout.size(e))
    const tip = localTip(e)
    const lines = linesPath(look.text, look.face, look.align, box, look.padding)
    const outlined = look.outline && look.outlinePx > 0
    const reach = tip ? union(box, { x: tip.x, y: tip.y, w: 0, h: 0 }) : box
    return [
      {
        shapes: [
          {
            type: 'path',
            d: balloon(box, look.corner, tip, look.tailPx),
            fill: look.fill,
            ...(outlined && { stroke: look.outline!, lineWidth: look.outlinePx * 2 }),
          },
          ...(lines ? [{ type: 'path' as const, d: lines, fill: look.ink }] : []),
        ],
        box: grown(reach, 2 + (outlined ? look.outlinePx * 2 : 0)),
      },
    ]
  },
  fresh: (lesson) => {
    const unit = lesson.frame.height / 1080
    return {
      space: 'framed',
      width: Math.round(420 * unit),
      height: Math.round(96 * unit),
      look: {
        kind: 'callout',
        text: 'Say what this is',
        face: { family: 'Public Sans', weight: 600, size: Math.round(32 * unit), lineHeight: 1.3 },
        align: 'left',
        fill: '#fff6e0',
        outline: '#2b2118',
        outlinePx: 3 * unit,
        ink: '#2b2118',
        corner: 10 * unit,
        padding: 22 * unit,
        fitText: true,
        tip: null,
        tailPx: 44 * unit,
      },
    }
  },
}
