import { BadgeLook } from './look'
import { ranged } from '../../values/ranged'
import { lookOf } from '../looks'
import { fix, grown, union, type Point, type Rect } from '../../geometry'
import { inOwnPixels, keptTip, leading, swungTo, tipFields } from '../aim'
import { besideSpot } from '../beside'
import { localBox, type Kind } from '../kind'
import { linesPath } from '../lines'
import { ellipse } from '../outline'
import { unitOf } from '../unit'

/** The dot at the end of its line is so many times as wide as the line. */
const DOT = 3
/** From a new badge to its spot, in pixels of a frame 1080 high. */
const GAP = 70

/** A line from the circle's rim to a spot outside it; null where the spot lies inside. */
function leaderTo(box: Rect, tip: Point): string | null {
  const [cx, cy] = [box.x + box.w / 2, box.y + box.h / 2]
  const away = Math.hypot(tip.x - cx, tip.y - cy)
  if (away <= box.w / 2) return null
  const k = box.w / 2 / away
  return `M${fix(cx + (tip.x - cx) * k)} ${fix(cy + (tip.y - cy) * k)} L${fix(tip.x)} ${fix(tip.y)}`
}

export const badge: Kind<'badge'> = {
  kind: 'badge',
  title: 'kinds.numberBadge',
  icon: 'map-pin',
  swatch: {
    colour: '#cfe3df',
    pattern: 'radial-gradient(circle at 8px 8px, #2b211833 3px, #0000 3.5px)',
    tile: '16px 16px',
  },
  pulls: 'shape',
  seenBy: 'fill',
  content: ['number', 'tip'],
  first: ['number', 'face.size', 'ink', 'fill', 'outline'],
  fields: ranged(BadgeLook, [
    ...tipFields('values.line'),
    { path: 'number', label: 'values.number', type: 'count' },
    { path: 'face', label: 'values.font', type: 'font' },
    { path: 'face.size', label: 'values.figureSize', type: 'px' },
    { path: 'ink', label: 'values.figureColour', type: 'colour' },
    { path: 'fill', label: 'values.fill', type: 'colour' },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', when: ['outline'], type: 'px', digits: 1 },
    { path: 'line', label: 'values.lineColour', when: ['tip'], type: 'colour' },
    { path: 'linePx', label: 'values.lineWidth', when: ['tip'], type: 'px', digits: 1 },
  ]),
  size: (e) => ({ w: e.width, h: e.width }),
  kept: keptTip,
  draw(e) {
    const { look } = e
    const box = localBox(e, badge.size(e))
    const tip = look.tip && inOwnPixels(e, look.tip)
    const leader = tip && leaderTo(box, tip)
    const rim = look.outline ? look.outlinePx : 0
    const dot = (look.linePx * DOT) / 2
    const dotBox = leader ? { x: tip.x - dot, y: tip.y - dot, w: 2 * dot, h: 2 * dot } : box
    const figure = linesPath(String(Math.round(look.number)), look.face, { align: 'centre', box, padding: 0 })
    const round = ellipse(box)
    return [
      {
        shapes: [
          ...(leader
            ? [
                { type: 'path' as const, d: leader, stroke: look.line, lineWidth: look.linePx, cap: 'round' as const },
                { type: 'path' as const, d: ellipse(dotBox), fill: look.line },
              ]
            : []),
          { type: 'path', d: round, fill: look.fill, ...(rim > 0 && { stroke: look.outline!, lineWidth: rim * 2 }) },
          ...(figure ? [{ type: 'path' as const, d: figure, fill: look.ink }] : []),
        ],
        box: grown(union(box, dotBox), 2 + rim * 2 + look.linePx),
      },
    ]
  },
  added: {
    put(e, { at, safe, view, lesson }) {
      const gap = GAP * unitOf(lesson.frame) * (view.h / lesson.frame.height)
      const stands = besideSpot(at, badge.size(e), safe, gap)
      Object.assign(e, { x: Math.round(stands.x), y: Math.round(stands.y) })
      e.look.tip = { ...at }
    },
  },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    const numbers = lesson.elements.flatMap((e) => {
      const look = lookOf(e)
      return look.kind === 'badge' ? [look.number] : []
    })
    return {
      space: 'framed',
      width: Math.round(64 * unit),
      height: Math.round(64 * unit),
      look: {
        kind: 'badge',
        number: Math.min(999, Math.max(0, ...numbers) + 1),
        face: { family: 'Public Sans', weight: 700, size: Math.round(34 * unit), lineHeight: 1.3 },
        ink: '#fffdf8',
        fill: '#1f4a46',
        outline: '#fffdf8',
        outlinePx: 3 * unit,
        line: '#1f4a46',
        linePx: 4 * unit,
        tip: null,
      },
    }
  },
  roles: { ...leading('kinds.leaderLine', 'values.leaderLine', swungTo) },
}
