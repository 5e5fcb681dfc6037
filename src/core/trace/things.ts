import type { Trace } from './events'

/** What a pointer works in, from when on: microseconds, and x, y, width, height of a window or panel. */
export type ThingPlace = [us: number, x: number, y: number, w: number, h: number]

/**
 * The windows and panels that the pointer works in, each from its time on, in pixels of the take.
 *
 * @param take  the take's own size, when it differs from the trace's
 */
export function thingsOf(trace: Trace, take: { width?: number; height?: number } = {}): ThingPlace[] {
  const kx = (take.width ?? trace.width) / trace.width
  const ky = (take.height ?? trace.height) / trace.height
  return trace.events.flatMap((e): ThingPlace[] => {
    if (e.type !== 'thing') return []
    const [x, y, w, h] = e.rect
    return [[Math.round(e.t * 1e6), x * kx, y * ky, w * kx, h * ky]]
  })
}
/** The one of them that the pointer works in at a time; null before the first. */
export function thingAt(things: readonly (readonly number[])[], us: number): number | null {
  const i = things.findLastIndex((t) => t[0]! <= us)
  return i < 0 ? null : i
}
