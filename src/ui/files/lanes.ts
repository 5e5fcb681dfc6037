/** A file of no more bytes than this is small: it does not wait for large ones. */
const SMALL = 16 * 1024 ** 2
/** So many of each are sent at a time: a browser has six connections to a server, and edits go through them too. */
const AT_ONCE = 2

export interface Waiting {
  size: number
  /** Sends it; settled when that is over, however it went. */
  send: () => Promise<void>
}
/**
 * Files that are sent in an order of their own: small ones beside large ones, of each the first that came first.
 */
export class Lanes {
  private readonly lanes = [true, false].map((small) => ({ small, under: 0, waiting: [] as Waiting[] }))

  add(file: Waiting): void {
    const lane = this.lanes.find(({ small }) => small === file.size <= SMALL)!
    lane.waiting.push(file)
    this.go()
  }
  /** Takes a file out that has not begun. */
  remove(file: Waiting): void {
    for (const lane of this.lanes) lane.waiting = lane.waiting.filter((f) => f !== file)
  }
  private go(): void {
    for (const lane of this.lanes)
      while (lane.under < AT_ONCE && lane.waiting.length > 0) {
        const next = lane.waiting.shift()!
        lane.under++
        void next.send().finally(() => {
          lane.under--
          this.go()
        })
      }
  }
}
