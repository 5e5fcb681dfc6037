/** What samples are multiplied by at one of them, or at a time in microseconds. */
export interface Gain {
  at: number
  gain: number
}
export interface Level {
  atUs: number
  gain: number
}

/** What is multiplied by in between: evenly more or less; before the first the first, after the last one that. */
export function gainAt(levels: readonly Gain[], at: number): number {
  let before = levels[0]
  if (!before) return 1
  for (const next of levels) {
    if (next.at > at) {
      if (next === before) return next.gain
      return before.gain + ((next.gain - before.gain) * (at - before.at)) / (next.at - before.at)
    }
    before = next
  }
  return before.gain
}

/** At the lowest level that there is nothing is heard. */
const SILENT_DB = -60
export const gainOf = (levelDb: number): number => (levelDb <= SILENT_DB ? 0 : 10 ** (levelDb / 20))

/** Levels of two at once, by so much more or less. */
export function timesLevels(a: readonly Level[], b: readonly Level[], by: number): Level[] {
  if (b.length === 1) return a.map((l) => ({ ...l, gain: l.gain * b[0]!.gain * by }))
  const [as, bs] = [a, b].map((list) => list.map((l): Gain => ({ at: l.atUs, gain: l.gain })))
  const times = [...new Set([...a, ...b].map((l) => l.atUs))].sort((p, q) => p - q)
  return times.map((atUs) => ({ atUs, gain: gainAt(as!, atUs) * gainAt(bs!, atUs) * by }))
}
