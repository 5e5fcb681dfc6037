import { current, isDraft } from 'immer'

/** A copy of a value, free of any draft. */
export const plain = <T>(value: T): T => structuredClone(isDraft(value) ? (current(value as object) as T) : value)
/** Pixels as they are stored: to a hundredth. */
export const hundredth = (v: number): number => Math.round(v * 100) / 100
