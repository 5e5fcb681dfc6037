import { kindName, type ElementKind } from './looks'
import { Element } from '../lesson/schema'
import { ranged, type Unranged } from './ranged'
import { isNumber, memoByText, type Field, type NumberField, type Unit } from '../values'
import { kindNamed } from './registry'

type Number = Field & NumberField
const of = (path: string, label: string, type: Unit, more: { keyed?: false; posed?: true } = {}): Unranged => ({
  path,
  label,
  type,
  inPanel: false,
  ...more,
})
/** How it stands off its place before a typed arrival, or after a typed departure. */
const offOf = (which: 'arrival' | 'departure'): Unranged[] => [
  of(`${which}.off.dx`, 'Off across', 'across', { keyed: false }),
  of(`${which}.off.dy`, 'Off down', 'down', { keyed: false }),
  of(`${which}.off.turn`, 'Off turned', 'degrees', { keyed: false }),
  of(`${which}.off.scale`, 'Off scale', 'factor', { keyed: false }),
  of(`${which}.off.opacity`, 'Off opacity', 'share', { keyed: false }),
]
/** What every element has, in the order in which it is told; the values that can be keyed first. */
const COMMON = ranged(Element, [
  of('x', 'x', 'across'),
  of('y', 'y', 'down'),
  of('width', 'Width', 'px', { posed: true }),
  of('height', 'Height', 'px', { posed: true }),
  of('scale.x', 'Scale width', 'factor', { posed: true }),
  of('scale.y', 'Scale height', 'factor', { posed: true }),
  of('rotation', 'Turn', 'degrees', { posed: true }),
  of('tilt.upright', 'Tilt left and right', 'degrees', { posed: true }),
  of('tilt.level', 'Tilt up and down', 'degrees', { posed: true }),
  of('opacity', 'Opacity', 'share', { posed: true }),
  of('anchor.x', 'Anchor point across', 'share'),
  of('anchor.y', 'Anchor point down', 'share'),
  of('reveal.shown', 'Reveal', 'percent', { posed: true }),
  of('blurPx', 'Blur', 'px'),
  of('cornerPx', 'Round corners', 'px'),
  of('crop.left', 'Crop left', 'share', { posed: true }),
  of('crop.right', 'Crop right', 'share', { posed: true }),
  of('crop.top', 'Crop top', 'share', { posed: true }),
  of('crop.bottom', 'Crop bottom', 'share', { posed: true }),
  of('shadow.dx', 'Shadow to the right', 'px', { keyed: false }),
  of('shadow.dy', 'Shadow down', 'px', { keyed: false }),
  of('shadow.blurPx', 'Shadow softness', 'px', { keyed: false }),
  of('arrival.frames', 'Arrival', 'frames', { keyed: false }),
  of('departure.frames', 'Departure', 'frames', { keyed: false }),
  ...offOf('arrival'),
  ...offOf('departure'),
  of('loop.everyFrames', 'Blink', 'frames', { keyed: false }),
  of('loop.by', 'Swells or trembles by', 'number', { keyed: false }),
]) as Number[]
/** What goes with the frame’s own sides is as wide and high as it is by the frame, not by what is drawn. */
const WITH_FRAME = COMMON.map((f): Number => {
  if (f.path === 'width') return { ...f, type: 'across' }
  return f.path === 'height' ? { ...f, type: 'down' } : f
})
/** What a zoom can be keyed by: the rectangle that it shows. */
const FRAMED = new Set(['x', 'y', 'width', 'height'])

const fieldsOfKind = memoByText((name): readonly Field[] => {
  const kind = kindNamed(name as ElementKind)
  const common = (kind.withFrame ? WITH_FRAME : COMMON).map((f) =>
    kind.onlyFramed && !FRAMED.has(f.path) ? { ...f, keyed: false as const } : f,
  )
  const all: Field[] = [...common, ...kind.fields.map((f) => ({ ...f, path: `look.${f.path}` }))]
  const { onlyKeyed } = kind
  return onlyKeyed ? all.map((f) => (onlyKeyed.includes(f.path) ? f : { ...f, keyed: false as const })) : all
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
