import type { Point } from '../scene/geometry'
import type { Trace } from '../trace'
import type { FollowInput } from './follow'

const LONGEST_OPEN_S = 4

/**
 * What a follow framing needs of a trace, at a frame rate: the pointer at each frame, up to its last event; the frames at which
 * a button is down; what appears that is to be seen whole.
 *
 * @returns null when the trace has no pointer
 */
export function followInput(trace: Trace, fps: number): FollowInput | null {
  const places = trace.events.filter((e) => 'x' in e)
  if (places.length === 0) return null
  const n = Math.floor(trace.events.at(-1)!.t * fps + 1e-6) + 1
  const pointer: Point[] = []
  for (let f = 0, i = 0; f < n; f++) {
    while (i + 1 < places.length && places[i + 1]!.t <= f / fps + 1e-6) i++
    pointer.push({ x: places[i]!.x, y: places[i]!.y })
  }
  const stills: number[] = []
  let down: number | null = null
  for (const e of trace.events) {
    const frame = Math.min(n - 1, Math.round(e.t * fps))
    if (e.type === 'pointerdown') {
      down = frame
      stills.push(Math.min(n - 1, Math.floor(e.t * fps)), frame, Math.min(n - 1, Math.ceil(e.t * fps)))
    } else if (e.type === 'pointerup' && down !== null) {
      stills.push(frame)
      down = null
    }
  }
  const opens = trace.events.flatMap((e) => {
    if (e.type !== 'screenchange') return []
    const [x, y, w, h] = e.rect
    const from = Math.max(0, Math.round((e.t - 0.2) * fps))
    return w > 0 && h > 0 ? [{ from, to: Math.min(n - 1, from + Math.round(LONGEST_OPEN_S * fps)), rect: { x, y, w, h } }] : []
  })
  return { width: trace.width, height: trace.height, fps, pointer, stills, opens }
}
