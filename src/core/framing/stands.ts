/**
 * Where one stand may lie along one axis, where it would rather lie and how strongly, and what a length is measured by.
 */
export interface StandSlot {
  from: number
  to: number
  wish: number
  pull: number
  scale: number
  /** It is left again so soon that turning back would be seen as hunting. */ soon: boolean
}

const TURN = 0.7
/** Slots solved together, and how many of them are kept before the next lot begins. */
const WINDOW = 48
const KEPT = 32

/**
 * Places along one axis with the least way between them: minimises Σ|pᵢ − pᵢ₊₁| + pullᵢ·|pᵢ − wishᵢ| within the slots,
 * with a price for turning back at a slot that is left soon. The optimum of this linear program lies where some bound
 * or wish lies, so trying those is exact (dynamic programming). Long rows are solved in overlapping windows.
 */
export function still1d(slots: readonly StandSlot[]): number[] {
  const out: number[] = []
  while (out.length < slots.length) {
    const from = out.length
    const window = slots.slice(from, from + WINDOW)
    const solved = solve(window, from > 0 ? out[from - 1]! : null)
    out.push(...(from + WINDOW >= slots.length ? solved : solved.slice(0, KEPT)))
  }
  return out
}

function solve(slots: readonly StandSlot[], before: number | null): number[] {
  const corners = [
    ...new Set(
      slots
        .flatMap((s) => [s.from, s.to, s.wish])
        .concat(before === null ? [] : [before])
        .map((v) => Math.round(v * 64) / 64),
    ),
  ].sort((a, b) => a - b)
  const choices = slots.map((s) => {
    const inside = corners.filter((c) => c >= s.from - 0.02 && c <= s.to + 0.02)
    return inside.length > 0 ? inside : [s.from]
  })
  // For each choice of a place, and each way in which the view came there (back, not at all, on), the least cost.
  type Cell = { cost: number; via: number; way: number }
  const table: Cell[][] = []
  for (const [i, s] of slots.entries()) {
    const row: Cell[] = []
    for (const p of choices[i]!) {
      const own = (s.pull * Math.abs(p - s.wish)) / s.scale
      const cells: Cell[] = [0, 1, 2].map(() => ({ cost: Infinity, via: -1, way: 1 }))
      if (i === 0) {
        const d = before === null ? 0 : p - before
        cells[d < 0 ? 0 : d > 0 ? 2 : 1]!.cost = own + Math.abs(d) / s.scale
      } else {
        for (const [j, q] of choices[i - 1]!.entries()) {
          const d = p - q
          const way = d < -0.5 ? 0 : d > 0.5 ? 2 : 1
          for (let w = 0; w < 3; w++) {
            const last = table[i - 1]![j * 3 + w]!
            if (last.cost === Infinity) continue
            // A short stand keeps in mind which way the view was going.
            const turned = slots[i - 1]!.soon && ((w === 0 && way === 2) || (w === 2 && way === 0))
            const cost = last.cost + own + Math.abs(d) / s.scale + (turned ? TURN : 0)
            const now = way === 1 && slots[i - 1]!.soon ? w : way
            if (cost < cells[now]!.cost) cells[now] = { cost, via: j, way: w }
          }
        }
      }
      row.push(...cells)
    }
    table.push(row)
  }
  const out: number[] = []
  let at = table.at(-1)!.reduce((best, c, i, all) => (c.cost < all[best]!.cost ? i : best), 0)
  for (let i = slots.length - 1; i >= 0; i--) {
    out[i] = choices[i]![Math.floor(at / 3)]!
    const c = table[i]![at]!
    if (i > 0) at = c.via * 3 + c.way
  }
  return out
}
