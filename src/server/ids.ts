import { randomBytes } from 'node:crypto'

/** Twelve letters and digits. */
export const newId = (): string => {
  const letters = 'abcdefghijkmnpqrstuvwxyz23456789'
  return [...randomBytes(12)].map((b) => letters[b % 32]).join('')
}
/** Whether a text could be an id, and may stand in a file's name. */
export const isId = (text: string): boolean => /^[a-z0-9-]{1,40}$/i.test(text)
