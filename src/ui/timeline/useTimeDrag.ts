import type { PointerEvent } from 'react'
import type { Edit } from '@/core/edits'
import { edit, setDesk, tryEdit } from '../state/desk'
import { useGesture, type Gesture } from '../kit/gesture'
import { useView } from '../state/view'
import { type Said } from '../../words/words'

/** Less than this is a click. */
const MOVED_PX = 3

export interface TimeDrag {
  label: Said
  /** The edit that the drag stands for when it has gone so many frames; null for none. */
  change: (by: number, e: PointerEvent) => Edit | null
  /** It goes up and down: that it moved so counts as well. */
  upright?: boolean
  /** It was let go where it was pressed. */
  click?: (e: PointerEvent) => void
  /** It is over, in whatever way. */
  over?: () => void
  /** Its edit was made. */
  made?: () => void
}

/**
 * Dragging along the timeline: shown while it goes on, one edit when it is let go, nothing after Escape. `hand` goes on
 * what `begin` lets hold the pointer.
 */
export function useTimeDrag() {
  const { press, hand } = useGesture()
  return {
    begin(e: PointerEvent, d: TimeDrag, holder: Element = e.currentTarget) {
      const from = e.clientX
      let now: Edit | null = null
      setDesk({ speed: 0 })
      const gesture: Gesture = {
        slop: MOVED_PX,
        across: !d.upright,
        drag(at) {
          now = d.change(Math.round((at.clientX - from) / useView.getState().pxPerFrame), at)
          tryEdit(now)
        },
        drop() {
          if (!now) tryEdit(null)
          else if (edit(d.label, now)) d.made?.()
        },
        tap: (at) => d.click?.(at),
        quit: () => tryEdit(null),
        over: () => d.over?.(),
      }
      press(e, gesture, { holder })
    },
    hand,
  }
}
