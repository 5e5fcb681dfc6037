import type { Rate } from '../../time'

/** What goes on as time goes by, and so has a beginning of its own. */
export interface Runs {
  /** A draft loses its first frames: what it plays goes on with what comes after them. */
  cutOff(frames: number, rate: Rate): void
  /** A draft comes to another rate: what else of it is counted in frames. */
  rerate(to: (frames: number) => number): void
}
