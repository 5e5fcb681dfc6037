import { framesPerSecond, type Rate } from '../time'
import { chaptersOf, type TimedMoment } from './catalogue'

/**
 * The chapters of a lesson as a list, a line each, as players and video pages take it: `0:00 Welcome`, `1:02:05 Done`.
 * The first stands at the beginning.
 */
export function chapterList(moments: ReadonlyMap<string, TimedMoment>, rate: Rate): string {
  return chaptersOf(moments)
    .map(({ frame, label }, i) => {
      const s = i === 0 ? 0 : Math.floor(frame / framesPerSecond(rate) + 1e-6)
      const [h, m] = [Math.floor(s / 3600), Math.floor(s / 60) % 60]
      const two = (n: number) => String(n).padStart(2, '0')
      return `${h > 0 ? `${h}:${two(m)}` : m}:${two(s % 60)} ${label}`
    })
    .join('\n')
}
