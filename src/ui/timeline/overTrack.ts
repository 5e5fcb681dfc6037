import type { PointerEvent } from 'react'
import { create } from 'zustand'
import type { Track } from '@/core/lesson/schema'
import { desk } from '../state/desk'

/** The track that something is held over, while it is dragged away from its own; whether it can lie there. */
export const useOverTrack = create<{ over: { track: string; fits: boolean } | null }>(() => ({ over: null }))
export const leaveTracks = (): void => useOverTrack.setState({ over: null })

/**
 * The track that a drag from one track is held over, where it can lie there: one of the same kind. It is marked.
 *
 * @returns null over its own track, over one of the other kind, and beside all of them
 */
export function trackUnder(e: PointerEvent, own: string): string | null {
  const { tracks } = desk().lesson
  const id = document
    .elementsFromPoint(e.clientX, e.clientY)
    .map((x) => x.closest<HTMLElement>('[data-lane]')?.dataset.lane)
    .find((lane) => tracks.some((t) => t.id === lane))
  const kindOf = (track: string): Track['kind'] | undefined => tracks.find((t) => t.id === track)?.kind
  const over = id === undefined || id === own ? null : { track: id, fits: kindOf(id) === kindOf(own) }
  useOverTrack.setState({ over })
  return over?.fits ? over.track : null
}
