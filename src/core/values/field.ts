import { UNITS, type Unit } from './unit'
import type { Said } from '../../words/words'

/** A number of an element: what it is, and how small and large it may be. */
export interface NumberField {
  type: Unit
  min: number
  max: number
  digits?: number
}
/** A value of an element that can be changed by hand: where it stands, what it is called, what it is and may be. */
export type Field = {
  path: string
  label: Said
  /** Only where another value of the look is one of these; with none named, where it is set at all. */
  when?: readonly [path: string, ...values: (string | boolean)[]]
  /** It is changed on the picture, or by another field that shows it. */
  inPanel?: false
  /** It has one value for all the time that the element lasts. */
  keyed?: false
  /** A pose takes it, as it takes a place: changed with a later pose chosen, it is changed from that pose on. */
  posed?: true
} & (
  | NumberField
  /** `picked`: it is a colour of what is shown, and can be picked on the picture. */
  | { type: 'colour'; optional?: boolean; picked?: true }
  | { type: 'choice'; options: readonly { value: string; label: Said }[] }
  | { type: 'tick' }
  | { type: 'text' }
  | { type: 'font' }
  /** Another element, by its id. */
  | { type: 'element' }
  | { type: 'easing' }
  /** The path of an icon, chosen from a set; its name stands beside it. */
  | { type: 'icon' }
)

/** Whether a pose takes the value: places, sizes, turns and the like; what it looks like is the whole element's. */
export const isPosed = (f: Field): boolean => f.posed === true || f.type === 'across' || f.type === 'down'
export const isNumber = (f: Field): f is Field & NumberField => f.type in UNITS
/** A number brought to what its field may hold. */
export function fitting(f: NumberField, value: number): number {
  const v = UNITS[f.type].whole ? Math.round(value) : value
  return Math.min(f.max, Math.max(f.min, v))
}
/** Whether a number is one that its field may hold. */
export const fits = (f: NumberField, value: number): boolean => fitting(f, value) === value

/** The value at a dotted path, `face.size`. */
export const valueAt = (of: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((v, k) => (v as Record<string, unknown> | null | undefined)?.[k], of)
/** Sets the value at a dotted path of a draft. */
export function setAt(of: object, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = keys.pop()!
  const holder = keys.reduce<Record<string, unknown>>(
    (v, k) => v[k] as Record<string, unknown>,
    of as Record<string, unknown>,
  )
  holder[last] = value
}

/** Whether a field says anything about a look as it is now. */
export function applies(f: Field, look: object): boolean {
  if (!f.when) return true
  const [path, ...values] = f.when
  const value = valueAt(look, path)
  return values.length === 0 ? value !== null && value !== undefined : values.includes(value as string)
}
