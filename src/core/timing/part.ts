import type { Edge, Element } from '../lesson/schema'

type OnElement = Extract<Edge, { on: 'element' }>
/** What is known of an element that something hangs on a part of. */
export interface Parts {
  from: () => number
  to: () => number
  /** The landing of the move to a pose; null when there is no such pose. */
  lands: (pose: string) => number | null
}
const framesOf = ({ how, frames }: Element['arrival']): number => (how === 'none' ? 0 : frames)

/**
 * The frame of a part of an element, without the offset: its start or end, when it has arrived, when it begins to
 * leave, the landing of one of its moves. Null when it has no such move.
 */
export function frameOfPart(e: Element, { edge, pose }: OnElement, { from, to, lands }: Parts): number | null {
  switch (edge) {
    case 'start':
      return from()
    case 'end':
      return to()
    case 'arrived':
      return Math.min(to(), from() + framesOf(e.arrival))
    case 'leaves':
      return Math.max(from(), to() - framesOf(e.departure))
    case 'lands': {
      const landing = pose === undefined ? null : lands(pose)
      return landing === null ? null : Math.round(landing)
    }
  }
}
