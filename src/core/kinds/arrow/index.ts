import { ArrowLook } from './look'
import { ranged } from '../../values/ranged'
import { around, fix, grown, hundredth, type Point } from '../../geometry'
import type { Shape } from '../../display'
import type { Element } from '../../lesson/schema'
import { localBox, type Drawn, type ElementOf, type Kind } from '../kind'
import type { Handle } from '../roles/handles'
import type { Repointed } from '../roles/points'
import { seedOf, sketched } from '../sketch'
import { unitOf } from '../unit'

/** Where an arrow's two ends lie, in the pixels of its place. */
export function arrowEnds(e: Pick<Element, 'x' | 'y' | 'width' | 'rotation' | 'anchor'>): { tail: Point; tip: Point } {
  const r = (e.rotation * Math.PI) / 180
  const at = (d: number) => ({ x: e.x + Math.cos(r) * d, y: e.y + Math.sin(r) * d })
  return { tail: at(-e.anchor.x * e.width), tip: at((1 - e.anchor.x) * e.width) }
}

/** Place, length and turn of an arrow that leads from `tail` to `tip`, its anchor point kept in the middle. */
export function arrowBetween(tail: Point, tip: Point): Pick<Element, 'x' | 'y' | 'width' | 'rotation' | 'anchor'> {
  return {
    x: (tail.x + tip.x) / 2,
    y: (tail.y + tip.y) / 2,
    width: Math.max(1, Math.hypot(tip.x - tail.x, tip.y - tail.y)),
    rotation: (Math.atan2(tip.y - tail.y, tip.x - tail.x) * 180) / Math.PI,
    anchor: { x: 0.5, y: 0.5 },
  }
}

const rounded = ({ x, y, width, rotation, anchor }: ReturnType<typeof arrowBetween>) => ({
  x: hundredth(x),
  y: hundredth(y),
  width: hundredth(width),
  rotation: hundredth(rotation),
  anchor,
})

/** Its turn goes the shorter way, its length and bend stay unless it would leave the picture. */
function swung(e: ElementOf<'arrow'>, to: Point, frame: { width: number; height: number }): Repointed {
  const { tail, tip } = arrowEnds(e)
  const inside = (p: Point) => p.x >= 0 && p.y >= 0 && p.x <= frame.width && p.y <= frame.height
  const same = { x: to.x + tail.x - tip.x, y: to.y + tail.y - tip.y }
  const flips = [
    same,
    { x: 2 * to.x - same.x, y: same.y },
    { x: same.x, y: 2 * to.y - same.y },
    { x: 2 * to.x - same.x, y: 2 * to.y - same.y },
  ]
  const from = flips.find(inside) ?? same
  const flipped = (from.x !== same.x) !== (from.y !== same.y)
  const { x, y, width, rotation } = arrowBetween(from, to)
  const turn = ((((rotation - e.rotation) % 360) + 540) % 360) - 180
  const place = { x: hundredth(x), y: hundredth(y), width: hundredth(width), rotation: hundredth(e.rotation + turn) }
  const values: Repointed['values'] = {
    ...place,
    ...(e.anchor.x !== 0.5 && { 'anchor.x': 0.5, 'anchor.y': 0.5 }),
    ...(e.look.bend !== 0 && { 'look.bend': flipped ? -e.look.bend : e.look.bend }),
  }
  return { values, way: Math.hypot(to.x - tip.x, to.y - tip.y) }
}

/** How thick a tapered arrow is at its tail, of its thickness. */
const THIN = 0.22

/** What an arrow shows as far as it is drawn: its head goes ahead of its shaft. */
function arrowDrawn(e: ElementOf<'arrow'>, share: number): Drawn {
  const { look } = e
  const left = localBox(e, arrow.size(e)).x
  const tail = { x: left, y: 0 }
  const whole = { x: left + e.width, y: 0 }
  const lift = { x: (tail.x + whole.x) / 2, y: -look.bend * 2 }
  // The first part of a quadratic curve is one itself (de Casteljau).
  const between = (a: Point, b: Point): Point => ({ x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share })
  const control = between(tail, lift)
  const tip = share < 1 ? between(control, between(lift, whole)) : whole
  const dir = Math.atan2(tip.y - control.y, tip.x - control.x)
  const far = Math.hypot(tip.x - control.x, tip.y - control.y)
  const head = look.head === 'none' ? 0 : Math.min(look.headPx, far * (share < 1 ? 1.6 : 1))
  const back = (d: number, side: number): Point => ({
    x: tip.x - Math.cos(dir) * d - Math.sin(dir) * side,
    y: tip.y - Math.sin(dir) * d + Math.cos(dir) * side,
  })
  const end = look.head === 'full' ? back(head * 0.8, 0) : tip
  const p = (q: Point) => `${fix(q.x)} ${fix(q.y)}`
  const wing = head * 0.55
  const [left1, right1] = [back(head, wing), back(head, -wing)]
  const way = `M${p(tail)} Q${p(control)} ${p(end)}`
  const hand = (d: string, what: string) => (look.rough > 0 ? sketched(d, look.rough, seedOf(e.id + what)) : d)
  const open = `M${p(left1)} L${p(tip)} L${p(right1)}`
  const full =
    look.head === 'full'
      ? `M${p(tip)} L${p(left1)} ${look.form === 'tapered' ? `Q${p(back(head * 0.72, 0))} ` : 'L'}${p(right1)} Z`
      : ''
  const shapes: Shape[] = []
  const rim = look.outline ? look.outlinePx : 0
  const round = look.rough > 0 ? ({ join: 'round', cap: 'round' } as const) : {}
  const draw = (colour: string, extra: number) => {
    const rimmed = extra > 0 && { stroke: colour, lineWidth: extra, join: 'round' as const }
    if (look.form === 'tapered' && look.rough === 0)
      shapes.push({ type: 'path', d: tapered(tail, control, end, look.thickness), fill: colour, ...rimmed })
    else shapes.push({ type: 'path', d: hand(way, ''), stroke: colour, lineWidth: look.thickness + extra, ...round })
    if (look.head === 'full')
      shapes.push({ type: 'path', d: full, fill: colour, ...(extra > 0 && { stroke: colour, lineWidth: extra }) })
    if (look.head === 'open')
      shapes.push({ type: 'path', d: hand(open, ' head'), stroke: colour, lineWidth: look.thickness + extra, ...round })
  }
  if (look.outline && rim > 0) draw(look.outline, rim * 2)
  draw(look.colour, 0)
  const reach = around([tail, tip, control, left1, right1])
  return { shapes, box: grown(reach, look.thickness + rim * 2 + 2 + look.rough * 2) }
}

const STEPS = 24
/** A curve that is thin where it begins and as thick as said where it ends, as an outline. */
function tapered(a: Point, control: Point, b: Point, thick: number): string {
  const sides: [Point[], Point[]] = [[], []]
  for (let i = 0; i <= STEPS; i++) {
    const k = i / STEPS
    const at = (axis: 'x' | 'y') => (1 - k) ** 2 * a[axis] + 2 * k * (1 - k) * control[axis] + k * k * b[axis]
    const turn = (axis: 'x' | 'y') => (1 - k) * (control[axis] - a[axis]) + k * (b[axis] - control[axis])
    const long = Math.hypot(turn('x'), turn('y')) || 1
    const half = (thick * (THIN + (1 - THIN) * k)) / 2
    const off = { x: (-turn('y') / long) * half, y: (turn('x') / long) * half }
    sides[0].push({ x: at('x') + off.x, y: at('y') + off.y })
    sides[1].unshift({ x: at('x') - off.x, y: at('y') - off.y })
  }
  return `M${[...sides[0], ...sides[1]].map((q) => `${fix(q.x)} ${fix(q.y)}`).join(' L')} Z`
}

/** Its two ends and its bend. */
function handlesOf(e: ElementOf<'arrow'>): Handle[] {
  const { tail, tip } = arrowEnds(e)
  const left = localBox(e, arrow.size(e)).x
  return [
    { id: 'tail', label: 'values.tail', act: 'kinds.point', at: tail, in: 'place', kind: 'end' },
    { id: 'tip', label: 'values.tip', act: 'kinds.point', at: tip, in: 'place', kind: 'end' },
    {
      id: 'bend',
      label: 'values.bend',
      act: 'kinds.bend',
      at: { x: left + e.width / 2, y: -e.look.bend },
      in: 'own',
      kind: 'lift',
    },
  ]
}

/** One of them was dragged. */
function pulled(e: ElementOf<'arrow'>, handle: string, to: Point, local: Point): void {
  if (handle === 'bend') {
    e.look.bend = Math.round(-local.y)
    return
  }
  const ends = arrowEnds(e)
  Object.assign(e, rounded(handle === 'tip' ? arrowBetween(ends.tail, to) : arrowBetween(to, ends.tip)))
}

export const arrow: Kind<'arrow'> = {
  kind: 'arrow',
  title: 'kinds.arrow',
  icon: 'arrow-up-right',
  swatch: { colour: '#f0c0ac', pattern: 'repeating-linear-gradient(135deg, #0000 0 5px, #2b21182e 5px 6px)' },
  pulls: 'ends',
  thin: (e) => Math.abs(e.look.bend),
  seenBy: 'colour',
  first: ['bend', 'form', 'thickness', 'head', 'colour', 'outline'],
  fields: ranged(ArrowLook, [
    { path: 'bend', posed: true, label: 'values.bend', type: 'px' },
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'tapered', label: 'values.thinAtItsTail' },
        { value: 'even', label: 'values.evenlyThick' },
      ],
    },
    { path: 'thickness', label: 'values.thickness', type: 'px', digits: 1 },
    {
      path: 'head',
      label: 'values.head',
      type: 'choice',
      options: [
        { value: 'full', label: 'values.full' },
        { value: 'open', label: 'values.open' },
        { value: 'none', label: 'values.none' },
      ],
    },
    { path: 'headPx', label: 'values.headLength', type: 'px' },
    { path: 'colour', label: 'values.colour', type: 'colour' },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', type: 'px', digits: 1 },
    { path: 'rough', label: 'values.handDrawnRoughness', type: 'px', digits: 1 },
  ]),
  size: (e) => ({ w: e.width, h: Math.max(e.look.thickness, e.look.headPx) }),
  kept: (e, k) => ({ ...e, width: e.width * k, height: e.height * k, look: { ...e.look, bend: e.look.bend * k } }),
  draw: (e) => [arrowDrawn(e, 1)],
  drawPartly: (e, share) => (share <= 0 ? [] : [arrowDrawn(e, share)]),
  added: {
    put(e, { at, from, view }) {
      if (from) {
        Object.assign(e, rounded(arrowBetween(from, at)))
        return
      }
      const length = 240 * (view.h / 1080)
      const away = (v: number, from: number, long: number, share: number) =>
        v + (v < from + long / 2 ? 1 : -1) * length * share
      Object.assign(e, arrowBetween({ x: away(at.x, view.x, view.w, 0.78), y: away(at.y, view.y, view.h, 0.62) }, at))
    },
  },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: 260 * unit,
      height: 40 * unit,
      look: ArrowLook.parse({
        kind: 'arrow',
        bend: 0,
        thickness: 12 * unit,
        head: 'full',
        headPx: 46 * unit,
        colour: '#c8371b',
        outline: '#fff6e0',
        outlinePx: 4 * unit,
      }),
    }
  },
  roles: {
    points: (e) => ({ now: true, repoint: (to, frame) => swung(e, to, frame) }),
    handles: (e) => ({ all: handlesOf(e), pull: (handle, to, local) => pulled(e, handle, to, local) }),
  },
}
