import { kindName, type ElementKind } from './looks'
import { Element } from '../lesson/schema'
import { ranged, type Unranged } from '../values/ranged'
import { isNumber, memoByText, type Field, type NumberField, type Unit } from '../values'
import type { Kind } from './kind'
import { kindNamed } from './registry'
import type { Said } from '../../words/words'

type Number = Field & NumberField
const of = (path: string, label: Said, type: Unit, more: { keyed?: false; posed?: true } = {}): Unranged => ({
  path,
  label,
  type,
  inPanel: false,
  ...more,
})
/** How it stands off its place before a typed arrival, or after a typed departure. */
const offOf = (which: 'arrival' | 'departure'): Unranged[] => [
  of(`${which}.off.dx`, 'values.offAcross', 'across', { keyed: false }),
  of(`${which}.off.dy`, 'values.offDown', 'down', { keyed: false }),
  of(`${which}.off.turn`, 'values.offTurned', 'degrees', { keyed: false }),
  of(`${which}.off.scale`, 'values.offScale', 'factor', { keyed: false }),
  of(`${which}.off.opacity`, 'values.offOpacity', 'share', { keyed: false }),
]
/** What every element has, in the order in which it is told; the values that can be keyed first. */
const COMMON = ranged(Element, [
  of('x', 'values.x', 'across'),
  of('y', 'values.y', 'down'),
  of('width', 'values.width', 'px', { posed: true }),
  of('height', 'values.height', 'px', { posed: true }),
  of('scale.x', 'values.scaleWidth', 'factor', { posed: true }),
  of('scale.y', 'values.scaleHeight', 'factor', { posed: true }),
  of('rotation', 'values.turn', 'degrees', { posed: true }),
  of('tilt.upright', 'values.tiltLeftAndRight', 'degrees', { posed: true }),
  of('tilt.level', 'values.tiltUpAndDown', 'degrees', { posed: true }),
  of('opacity', 'values.opacity', 'share', { posed: true }),
  of('anchor.x', 'values.anchorPointAcross', 'share'),
  of('anchor.y', 'values.anchorPointDown', 'share'),
  of('reveal.shown', 'values.reveal', 'percent', { posed: true }),
  of('blurPx', 'values.blur', 'px'),
  of('cornerPx', 'values.roundCorners', 'px'),
  of('crop.left', 'values.cropLeft', 'share', { posed: true }),
  of('crop.right', 'values.cropRight', 'share', { posed: true }),
  of('crop.top', 'values.cropTop', 'share', { posed: true }),
  of('crop.bottom', 'values.cropBottom', 'share', { posed: true }),
  of('shadow.dx', 'values.shadowToTheRight', 'px', { keyed: false }),
  of('shadow.dy', 'values.shadowDown', 'px', { keyed: false }),
  of('shadow.blurPx', 'values.shadowSoftness', 'px', { keyed: false }),
  of('arrival.frames', 'values.arrival', 'frames', { keyed: false }),
  of('departure.frames', 'values.departure', 'frames', { keyed: false }),
  ...offOf('arrival'),
  ...offOf('departure'),
  of('loop.everyFrames', 'values.blink', 'frames', { keyed: false }),
  of('loop.by', 'values.swellsOrTremblesBy', 'number', { keyed: false }),
]) as Number[]
/** What goes with the frame’s own sides is as wide and high as it is by the frame, not by what is drawn. */
const WITH_FRAME = COMMON.map((f): Number => {
  if (f.path === 'width') return { ...f, type: 'across' }
  return f.path === 'height' ? { ...f, type: 'down' } : f
})
/** What a zoom can be keyed by: the rectangle that it shows. */
const FRAMED = new Set(['x', 'y', 'width', 'height'])

/** Whether what every element has can be keyed of a kind: of what has no place nothing, of a view its rectangle. */
const keyedOf = (kind: Kind<ElementKind>, path: string): boolean => {
  if (kind.lies === 'nowhere') return false
  return kind.roles.view ? FRAMED.has(path) : true
}

const fieldsOfKind = memoByText((name): readonly Field[] => {
  const kind = kindNamed(name as ElementKind)
  const common = kind.lies === 'frame' || kind.lies === 'across' ? WITH_FRAME : COMMON
  return [
    ...common.map((f) => (keyedOf(kind, f.path) ? f : { ...f, keyed: false as const })),
    ...kind.fields.map((f) => ({ ...f, path: `look.${f.path}` })),
  ]
})
/**
 * All the fields of an element’s kind by their paths in the element: what every element has, then what its look has.
 */
export const fieldsOf = (e: Element): readonly Field[] => fieldsOfKind(kindName(e))

/** A number that every element has. @throws Error when there is none at that path */
export function commonField(e: Element, path: string): Number {
  const field = fieldsOf(e).find((f) => f.path === path)
  if (!field || !isNumber(field)) throw new Error(`no element has a number at “${path}”`)
  return field
}

/** The paths of the two numbers of a point. */
export interface PointPaths {
  x: string
  y: string
}
const pointsOfKind = memoByText((name): readonly PointPaths[] => {
  const fields = fieldsOfKind(name)
  // How far something stands off its place is no place.
  const places = fields.filter((f) => f.keyed !== false || !f.path.includes('.off.'))
  const down = new Set(places.flatMap((f) => (f.type === 'down' ? [f.path] : [])))
  return places.flatMap(({ path, type }) => {
    const partner = path.replace(/x$/, 'y')
    return type === 'across' && partner !== path && down.has(partner) ? [{ x: path, y: partner }] : []
  })
})
/** The points of an element that lie in the pixels of its place: its own place first, then those that its look has. */
export const pointsOf = (e: Element): readonly PointPaths[] => pointsOfKind(kindName(e))
