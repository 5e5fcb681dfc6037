import type { Point } from '../geometry'

/** A frame at which the view may go over from one stand to the next, and the pointer's flight around it. */
export interface Break {
  at: number
  from: number
  to: number
}

const FLYING = 3
const MOST_FLIGHT_S = 0.5
const SLOW_STEP_S = 0.35

/** Frames where the pointer flies fastest, and where it creeps, one every third of a second. */
export function breaksOf(pointer: readonly Point[], fps: number): Break[] {
  const n = pointer.length
  const speed = pointer.map((p, i) => (i === 0 ? 0 : Math.hypot(p.x - pointer[i - 1]!.x, p.y - pointer[i - 1]!.y)))
  const smooth = speed.map((_, i) => (speed[Math.max(0, i - 1)]! + 2 * speed[i]! + speed[Math.min(n - 1, i + 1)]!) / 4)
  const most = Math.round(MOST_FLIGHT_S * fps)
  const least = FLYING * (30 / fps)
  const out: Break[] = []
  const add = (at: number) => {
    const floor = smooth[at]! * 0.3
    let from = at
    let to = at
    while (from > 0 && at - from < most && smooth[from - 1]! > floor) from--
    while (to < n - 1 && to - at < most && smooth[to + 1]! > floor) to++
    out.push({ at, from, to })
  }
  let last = -Infinity
  for (let i = 1; i < n - 1; i++) {
    const peak = smooth[i]! >= least && smooth[i]! >= smooth[i - 1]! && smooth[i]! > smooth[i + 1]!
    const creep = smooth[i]! > 0.2 && i - last >= SLOW_STEP_S * fps
    if (!peak && !creep) continue
    if (peak && i - last < 0.12 * fps && out.length > 0) {
      if (smooth[i]! <= smooth[out.at(-1)!.at]!) continue
      out.pop()
    }
    add(i)
    last = i
  }
  return out
}
