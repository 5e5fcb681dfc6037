import type { IdleStretch } from '../../review/idle'

/** What is to come at another frame than it did. */
export interface Anchor {
  was: number
  is: number
  /** How bad it is when it comes a frame beside; Infinity: it has to come there. */
  weight: number
}
/** Frames of a recording as it was laid, with how many they are now; from = to: the picture waits there. */
export interface RetimedPiece extends IdleStretch {
  long: number
}

/** What rests goes at most so much faster, and keeps so many frames. */
const RESTS = { times: 8, least: 4 }
/** By which share what moves may go slower or faster where that is hardly seen. */
const EVENLY = 0.12
/** It goes at most so much faster before it is as bad as anything. */
const FASTEST = 2
/** How bad it is, a frame: what rests lasts otherwise; what moves does, hardly seen, or seen; it hurries. */
const COST = { rest: 0.05, evenly: 1, seen: 3, rush: 12 }
/** So many frames beside its place anything may come. */
const MOST_OFF = 30

/** What lies between two frames: what rests in it, and what moves. */
interface Between extends IdleStretch {
  rests: IdleStretch[]
  resting: number
  /** What resting stretches last at least, all together. */
  least: number
}
const length = (s: IdleStretch) => s.to - s.from
const leastOf = (s: IdleStretch) => Math.min(length(s), Math.max(RESTS.least, Math.ceil(length(s) / RESTS.times)))
function between(from: number, to: number, rests: readonly IdleStretch[]): Between {
  const own = rests
    .map((r) => ({ from: Math.max(from, r.from), to: Math.min(to, r.to) }))
    .filter((r) => length(r) > RESTS.least)
    .sort((a, b) => a.from - b.from)
  const sum = (of: (s: IdleStretch) => number) => own.reduce((n, s) => n + of(s), 0)
  return { from, to, rests: own, resting: sum(length), least: sum(leastOf) }
}

/** How so many frames are shared: among what moves, what rests, and waiting where something may move. */
interface Shares {
  moves: number
  rests: number
  waits: number
}
/** What rests takes all that is more, and gives what it can of what is less; what moves changes after that. */
function sharesOf(b: Between, long: number): Shares {
  const moved = length(b) - b.resting
  if (long < length(b)) {
    const moves = Math.min(moved, Math.max(0, long - b.least))
    return { moves, rests: long - moves, waits: 0 }
  }
  if (b.rests.length > 0) return { moves: moved, rests: long - moved, waits: 0 }
  const moves = Math.min(moved * (1 + EVENLY), long)
  return { moves, rests: 0, waits: long - moves }
}
/** How bad it is that what lies between two frames lasts so long: convex, piece by piece linear. */
function costOf(b: Between, long: number): number {
  if (long < 0) return Infinity
  const { moves, rests, waits } = sharesOf(b, long)
  const moved = length(b) - b.resting
  const changed = Math.abs(moves - moved)
  const evenly = Math.min(changed, moved * EVENLY)
  const seen = Math.min(changed, moved * (1 - 1 / FASTEST)) - evenly
  const rushed = changed - evenly - seen + Math.max(0, b.least - long)
  return (
    COST.rest * Math.abs(rests - b.resting) + COST.evenly * evenly + COST.seen * (seen + waits) + COST.rush * rushed
  )
}

/** What lies between two frames, gone through in so many: what rests first, then what moves, at last it waits. */
function piecesOf(b: Between, long: number): RetimedPiece[] {
  const { from, to, rests } = b
  if (to === from) return long > 0 ? [{ from, to, long }] : []
  if (long >= length(b) && rests.length > 0) {
    const { to: at } = rests.toSorted((p, q) => length(q) - length(p))[0]!
    return [
      { from, to: at, long: at - from },
      { from: at, to: at, long: long - length(b) },
      { from: at, to, long: to - at },
    ].filter((p) => p.long > 0)
  }
  const { moves, rests: resting } = sharesOf(b, long)
  if (long >= length(b)) {
    const went = Math.round(moves)
    return [
      { from, to, long: went },
      { from: to, to, long: long - went },
    ].filter((p) => p.long > 0)
  }
  const cut: (IdleStretch & { rests: boolean })[] = []
  let at = from
  for (const r of rests) {
    if (r.from > at) cut.push({ from: at, to: r.from, rests: false })
    cut.push({ ...r, rests: true })
    at = r.to
  }
  if (at < to) cut.push({ from: at, to, rests: false })
  const quick = length(b) > b.resting ? moves / (length(b) - b.resting) : 0
  // What rests gives way by the same share of what it can give.
  const given = b.resting > b.least ? (b.resting - resting) / (b.resting - b.least) : 0
  const wanted = cut.map((p) => (p.rests ? length(p) - given * (length(p) - leastOf(p)) : length(p) * quick))
  let done = 0
  let sum = 0
  return cut.map((p, i) => {
    sum += wanted[i]!
    const upTo = i === cut.length - 1 ? long : Math.min(long, Math.max(done, Math.round(sum)))
    const piece = { from: p.from, to: p.to, long: upTo - done }
    done = upTo
    return piece
  })
}

/**
 * How a recording is gone through so that what happens in it comes at other frames: of all ways the one with the least
 * change of speed, where what rests may last as long as is wanted, what moves goes a little slower or faster, and waits
 * or hurries only where nothing else helps. Found by dynamic programming over how far each anchor comes beside its
 * place (Bellman, 1957); the cost between two of them is convex.
 *
 * @param begin  the recording's first frame, and where that comes
 * @param end    the frame after its last one, and where that comes
 * @param anchors  in between, in the order of their frames
 * @param rests  frames in which nothing moves, [from, to)
 */
export function followed(
  begin: Omit<Anchor, 'weight'>,
  end: Omit<Anchor, 'weight'>,
  anchors: readonly Anchor[],
  rests: readonly IdleStretch[],
): RetimedPiece[] {
  const fixed = { weight: Infinity }
  const nodes: Anchor[] = [
    { ...begin, ...fixed },
    ...anchors.filter((a) => a.was > begin.was && a.was < end.was),
    { ...end, ...fixed },
  ]
  const offs = (n: Anchor) => (n.weight === Infinity ? 0 : MOST_OFF)
  const gaps = nodes.slice(1).map((n, i) => between(nodes[i]!.was, n.was, rests))
  /** What it costs at best until a node comes so far beside, and from which of the node before. */
  const best: { cost: number; from: number }[][] = [[{ cost: 0, from: 0 }]]
  for (let i = 1; i < nodes.length; i++) {
    const [last, node, gap, before] = [nodes[i - 1]!, nodes[i]!, gaps[i - 1]!, best[i - 1]!]
    const [p, q] = [offs(last), offs(node)]
    const step = node.is - last.is
    // The same length comes of many pairs.
    const costs = Array.from({ length: 2 * (p + q) + 1 }, (_, n) => costOf(gap, step + n - p - q))
    best.push(
      Array.from({ length: 2 * q + 1 }, (_, k) => {
        const off = k - q
        let least = { cost: Infinity, from: p }
        for (let j = 0; j < before.length; j++) {
          const all = before[j]!.cost + costs[off - (j - p) + p + q]!
          if (all < least.cost) least = { cost: all, from: j }
        }
        return { cost: least.cost + (off === 0 ? 0 : Math.abs(off) * node.weight), from: least.from }
      }),
    )
  }
  const at: number[] = []
  for (let i = nodes.length - 1, k = 0; i >= 0; i--) {
    at.unshift(nodes[i]!.is + k - offs(nodes[i]!))
    k = best[i]![k]!.from
  }
  return gaps.flatMap((gap, i) => piecesOf(gap, Math.max(0, at[i + 1]! - at[i]!)))
}
