import { CalloutLook } from './look'
import { ranged } from '../../values/ranged'
import { inOwnPixels, keptTip, leading, swungTo, tipFields } from '../aim'
import { readableFrames } from '../../timing'
import { besideSpot } from '../beside'
import { fix, grown, hundredth, union, type Point, type Rect } from '../../geometry'
import { localBox, type ElementOf, type Kind } from '../kind'
import type { Repointed } from '../roles/points'
import { TEXT_FIELDS, linesHeight, linesPath } from '../lines'
import type { Shape } from '../../display'
import { ellipse } from '../outline'
import { seedOf, sketched, sketchedWithin } from '../sketch'
import { balloon, leavesAt, shortTail, sideFacing } from './balloon'
import { unitOf } from '../unit'

export { balloon } from './balloon'

/** The spot the tail points at, in the element's own pixels. */
export const localTip = (e: ElementOf<'callout'>): Point | null => e.look.tip && inOwnPixels(e, e.look.tip)

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

/** The box with its tail: filled, with its rim; drawn by hand, the rim is a line of its own. */
function outlineShapes(e: ElementOf<'callout'>, d: string, rim: number): Shape[] {
  const { look } = e
  if (look.rough > 0 && rim > 0)
    return [
      { type: 'path', d: sketchedWithin(d, look.rough, seedOf(e.id)), fill: look.fill },
      {
        type: 'path',
        d: sketched(d, look.rough, seedOf(e.id)),
        stroke: look.outline!,
        lineWidth: rim,
        join: 'round',
        cap: 'round',
      },
    ]
  return [{ type: 'path', d, fill: look.fill, ...(rim > 0 && { stroke: look.outline!, lineWidth: rim * 2 }) }]
}

/** A line from the side of the box that faces the spot, to a dot on it. */
function leaderShapes(e: ElementOf<'callout'>, box: Rect, tip: Point): { shapes: Shape[]; reach: Rect | null } {
  const { look } = e
  const side = sideFacing(box, tip)
  if (!side) return { shapes: [], reach: null }
  const from = leavesAt(box, side, tip, look.corner)
  const straight = `M${fix(from.x)} ${fix(from.y)} L${fix(tip.x)} ${fix(tip.y)}`
  const d = look.rough > 0 ? sketched(straight, look.rough * 0.7, seedOf(`${e.id} line`)) : straight
  const dot = look.dotPx / 2
  const dotAt = (r: number) => ellipse({ x: tip.x - r, y: tip.y - r, w: 2 * r, h: 2 * r })
  const around = look.halo ? look.linePx * 0.6 : 0
  const shapes: Shape[] = []
  if (look.halo) {
    shapes.push({ type: 'path', d, stroke: look.halo, lineWidth: look.linePx + 2 * around, cap: 'round' })
    if (dot > 0) shapes.push({ type: 'path', d: dotAt(dot + around), fill: look.halo })
  }
  shapes.push({ type: 'path', d, stroke: look.line, lineWidth: look.linePx, cap: 'round' })
  if (dot > 0) shapes.push({ type: 'path', d: dotAt(dot), fill: look.line })
  return { shapes, reach: grown({ x: tip.x, y: tip.y, w: 0, h: 0 }, dot + around + look.linePx) }
}

/** The number on its upper left corner. */
function markShapes(look: CalloutLook, box: Rect): { shapes: Shape[]; reach: Rect } {
  const size = look.face.size * 1.5
  const at = { x: box.x - size / 2, y: box.y - size / 2, w: size, h: size }
  const figure = linesPath(
    look.mark,
    { ...look.face, size: look.face.size * 0.85 },
    { align: 'centre', box: at, padding: 0 },
  )
  return {
    shapes: [
      { type: 'path', d: ellipse(at), fill: look.markFill },
      ...(figure ? [{ type: 'path' as const, d: figure, fill: look.markInk }] : []),
    ],
    reach: at,
  }
}

/** What a strip on the left covers of a box with round corners. */
function leftOf(box: Rect, corner: number, wide: number): string {
  const r = Math.min(corner, box.w / 2, box.h / 2)
  const w = Math.max(wide, 0)
  const [x, y, bottom] = [box.x, box.y, box.y + box.h].map(fix) as [number, number, number]
  if (r <= 0 || w <= 0) return `M${x} ${y} H${fix(box.x + w)} V${bottom} H${x} Z`
  // On the round corner, as far as the strip goes.
  const k = Math.min(1, w / r)
  const t = Math.sqrt(k)
  const at = fix(box.x + r * t * t)
  const off = fix(r * (1 - t) ** 2)
  const control = fix(r * (1 - t))
  return (
    `M${x} ${fix(box.y + r)} Q${x} ${fix(box.y + control)} ${at} ${fix(box.y + off)} ` +
    `${w > r ? `H${fix(box.x + w)} V${bottom} H${at} ` : `V${fix(box.y + box.h - off)} `}` +
    `Q${x} ${fix(box.y + box.h - control)} ${x} ${fix(box.y + box.h - r)} Z`
  )
}

export const callout: Kind<'callout'> = {
  kind: 'callout',
  title: 'kinds.callout',
  icon: 'message-square',
  swatch: { colour: '#f3dfae', pattern: 'none' },
  pulls: 'both',
  seenBy: 'line',
  reading: 'text',
  content: ['text', 'tip'],
  first: ['text', 'face.size', 'ink', 'fill', 'outline', 'lead'],
  fields: ranged(CalloutLook, [
    ...tipFields('values.tail'),
    ...TEXT_FIELDS,
    { path: 'fill', label: 'values.fill', type: 'colour' },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', type: 'px', digits: 1 },
    { path: 'corner', label: 'values.cornerRadius', type: 'px' },
    { path: 'padding', label: 'values.padding', type: 'px' },
    {
      path: 'lead',
      label: 'values.pointsWith',
      when: ['tip'],
      type: 'choice',
      options: [
        { value: 'tail', label: 'values.aShortTail' },
        { value: 'line', label: 'values.aLineToADot' },
        { value: 'wedge', label: 'values.aTailAllTheWay' },
      ],
    },
    { path: 'tailPx', label: 'values.tailWidth', when: ['lead', 'tail', 'wedge'], type: 'px' },
    { path: 'tailLong', label: 'values.tailLength', when: ['lead', 'tail'], type: 'px' },
    { path: 'line', label: 'values.line', when: ['lead', 'line'], type: 'colour' },
    { path: 'linePx', label: 'values.lineWidth', when: ['lead', 'line'], type: 'px', digits: 1 },
    { path: 'dotPx', label: 'values.dotSize', when: ['lead', 'line'], type: 'px' },
    { path: 'halo', label: 'values.lineHalo', when: ['lead', 'line'], type: 'colour', optional: true },
    { path: 'strip', label: 'values.leftStrip', type: 'colour', optional: true },
    { path: 'stripPx', label: 'values.stripWidth', when: ['strip'], type: 'px' },
    { path: 'mark', label: 'values.cornerNumber', type: 'text' },
    { path: 'markFill', label: 'values.numberBackground', type: 'colour' },
    { path: 'markInk', label: 'values.numberColour', type: 'colour' },
    { path: 'rough', label: 'values.handDrawnRoughness', type: 'px', digits: 1 },
  ]),
  size: (e) => ({
    w: e.width,
    h: e.look.fitText
      ? linesHeight(e.look.text, e.look.face, e.width - (e.look.strip ? e.look.stripPx : 0), e.look.padding)
      : e.height,
  }),
  heightByHand(e) {
    e.look.fitText = false
  },
  kept: keptTip,
  draw(e) {
    const { look } = e
    const box = localBox(e, callout.size(e))
    const tip = localTip(e)
    const end =
      look.lead === 'wedge'
        ? tip
        : look.lead === 'tail'
          ? shortTail(box, look.corner, tip, look.tailPx, look.tailLong)
          : null
    const leader = look.lead === 'line' && tip ? leaderShapes(e, box, tip) : { shapes: [], reach: null }
    const mark = look.mark ? markShapes(look, box) : { shapes: [], reach: null }
    const rim = look.outline ? look.outlinePx : 0
    const reach = [end && { x: end.x, y: end.y, w: 0, h: 0 }, leader.reach, mark.reach].reduce<Rect>(
      (all, r) => (r ? union(all, r) : all),
      box,
    )
    const strip = look.strip ? Math.min(look.stripPx, box.w) : 0
    const inner = { ...box, x: box.x + strip, w: box.w - strip }
    const lines = linesPath(look.text, look.face, { align: look.align, box: inner, padding: look.padding })
    const outlined = outlineShapes(e, balloon(box, look.corner, end, look.tailPx), rim)
    return [
      {
        shapes: [
          ...leader.shapes,
          ...outlined.slice(0, 1),
          ...(strip > 0 ? [{ type: 'path' as const, d: leftOf(box, look.corner, strip), fill: look.strip! }] : []),
          ...outlined.slice(1),
          ...(lines ? [{ type: 'path' as const, d: lines, fill: look.ink }] : []),
          ...mark.shapes,
        ],
        box: grown(reach, 2 + rim * 2 + look.rough * 2),
      },
    ]
  },
  added: {
    lasts: (e, fps) => readableFrames(e.look.text, fps),
    put(e, { at, safe, view, lesson }) {
      const unit = unitOf(lesson.frame) * (view.h / lesson.frame.height)
      const stands = besideSpot(at, callout.size(e), safe, 100 * unit)
      Object.assign(e, { x: Math.round(stands.x), y: Math.round(stands.y) })
      e.look.tip = { ...at }
    },
  },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: Math.round(420 * unit),
      height: Math.round(96 * unit),
      look: CalloutLook.parse({
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
        lead: 'tail',
        tailPx: 44 * unit,
        tailLong: 34 * unit,
      }),
    }
  },
  roles: { ...leading('kinds.tail', 'values.tail', swung) },
}
