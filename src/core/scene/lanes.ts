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

/** Bars of a track in lanes; those in a group stand right below it, one step further in. */
export interface Rows<E> {
  elements: E[]
  lane: number[]
  /** How many groups each is in. */
  depth: number[]
  count: number
  /** Each group with the lanes of its members, [from, to). */
  blocks: { group: E; from: number; to: number; depth: number }[]
}
/**
 * Lays the bars of a track into lanes.
 *
 * @param holder  the id of the group that an element is in; undefined when it is in none
 * @param holds   whether an element is a group, which gets a lane of its own with its members below
 */
export function rowsWithGroups<E extends { id: string }>(
  elements: readonly E[],
  spanOf: (e: E) => { from: number; to: number },
  holder: (e: E) => string | undefined,
  holds: (e: E) => boolean,
): Rows<E> {
  const out: Rows<E> = { elements: [], lane: [], depth: [], count: 0, blocks: [] }
  const put = (e: E, lane: number, depth: number) => {
    out.elements.push(e)
    out.lane.push(lane)
    out.depth.push(depth)
  }
  const here = new Set(elements.map((e) => e.id))
  const within = (group: string | undefined, depth: number): void => {
    const own = elements.filter((e) => {
      const by = holder(e)
      return (by !== undefined && here.has(by) ? by : undefined) === group
    })
    const single = own.filter((e) => !holds(e))
    if (single.length > 0) {
      const packed = lanes(single.map(spanOf))
      single.forEach((e, i) => put(e, out.count + packed.lane[i]!, depth))
      out.count += packed.count
    }
    for (const e of own.filter(holds)) {
      const from = out.count
      put(e, out.count++, depth)
      within(e.id, depth + 1)
      out.blocks.push({ group: e, from, to: out.count, depth })
    }
  }
  within(undefined, 0)
  out.count = Math.max(1, out.count)
  return out
}
