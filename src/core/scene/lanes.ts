/**
 * Lays spans into lanes so that none overlap in a lane: each into the first lane that is free at its start. Gives each
 * span's lane, in the order given.
 */
export function lanes(spans: readonly { from: number; to: number }[]): { lane: number[]; count: number } {
  const order = spans.map((_, i) => i).sort((a, b) => spans[a]!.from - spans[b]!.from || a - b)
  const ends: number[] = []
  const lane = new Array<number>(spans.length).fill(0)
  for (const i of order) {
    let n = ends.findIndex((end) => end <= spans[i]!.from)
    if (n < 0) n = ends.length
    ends[n] = spans[i]!.to
    lane[i] = n
  }
  return { lane, count: Math.max(1, ends.length) }
}

/** For each span, the frame up to which its lane is free behind it; Infinity behind the last one. */
export function freeAfter(spans: readonly { from: number; to: number }[], lane: readonly number[]): number[] {
  const free = new Array<number>(spans.length).fill(Infinity)
  const next = new Map<number, number>()
  const order = spans.map((_, i) => i).sort((a, b) => spans[b]!.from - spans[a]!.from || b - a)
  for (const i of order) {
    free[i] = next.get(lane[i]!) ?? Infinity
    next.set(lane[i]!, spans[i]!.from)
  }
  return free
}
