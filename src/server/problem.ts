import { inWords, toWords, type Said } from '../words/words'

/**
 * A class whose instances are known by a mark and not by the class itself: the server's routes and the work it does by
 * itself are bundled apart, each with a copy of every module.
 */
const known =
  (mark: symbol) =>
  (e: unknown): boolean =>
    typeof e === 'object' && e !== null && mark in e
const PROBLEM = Symbol.for('vivid-vane.problem')
const INTERRUPTED = Symbol.for('vivid-vane.interrupted')

/** Something a person can put right: what is wrong, with what, and what to do. */
export class Problem extends Error {
  readonly [PROBLEM] = true
  static override [Symbol.hasInstance] = known(PROBLEM)
  constructor(
    readonly status: number,
    readonly said: Said,
    readonly facts: Record<string, unknown> = {},
  ) {
    super(toWords(said))
  }
}

/**
 * Work that was ended by something outside it, such as a machine short of memory; it may well succeed the next time.
 */
export class Interrupted extends Error {
  readonly [INTERRUPTED] = true
  static override [Symbol.hasInstance] = known(INTERRUPTED)
  constructor(what: string) {
    super(inWords('running.wasEndedFromOutside', what))
  }
}
