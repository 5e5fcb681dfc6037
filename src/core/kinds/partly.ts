import type { Shape } from '../display'
import { pathLength } from '../geometry'
import { faded } from './outline'
import type { Drawn } from './kind'

/** Lines are drawn over this share of the time; what they hold comes in after them. */
const LINES = 0.75
/**
 * What is drawn, as far as it is drawn: its lines grow along their way, what is filled comes in with the last of them.
 *
 * @param share  0 to 1
 */
export function partly(drawn: Drawn, share: number): Drawn {
  if (share >= 1) return drawn
  const strokes = drawn.shapes.some((s) => s.type === 'path' && s.stroke && !s.fill)
  const lines = Math.min(1, share / LINES)
  const filled = strokes ? Math.max(0, (share - LINES * 0.6) / (1 - LINES * 0.6)) : share
  return { ...drawn, shapes: drawn.shapes.flatMap((s) => (s.type === 'path' ? partlyPath(s, lines, filled) : [s])) }
}

function partlyPath(s: Extract<Shape, { type: 'path' }>, lines: number, filled: number): Shape[] {
  const { fill, stroke, ...rest } = s
  const out: Shape[] = []
  if (fill && filled > 0) {
    const paler = (c: string) => faded(c, filled * (c.length === 9 ? parseInt(c.slice(7), 16) / 255 : 1))
    const colour =
      typeof fill === 'string'
        ? paler(fill)
        : { ...fill, stops: fill.stops.map((x) => ({ ...x, colour: paler(x.colour) })) }
    out.push({ ...rest, fill: colour })
  }
  if (stroke && lines > 0) {
    const long = pathLength(s.d)
    // A rim around what is filled belongs to that.
    if (fill) out.push({ ...rest, stroke: faded(stroke, filled) })
    else out.push({ ...rest, stroke, ...(lines < 1 && { dash: [long * lines, long + 1] }) })
  }
  return out
}
