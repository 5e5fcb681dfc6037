import { breaksOf } from './breaks'
import { prepared, type FollowChoice, type FollowInput, type Prepared, type Stand } from './input'
import { comfortable, kept, lost, timed } from './moving'
import { split, standsFor, type StandStretch } from './stretches'

/**
 * A camera operator's framing: the view stands still while the pointer works inside its middle, sets off as the pointer
 * flies to somewhere else, and is there before the click. First the fewest stretches in which standing is possible
 * (dynamic programming over the pointer's flights), then for each the place with the least way between them (the linear
 * program of L1-optimal camera paths, Grundmann, Kwatra & Essa 2011, with true stills for its first differences; solved
 * exactly at its corners), then for each move the time at which the pointer is best kept.
 *
 * @returns stands in order; the first holds from frame 0, the last to the end
 */
export function followStands(given: FollowInput, choice: FollowChoice): Stand[] {
  const input = prepared(given, choice)
  const n = input.pointer.length
  if (n === 0) return []
  const breaks = breaksOf(input.pointer, input.fps)
  let best: { stretches: StandStretch[]; stands: Stand[]; off: number } | null = null
  for (const price of [0.06, 0.15, 0.4]) {
    const stretches = split(input, choice, breaks, price)
    const stands = standsOf(stretches, input, choice)
    const off = lost(stands, input, choice.margin)
    if (!best || off < best.off) best = { stretches, stands, off }
    if (off <= n * 0.02) break
  }
  return inComfort(best!.stretches, best!.stands, input, choice)
}
const standsOf = (stretches: StandStretch[], input: Prepared, choice: FollowChoice): Stand[] =>
  kept(timed(standsFor(stretches, input, choice), input, choice), input, choice)

const nearer = (a: Stand, b: Stand): Stand => (a.view.w <= b.view.w ? a : b)
/** How much more of the take is shown around a move that would be too fast, each time, and how often. */
const OPENS_BY = 1.1
const MOST_OPENED = 40
/**
 * Moves that are too fast to be followed in comfort, even begun as early as can be, are made where more is shown: there
 * they are shorter. It is the nearer of the two views that shows more, or both where they show as much.
 */
function inComfort(stretches: StandStretch[], first: Stand[], input: Prepared, choice: FollowChoice): Stand[] {
  let now = stretches
  let stands = first
  for (let round = 0; round < MOST_OPENED; round++) {
    const fast = stands.flatMap((a, i) => {
      const b = stands[i + 1]
      if (!b || b.from - a.to >= comfortable(a.view, b.view, input.fps) - 1e-6) return []
      return [
        {
          from: Math.min(a.to, nearer(a, b).from),
          to: Math.max(b.from, nearer(a, b).to),
          below: nearer(a, b).view.w * 1.05,
        },
      ]
    })
    if (fast.length === 0) break
    // Between two stretches the pointer is on its way: what happens then is of both.
    const touched = fast.map((m) => ({
      ...m,
      first: now.findLastIndex((s) => s.from <= m.from),
      next: now.findIndex((s) => s.to >= m.to),
    }))
    const opened = now.map((s, i) => {
      const meets = (m: (typeof touched)[number]) =>
        (s.from <= m.to && s.to >= m.from) || (i >= m.first && (m.next < 0 || i <= m.next))
      if (s.fixed || !touched.some((m) => s.w < m.below && meets(m))) return s
      const k = Math.min(OPENS_BY, input.width / s.w, input.height / s.h)
      return { ...s, w: s.w * k, h: s.h * k }
    })
    if (opened.every((s, i) => s.w === now[i]!.w)) break
    now = opened
    stands = standsOf(now, input, choice)
  }
  return stands
}
