import { kindName } from './looks'
import { Element } from '../lesson/schema'
import { ranged, type Unranged } from './ranged'
import type { Field, NumberField } from '../values'
import type { Unit } from '../values'
import { kindOf } from './registry'

type Number = Field & NumberField
const of = (path: string, label: string, type: Unit, more: { keyed?: false } = {}): Unranged => ({
  path,
  label,
  type,
  inPanel: false,
  ...more,
})
/** What every element has, in the order in which it is told; the values that can be keyed first. */
const COMMON = ranged(Element, [
  of('x', 'x', 'across'),
  of('y', 'y', 'down'),
  of('width', 'Width', 'px'),
  of('height', 'Height', 'px'),
  of('scale.x', 'Scale across', 'factor'),
  of('scale.y', 'Scale down', 'factor'),
  of('rotation', 'Turn', 'degrees'),
  of('tilt.upright', 'Tilt left and right', 'degrees'),
  of('tilt.level', 'Tilt up and down', 'degrees'),
  of('opacity', 'Opacity', 'share'),
  of('anchor.x', 'Anchor across', 'share'),
  of('anchor.y', 'Anchor down', 'share'),
  of('reveal.shown', 'Reveal', 'percent'),
  of('blurPx', 'Blur', 'px'),
  of('crop.left', 'Crop left', 'share'),
  of('crop.right', 'Crop right', 'share'),
  of('crop.top', 'Crop top', 'share'),
  of('crop.bottom', 'Crop bottom', 'share'),
  of('shadow.dx', 'Shadow across', 'px', { keyed: false }),
  of('shadow.dy', 'Shadow down', 'px', { keyed: false }),
  of('shadow.blurPx', 'Shadow softness', 'px', { keyed: false }),
  of('arrival.frames', 'Arrival', 'frames', { keyed: false }),
  of('departure.frames', 'Departure', 'frames', { keyed: false }),
  of('loop.everyFrames', 'Blink', 'frames', { keyed: false }),
]) as Number[]
/** What goes with the frame’s own sides is as wide and high as it is by the frame, not by what is drawn. */
const WITH_FRAME = COMMON.map((f): Number => {
  if (f.path === 'width') return { ...f, type: 'across' }
  return f.path === 'height' ? { ...f, type: 'down' } : f
})
/** What a zoom can be keyed by: the rectangle that it shows. */
const FRAMED = new Set(['x', 'y', 'width', 'height'])

const known = new Map<string, readonly Field[]>()
/**
 * All the fields of an element’s kind by their paths in the element: what every element has, then what its look has.
 */
export function fieldsOf(e: Element): readonly Field[] {
  const kind = kindName(e)
  let list = known.get(kind)
  if (!list) {
    const own = kindOf(e)
    const common = (own.withFrame ? WITH_FRAME : COMMON).map((f) =>
      own.onlyFramed && !FRAMED.has(f.path) ? { ...f, keyed: false as const } : f,
    )
    list = [...common, ...own.fields.map((f) => ({ ...f, path: `look.${f.path}` }))]
    known.set(kind, list)
  }
  return list
}

/** The paths of the two numbers of a point. */
export interface PointPaths {
  x: string
  y: string
}
const points = new Map<string, readonly PointPaths[]>()
/** The points of an element that lie in the pixels of its place: its own place first, then those that its look has. */
export function pointsOf(e: Element): readonly PointPaths[] {
  const kind = kindName(e)
  let list = points.get(kind)
  if (!list) {
    const down = new Set(fieldsOf(e).flatMap((f) => (f.type === 'down' ? [f.path] : [])))
    list = fieldsOf(e).flatMap(({ path, type }) => {
      const partner = path.replace(/x$/, 'y')
      return type === 'across' && partner !== path && down.has(partner) ? [{ x: path, y: partner }] : []
    })
    points.set(kind, list)
  }
  return list
}
