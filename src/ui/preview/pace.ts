/** Shares of the picture's width that are painted while it plays. */
const SHARES = [1, 0.75, 0.5] as const
/** So many frames dropped among the last painted ones are too many. */
const WINDOW = 30
const TOO_MANY = 2
/** After so many painted frames without a drop, the next time may try more pixels again. */
const EASY = 150

/**
 * Keeps the frame rate where a machine is slow: when frames are dropped while it plays, the preview is painted with
 * fewer pixels, never with fewer frames. Standing still, the picture is always whole.
 */
export class Pace {
  private step = 0
  private recent: number[] = []
  private clean = 0

  /** How much of the picture's width is to be painted now. */
  get share(): number {
    return SHARES[this.step]!
  }

  /** It begins to play: what went without a drop before may be tried with more pixels. */
  begin(): void {
    if (this.clean >= EASY && this.step > 0) this.step--
    this.recent = []
    this.clean = 0
  }
  /** A frame is about to be painted, after so many that were dropped. @returns the share to paint it with */
  after(dropped: number): number {
    this.clean = dropped > 0 ? 0 : this.clean + 1
    this.recent.push(dropped)
    if (this.recent.length > WINDOW) this.recent.shift()
    if (this.step < SHARES.length - 1 && this.recent.reduce((a, b) => a + b, 0) >= TOO_MANY) {
      this.step++
      this.recent = []
    }
    return this.share
  }
}
