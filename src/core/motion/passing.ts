import type { Passing } from '../lesson/schema'
import { ease } from '../values'

/**
 * How present an element is, 0 to 1 (beyond 1 where an easing swings over), in frame `local` of
 * its `length` frames; between frames too. Arrival and departure that are longer together than
 * the element are squeezed in proportion. An arrival of n frames is complete on its nth frame; a departure begins to
 * show on its first.
 */
export function presence(
  arrival: Passing,
  departure: Passing,
  local: number,
  length: number,
): { passing: Passing; shown: number } | null {
  const inFrames = arrival.how === 'none' ? 0 : arrival.frames
  const outFrames = departure.how === 'none' ? 0 : departure.frames
  if (inFrames + outFrames === 0) return null
  const squeeze = Math.min(1, length / Math.max(1, inFrames + outFrames))
  const arriving = inFrames * squeeze
  const leaving = outFrames * squeeze
  // What comes from outside is outside on its first frame, and what goes there on its last.
  if (arriving > 0 && local + 1 < arriving) {
    const gone = arrival.how === 'slide' ? local / (arriving - 1) : (local + 1) / arriving
    return { passing: arrival, shown: ease(arrival.easing, Math.max(0, gone)) }
  }
  const left = length - local
  if (leaving > 0 && left <= leaving) {
    const here = departure.how === 'slide' ? (left - 1) / leaving : left / (leaving + 1)
    return { passing: departure, shown: ease(departure.easing, Math.max(0, here)) }
  }
  return null
}
