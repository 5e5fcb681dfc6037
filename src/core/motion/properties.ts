import { kindOf, setAt, valueAt } from '../elements'
import type { Element } from '../lesson/schema'
import type { KeyValue } from './mix'

/** A value of an element that can be keyed: where it stands, what it is called, how it is typed. */
export interface Property {
  path: string
  label: string
  type: 'px' | 'degrees' | 'percent' | 'factor' | 'number' | 'colour'
  min: number
  max: number
}

const of = (path: string, label: string, type: Property['type'], min: number, max: number): Property => ({
  path,
  label,
  type,
  min,
  max,
})
const COMMON: Property[] = [
  of('x', 'x', 'px', -100_000, 100_000),
  of('y', 'y', 'px', -100_000, 100_000),
  of('width', 'Width', 'px', 0, 100_000),
  of('height', 'Height', 'px', 0, 100_000),
  of('scale.x', 'Scale across', 'factor', -100, 100),
  of('scale.y', 'Scale down', 'factor', -100, 100),
  of('rotation', 'Turn', 'degrees', -36_000, 36_000),
  of('tilt.upright', 'Tilt left and right', 'degrees', -36_000, 36_000),
  of('tilt.level', 'Tilt up and down', 'degrees', -36_000, 36_000),
  of('opacity', 'Opacity', 'percent', 0, 1),
  of('anchor.x', 'Anchor across', 'percent', 0, 1),
  of('anchor.y', 'Anchor down', 'percent', 0, 1),
  of('reveal.shown', 'Reveal', 'number', 0, 100),
  of('blurPx', 'Blur', 'px', 0, 200),
  of('crop.left', 'Crop left', 'percent', 0, 1),
  of('crop.right', 'Crop right', 'percent', 0, 1),
  of('crop.top', 'Crop top', 'percent', 0, 1),
  of('crop.bottom', 'Crop bottom', 'percent', 0, 1),
]
/** What a zoom can be keyed by: the rectangle it shows. */
const FRAMED = new Set(['x', 'y', 'width', 'height'])
const byKind = new Map<string, Property[]>()
/** Every property of an element that can be keyed, its place first, then those of its kind. */
export function propertiesOf(e: Element): Property[] {
  const more = (e.look.kind === 'callout' && e.look.tip) || (e.look.kind === 'still' && e.look.swap)
  const key = `${e.look.kind}${more ? ' with more' : ''}`
  let list = byKind.get(key)
  if (!list) {
    if (e.look.kind === 'zoom') list = COMMON.filter((p) => FRAMED.has(p.path))
    else {
      list = [...COMMON]
      if (e.look.kind === 'callout' && e.look.tip)
        list.push(
          of('look.tip.x', 'Tail x', 'px', -100_000, 100_000),
          of('look.tip.y', 'Tail y', 'px', -100_000, 100_000),
        )
      for (const f of kindOf(e).fields) {
        if (e.look.kind === 'still' && !e.look.swap) continue
        if (f.type === 'px' || f.type === 'number') list.push(of(`look.${f.path}`, f.label, f.type, f.min, f.max))
        if (f.type === 'colour') list.push(of(`look.${f.path}`, f.label, 'colour', 0, 0))
      }
    }
    byKind.set(key, list)
  }
  return list
}
export const propertyOf = (e: Element, path: string): Property | undefined =>
  propertiesOf(e).find((p) => p.path === path)
export const propertyValue = (e: Element, path: string): KeyValue => valueAt(e, path) as KeyValue
/**
 * A value as it can be keyed; undefined where an element of this kind has no such property, whether or not its path
 * leads somewhere.
 */
export const keyableValue = (e: Element, path: string): KeyValue | undefined =>
  propertyOf(e, path) ? propertyValue(e, path) : undefined

const keysOf = new Map<string, string[]>()
/**
 * A copy of an element with values set by path; what is not touched is shared. A value whose place is not there is left
 * out.
 */
export function withValues(e: Element, values: Iterable<[string, KeyValue]>): Element {
  const out = { ...e } as Element
  const own = new Set<object>([out])
  for (const [path, value] of values) {
    let keys = keysOf.get(path)
    if (!keys) keysOf.set(path, (keys = path.split('.')))
    let holder = out as unknown as Record<string, unknown>
    let i = 0
    for (; i < keys.length - 1; i++) {
      let next = holder[keys[i]!] as Record<string, unknown> | null
      if (next === null || typeof next !== 'object') break
      if (!own.has(next)) {
        next = { ...next }
        own.add(next)
        holder[keys[i]!] = next
      }
      holder = next
    }
    if (i === keys.length - 1) holder[keys[i]!] = value
  }
  return out
}
export { setAt }
