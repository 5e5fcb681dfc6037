import type { Element } from '@/core/lesson/schema'
import { posedAt } from '@/core/motion'
import { valueAt } from '@/core/values'
import { useDesk, useShown } from '../state/desk'

/**
 * What a number of an element is at the playhead, by its path; undefined where it has no poses, so that there is
 * nothing to tell apart.
 */
export function useNow(e: Element): (path: string) => number | undefined {
  const timed = useShown()
  const playhead = useDesk((b) => (e.poses.length > 0 ? b.playhead : 0))
  const own = e.poses.length > 0 ? timed.lesson.elements.find((x) => x.id === e.id) : undefined
  const span = own && timed.spans.get(own.id)
  const here = own && span && playhead >= span.from && playhead < span.to ? posedAt(timed, own, playhead) : null
  return (path) => {
    const value = here ? valueAt(here, path) : undefined
    return typeof value === 'number' ? value : undefined
  }
}
