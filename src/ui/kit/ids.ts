const LETTERS = '0123456789abcdefghjkmnpqrstuvwxyz'

/** A short id with a word in front that says what it is: `callout-k3f9x2`. */
export const freshId = (what: string): string =>
  `${what}-${[...crypto.getRandomValues(new Uint8Array(6))].map((b) => LETTERS[b % LETTERS.length]).join('')}`
