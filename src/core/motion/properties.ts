import { fieldsOf, kindName } from '../kinds'
import { fitting, isNumber, setAt, valueAt, type Field, type NumberField, memoByText } from '../values'
import type { Element } from '../lesson/schema'
import type { KeyValue } from '../values'
import { toWords } from '../../words/words'

/** A value of an element that can be keyed: where it stands, what it is called, what it is. */
export type Property = Field & (NumberField | { type: 'colour' })

const isKeyed = (f: Field): f is Property =>
  f.keyed !== false && (f.type === 'colour' || (isNumber(f) && f.type !== 'frames'))
/** Where the value stands in: `look.tip` of `look.tip.x`. */
const holderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('.')))

const holders = new Map<string, string[]>()
/** The parts of an element that its values stand in, once each, by its kind. */
function holdersOf(e: Element): string[] {
  let list = holders.get(kindName(e))
  if (!list) {
    list = [...new Set(fieldsOf(e).map((f) => holderOf(f.path)))].filter((h) => h !== '' && h !== 'look')
    holders.set(kindName(e), list)
  }
  return list
}

const known = new Map<string, Property[]>()
/**
 * Every property of an element that can be keyed, its place first, then those of its kind; without those of a part that
 * it does not have.
 */
export function propertiesOf(e: Element): Property[] {
  const absent = holdersOf(e).filter((h) => (valueAt(e, h) ?? null) === null)
  const key = `${kindName(e)} ${absent.join()}`
  let list = known.get(key)
  if (!list)
    known.set(
      key,
      (list = fieldsOf(e)
        .filter(isKeyed)
        .filter((f) => !absent.includes(holderOf(f.path)))),
    )
  return list
}
/** What a property is called; by its path where the element has none such. */
export const nameOfProperty = (e: Element, path: string): string => {
  const p = propertyOf(e, path)
  return p ? toWords(p.label) : path
}
export const propertyOf = (e: Element, path: string): Property | undefined =>
  propertiesOf(e).find((p) => p.path === path)
export const propertyValue = (e: Element, path: string): KeyValue => valueAt(e, path) as KeyValue
/**
 * A value as it can be keyed: within what its field may hold, also where it was read halfway between two keyframes.
 * Undefined where an element of this kind has no such property, whether or not its path leads somewhere.
 */
export function keyableValue(e: Element, path: string): KeyValue | undefined {
  const property = propertyOf(e, path)
  const value = property && propertyValue(e, path)
  return typeof value === 'number' && property && isNumber(property) ? fitting(property, value) : value
}

const keysOf = memoByText((path) => path.split('.'))
/**
 * A copy of an element with values set by path; what is not touched is shared. A value whose place is not there is left
 * out.
 */
export function withValues(e: Element, values: Iterable<[string, KeyValue]>): Element {
  const out = { ...e } as Element
  const own = new Set<object>([out])
  for (const [path, value] of values) {
    const keys = keysOf(path)
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
