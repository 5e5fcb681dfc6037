/** A value of an element's look that can be changed by hand: where it stands, what it is called, and what it may be. */
export type Field = {
  path: string
  label: string
  /** Only where another value of the look is one of these; with none named, where it is set at all. */
  when?: readonly [path: string, ...values: (string | boolean)[]]
} & (
  | { type: 'px' | 'frames' | 'number'; min: number; max: number; unit?: string; digits?: number }
  | { type: 'colour'; optional?: boolean }
  | { type: 'choice'; options: readonly { value: string; label: string }[] }
  | { type: 'tick' }
  | { type: 'text' }
  | { type: 'font' }
  | { type: 'easing' }
)

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
