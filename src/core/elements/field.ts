/** A value of an element's look that can be changed by hand: where it stands, what it is called, and what it may be. */
export type Field = { path: string; label: string } & (
  | { type: 'px' | 'frames' | 'number'; min: number; max: number; unit?: string; digits?: number }
  | { type: 'colour'; optional?: boolean }
  | { type: 'choice'; options: readonly { value: string; label: string }[] }
  | { type: 'tick' }
  | { type: 'text' }
  | { type: 'font' }
)

/** The value at a dotted path, `face.size`. */
export const valueAt = (of: unknown, path: string): unknown => path.split('.').reduce<unknown>((v, k) => (v as Record<string, unknown> | null | undefined)?.[k], of)
/** Sets the value at a dotted path of a draft. */
export function setAt(of: object, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = keys.pop()!
  const holder = keys.reduce<Record<string, unknown>>((v, k) => v[k] as Record<string, unknown>, of as Record<string, unknown>)
  holder[last] = value
}
