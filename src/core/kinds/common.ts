import { kindName } from './looks'
import type { Element } from '../lesson/schema'
import type { Field, NumberField } from '../values'
import type { Unit } from '../values'
import { kindOf } from './registry'

type Number = Field & NumberField
const of = (
  path: string,
  label: string,
  type: Unit,
  min: number,
  max: number,
  more: { keyed?: false } = {},
): Number => ({
  path,
  label,
  type,
  min,
  max,
  inPanel: false,
  ...more,
})
const FAR = 100_000
const OFTEN_ROUND = 36_000
const LONG = 100_000

/** What every element has, in the order in which it is told; the values that can be keyed first. */
const COMMON: readonly Number[] = [
  of('x', 'x', 'across', -FAR, FAR),
  of('y', 'y', 'down', -FAR, FAR),
  of('width', 'Width', 'px', 0, FAR),
  of('height', 'Height', 'px', 0, FAR),
  of('scale.x', 'Scale across', 'factor', -100, 100),
  of('scale.y', 'Scale down', 'factor', -100, 100),
  of('rotation', 'Turn', 'degrees', -OFTEN_ROUND, OFTEN_ROUND),
  of('tilt.upright', 'Tilt left and right', 'degrees', -OFTEN_ROUND, OFTEN_ROUND),
  of('tilt.level', 'Tilt up and down', 'degrees', -OFTEN_ROUND, OFTEN_ROUND),
  of('opacity', 'Opacity', 'share', 0, 1),
  of('anchor.x', 'Anchor across', 'share', 0, 1),
  of('anchor.y', 'Anchor down', 'share', 0, 1),
  of('reveal.shown', 'Reveal', 'percent', 0, 100),
  of('blurPx', 'Blur', 'px', 0, 200),
  of('crop.left', 'Crop left', 'share', 0, 1),
  of('crop.right', 'Crop right', 'share', 0, 1),
  of('crop.top', 'Crop top', 'share', 0, 1),
  of('crop.bottom', 'Crop bottom', 'share', 0, 1),
  of('shadow.dx', 'Shadow across', 'px', -FAR, FAR, { keyed: false }),
  of('shadow.dy', 'Shadow down', 'px', -FAR, FAR, { keyed: false }),
  of('shadow.blurPx', 'Shadow softness', 'px', 0, 200, { keyed: false }),
  of('arrival.frames', 'Arrival', 'frames', 0, LONG, { keyed: false }),
  of('departure.frames', 'Departure', 'frames', 0, LONG, { keyed: false }),
  of('loop.everyFrames', 'Blink', 'frames', 1, 10_000, { keyed: false }),
]
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
