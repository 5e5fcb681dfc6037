import type { Timed } from '../timing'
import { framesPerSecond } from '../time'
import { framingAt } from './zoom'

export interface FramingSpeed {
  frame: number
  /** Widths of the picture a second. */ pan: number
  /** Doublings a second. */ zoom: number
}

/** How fast the framing pans and zooms over a passage, at `steps` points of it at most. */
export function framingSpeeds(timed: Timed, from: number, to: number, steps = 240): FramingSpeed[] {
  const fps = framesPerSecond(timed.lesson.rate)
  const step = Math.max(1, Math.ceil((to - from) / steps))
  const out: FramingSpeed[] = []
  let last = framingAt(timed, from)
  for (let f = from + 1; f < to; f += step) {
    // Within a step the fastest frame counts, so that no short move is missed.
    let pan = 0
    let zoom = 0
    for (let g = f; g < Math.min(to, f + step); g++) {
      const v = framingAt(timed, g)
      pan = Math.max(
        pan,
        (Math.hypot(v.x + v.w / 2 - last.x - last.w / 2, v.y + v.h / 2 - last.y - last.h / 2) / v.w) * fps,
      )
      zoom = Math.max(zoom, Math.abs(Math.log2(v.w / last.w)) * fps)
      last = v
    }
    out.push({ frame: f, pan: Math.round(pan * 1000) / 1000, zoom: Math.round(zoom * 1000) / 1000 })
  }
  return out
}
