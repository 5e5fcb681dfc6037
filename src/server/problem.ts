/** Something a person can put right: what is wrong, with what, and what to do. */
export class Problem extends Error {
  constructor(readonly status: number, sentence: string, readonly facts: Record<string, unknown> = {}) { super(sentence) }
}
