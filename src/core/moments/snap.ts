import { momentKind, type PresentMoment, type TimedMoment } from './catalogue'

/**
 * Moments drawn at one place, that of the earliest, as they would lie on each other; the first is the one that counts
 * most.
 */
export interface Cluster {
  at: number
  moments: TimedMoment[]
}
/**
 * Moments, in time order, that would be drawn over each other, put together.
 *
 * @param apart  frames that two places must be apart at the least
 */
export function clusters(moments: readonly TimedMoment[], apart: number): Cluster[] {
  const out: { from: number; moments: TimedMoment[] }[] = []
  for (const m of moments) {
    const last = out.at(-1)
    if (last && m.frame! - last.from < apart) last.moments.push(m)
    else out.push({ from: m.frame!, moments: [m] })
  }
  return out.map(({ from, moments: all }) => ({
    at: from,
    moments: [...all].sort((a, b) => momentKind(a).rank - momentKind(b).rank),
  }))
}

/** Whether something may be tied to a moment by being dropped or standing near: to a word, not to its whole phrase. */
export const isTiedTo = (m: TimedMoment): boolean => !momentKind(m).parted

/** The moment that starts nearest to a frame; words as well, phrases not. There is always one: the lesson's start. */
export function nearestMoment(moments: Iterable<TimedMoment>, frame: number): PresentMoment {
  let best: PresentMoment | null = null
  for (const m of moments)
    if (m.frame !== null && isTiedTo(m) && (!best || Math.abs(m.frame - frame) < Math.abs(best.frame - frame)))
      best = m as PresentMoment
  return best!
}

export interface Catch {
  moment: TimedMoment
  edge: 'start' | 'end'
  frame: number
}

/**
 * The moment that a drop at a frame catches: within `reach` frames, clicks before cuts, cuts
 * before chapters, chapters before words; the nearest of the same rank. Null: nothing near.
 */
export function caught(
  moments: Iterable<TimedMoment>,
  frame: number,
  reach: number,
  pick: (m: TimedMoment) => boolean = () => true,
): Catch | null {
  let best: (Catch & { rank: number; off: number }) | null = null
  for (const moment of moments) {
    if (!pick(moment)) continue
    for (const edge of ['start', 'end'] as const) {
      const at = edge === 'start' ? moment.frame : momentKind(moment).endElsewhere ? null : moment.untilFrame
      if (at === null) continue
      const off = Math.abs(at - frame)
      const rank = momentKind(moment).rank * 2 + (edge === 'end' ? 1 : 0)
      if (off <= reach && (!best || rank < best.rank || (rank === best.rank && off < best.off)))
        best = { moment, edge, frame: at, rank, off }
    }
  }
  return best && { moment: best.moment, edge: best.edge, frame: best.frame }
}
