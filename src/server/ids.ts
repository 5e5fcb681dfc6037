import { randomBytes } from 'node:crypto'

/** Twelve letters and digits. */
export const newId = (): string => {
  const letters = 'abcdefghijkmnpqrstuvwxyz23456789'
  return [...randomBytes(12)].map((b) => letters[b % 32]).join('')
}
