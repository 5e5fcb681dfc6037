const LETTERS = '0123456789abcdefghjkmnpqrstuvwxyz'

/** Six letters that nobody has drawn before, as good as surely. */
export const freshSeed = (): string =>
  [...crypto.getRandomValues(new Uint8Array(6))].map((b) => LETTERS[b % LETTERS.length]).join('')
/** A short id with a word in front that says what it is: `callout-k3f9x2`. */
export const freshId = (what: string): string => `${what}-${freshSeed()}`
