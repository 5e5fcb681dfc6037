import type { Edge } from '../../lesson/schema'
import type { Timed } from '../../timing'
import { previewEdit } from '../ground/edit'
import { setEdge } from './elements'
import { isTiedTo } from '../../moments'

/**
 * The tie of an end to the moment nearest to where it stands, among those that do not go along with it; words as well,
 * phrases not.
 *
 * @returns null where every moment goes along with it
 */
export function nearTie(timed: Timed, id: string, side: 'start' | 'end'): Edge | null {
  const span = timed.spans.get(id)!
  const at = side === 'start' ? span.from : span.to
  const near = [...timed.moments.values()]
    .flatMap((m) => (m.frame !== null && isTiedTo(m) ? [{ id: m.id, frame: m.frame }] : []))
    .sort((a, b) => Math.abs(a.frame - at) - Math.abs(b.frame - at))
  for (const m of near) {
    const edge: Edge = { on: 'moment', moment: m.id, edge: 'start', offset: at - m.frame, last: at }
    if (previewEdit(timed, setEdge(id, side, edge))) return edge
  }
  return null
}
